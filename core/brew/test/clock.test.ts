import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { brewSeconds, minutesText, msToNextSecond, secondsTo } from '../bench/clock';

describe('a time in a brew', () => {
  it('is written as minutes and seconds, with hours once there are any, and a sign only where something is left to come', () => {
    expect([0, 5, 65, 600, 3599, 3600, 43_205].map(minutesText)).toEqual([
      '0:00',
      '0:05',
      '1:05',
      '10:00',
      '59:59',
      '1:00:00',
      '12:00:05',
    ]);
    expect([-5, -65, -0.4].map(minutesText)).toEqual(['−0:05', '−1:05', '0:00']);
  });

  it('is worked out from the start, faster where simulated time is', () => {
    expect([brewSeconds(1000, 4000, 1), brewSeconds(1000, 4000, 20), brewSeconds(4000, 1000, 1)]).toEqual([3, 60, -3]);
  });

  it('counts down to nothing, never ahead of time', () => {
    expect([9.99, 9.5, 0.01, 0, -3].map((left) => secondsTo(10, 10 - left))).toEqual([10, 10, 1, 0, 0]);
    expect(secondsTo(10, 7)).toBe(3);
  });

  it('is waited for until the next whole second, at any speed', () => {
    expect(msToNextSecond(2.25, 1)).toBeCloseTo(750, 9);
    expect(msToNextSecond(2, 1)).toBeCloseTo(1000, 9);
    expect(msToNextSecond(2.25, 5)).toBeCloseTo(150, 9);
    // Where seconds pass faster than they may be drawn, some are let go: the wait ends on a second all the same.
    fc.assert(
      fc.property(fc.double({ min: 0, max: 5000, noNaN: true }), fc.constantFrom(1, 5, 20), (nowS, speed) => {
        const ms = msToNextSecond(nowS, speed, 100);
        const then = nowS + (ms / 1000) * speed;
        expect(Math.abs(then - Math.round(then))).toBeLessThan(1e-5);
        expect(then).toBeGreaterThan(nowS);
        if (speed === 20) expect(ms).toBeGreaterThanOrEqual(100 - 1e-6);
        else expect(ms).toBeLessThanOrEqual(1000 / speed + 1e-6);
      }),
    );
  });
});
