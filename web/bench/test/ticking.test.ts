import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { brewSeconds, secondsTo } from '../../../core/brew';
import { onEachSecond } from '../ticking';

const HOURS_12 = 12 * 3600;

beforeEach(() => vi.useFakeTimers({ now: 1_000_000, toFake: ['setTimeout', 'clearTimeout', 'Date'] }));
afterEach(() => vi.useRealTimers());

describe('the clock of a brew on the page', () => {
  it('shows every second of a twelve-hour steep once, in order, on a fake clock', () => {
    const clock = { startedAt: Date.now() + 87, aheadMs: 412, speed: 1 };
    const shown: number[] = [];
    const stop = onEachSecond(clock, Date.now, (now) =>
      shown.push(secondsTo(HOURS_12, brewSeconds(clock.startedAt, now + clock.aheadMs, 1))),
    );
    vi.advanceTimersByTime(HOURS_12 * 1000);
    stop();
    expect(shown).toHaveLength(HOURS_12 + 1);
    shown.forEach((second, i) => {
      if (second !== HOURS_12 - i) throw new Error(`Shown ${second} where ${HOURS_12 - i} was due`);
    });
  });

  it('shows none twice and none too few when the page is busy within every second', () => {
    const clock = { startedAt: Date.now(), aheadMs: 0, speed: 1 };
    const shown: number[] = [];
    let busy = 0;
    const stop = onEachSecond(clock, Date.now, (now) => {
      shown.push(secondsTo(3600, brewSeconds(clock.startedAt, now, 1)));
      // What is drawn takes a while, another while each time: the next timer is set late.
      vi.setSystemTime(Date.now() + ((busy += 137) % 900));
    });
    vi.advanceTimersByTime(1_800_000);
    stop();
    expect(shown.length).toBeGreaterThan(900);
    shown.slice(1).forEach((second, i) => expect(second).toBe((shown[i] ?? 0) - 1));
  });

  it('lets seconds go where they pass faster than a page can be drawn, and stops when told to', () => {
    const clock = { startedAt: Date.now(), aheadMs: 0, speed: 20 };
    const show = vi.fn();
    const stop = onEachSecond(clock, Date.now, show);
    vi.advanceTimersByTime(10_000);
    expect(show.mock.calls.length).toBeGreaterThan(60);
    expect(show.mock.calls.length).toBeLessThan(120);
    stop();
    show.mockClear();
    vi.advanceTimersByTime(10_000);
    expect(show).not.toHaveBeenCalled();
  });
});
