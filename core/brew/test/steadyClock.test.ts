import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { steadyClock } from '..';

/** A clock on the wall and one that nobody can set, both moved by the test. */
function clocks() {
  const at = { wall: 1_000_000, monotonic: 17 };
  const clock = steadyClock(
    () => at.wall,
    () => at.monotonic,
  );
  const pass = (ms: number): number => {
    at.wall += ms;
    at.monotonic += ms;
    return clock.now();
  };
  return { at, clock, pass };
}

describe('a steady clock', () => {
  it('shows what the wall shows, for as long as nobody sets that', () => {
    const { at, pass } = clocks();
    for (let i = 0; i < 1000; i++) expect(pass(100)).toBe(at.wall);
  });

  it('goes on where the wall is set back, and stays that much ahead of it', () => {
    const { at, pass } = clocks();
    const before = pass(5000);
    at.wall -= 3_600_000;
    expect(pass(250)).toBe(before + 250);
    expect(pass(60_000)).toBe(before + 60_250);
    at.wall -= 86_400_000;
    expect(pass(1000)).toBe(before + 61_250);
  });

  it('follows the wall forward: a machine that slept does not lose the night', () => {
    const { at, clock, pass } = clocks();
    pass(1000);
    at.wall += 8 * 3_600_000;
    expect(clock.now()).toBe(at.wall);
  });

  it('follows a whole night forward also where the wall was set back before', () => {
    const { at, clock, pass } = clocks();
    const before = pass(1000);
    at.wall -= 3_600_000;
    pass(1000);
    at.wall += 8 * 3_600_000;
    expect(clock.now()).toBe(before + 1000 + 8 * 3_600_000);
  });

  it('goes on from an instant something is known to have happened at, and is never put back by one', () => {
    const { at, clock, pass } = clocks();
    clock.atLeast(at.wall + 90_000);
    expect(clock.now()).toBe(at.wall + 90_000);
    clock.atLeast(at.wall);
    expect(pass(10)).toBe(at.wall + 90_000);
  });

  it('never runs backwards, and does not drift while clocks are only kept right', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            passes: fc.integer({ min: 0, max: 2000 }),
            set: fc.constantFrom(0, 0, 0, -3, 3, -40, -5000, 9000),
          }),
        ),
        (steps) => {
          const { at, clock } = clocks();
          let last = clock.now();
          let setBack = 0;
          for (const { passes, set } of steps) {
            at.monotonic += passes;
            at.wall += passes + set;
            if (set < -50) setBack -= set;
            const now = clock.now();
            expect(now).toBeGreaterThanOrEqual(last);
            last = now;
          }
          // Never behind the wall; ahead of it by no more than it was set back, and the small corrections in between.
          expect(last).toBeGreaterThanOrEqual(at.wall);
          expect(last - at.wall).toBeLessThanOrEqual(setBack + 9000 * steps.length);
          if (steps.every(({ set }) => set >= 0)) expect(last).toBe(at.wall);
        },
      ),
    );
  });
});
