import { describe, expect, it } from 'vitest';
import { daysAtBest, isExpectation, likelyDays, stateOf, type FitSummary } from '../report/state';

/** Probabilities over rest days 0 … 90: `p` on the days named, else 0. */
const on = (from: number, to: number, p = 0.9): number[] =>
  Array.from({ length: 91 }, (_, day) => (day >= from && day <= to ? p : 0));
const nowhere = on(1, 0);
const fit = (differently: Partial<FitSummary> = {}): FitSummary => ({
  usable: 8,
  sigma0: 3.5,
  siblingStyle: null,
  peak: { day: 20, lo: 16, hi: 25, coverage: 0.8 },
  fresh: 0.05,
  inWindow: on(15, 24),
  climbing: on(0, 14),
  fading: on(25, 90),
  spent: on(60, 90),
  steady: 0.1,
  window: { from: 15, to: 24 },
  core: { from: 17, to: 22 },
  advisedDay: 20,
  daysTried: { from: 5, to: 30 },
  ...differently,
});

describe('the days a bag is spoken of by', () => {
  it('are its window once there are three cups, and what is expected before', () => {
    expect(daysAtBest(fit(), 'at-crest')).toEqual({ from: 15, to: 24 });
    const early = fit({ usable: 2, window: { from: 19, to: 21 }, inWindow: on(12, 26, 0.4) });
    expect(daysAtBest(early, 'too-early')).toEqual({ from: 12, to: 26 });
    expect([2, 3].map((usable) => isExpectation({ usable }))).toEqual([true, false]);
  });

  it('are none of a steady bag, and none where no day is likely enough', () => {
    expect(daysAtBest(fit(), 'steady')).toBeNull();
    expect(daysAtBest(fit({ window: null }), 'climbing')).toBeNull();
    // Where it is too early to say nothing is said.
    expect(daysAtBest(fit(), 'too-early')).toBeNull();
    // Nor of other days than the one on which all was drunk.
    expect(daysAtBest(fit({ daysTried: { from: 9, to: 9 } }), 'spent')).toBeNull();
    expect(daysAtBest(fit(), 'spent')).toEqual({ from: 15, to: 24 });
  });

  it('are the likeliest run for a bag that was best fresh, and the interval of the peak where nothing else is known', () => {
    const fresh = fit({ window: null, fresh: 0.5, inWindow: on(0, 6, 0.4) });
    expect(likelyDays(fresh)).toEqual({ from: 0, to: 6 });
    expect(likelyDays({ ...fresh, fresh: 0.49 })).toEqual({ from: 16, to: 25 });
    expect(likelyDays(fit({ fresh: 0.9 }))).toEqual({ from: 15, to: 24 });
  });
});

describe('the state of a bag', () => {
  const state = (differently: Partial<FitSummary>, age = 20, finished = false): string =>
    stateOf(fit(differently), age, finished).state;

  it('is spent once nothing is left, whatever the curve says', () => {
    expect(state({}, 20, true)).toBe('spent');
    expect(stateOf(fit({ usable: 0 }), 2, true)).toEqual({ state: 'spent', probability: 1 });
  });

  it('without a cup rests until its expected days begin, and is then too early to say', () => {
    const none = { usable: 0, inWindow: on(14, 30, 0.4), steady: null, daysTried: null };
    expect(state(none, 13.9)).toBe('resting');
    expect(state(none, 14)).toBe('too-early');
  });

  it('is too early with fewer than three cups, however likely anything is', () => {
    expect([1, 2, 3].map((usable) => state({ usable }))).toEqual(['too-early', 'too-early', 'at-crest']);
  });

  it('is steady when the days tried hardly differ, if they lie apart', () => {
    expect(state({ steady: 0.71 })).toBe('steady');
    expect(state({ steady: 0.7 })).toBe('at-crest');
    expect(state({ steady: null })).toBe('at-crest');
    expect(state({ steady: 0.9, daysTried: { from: 20, to: 29 } })).toBe('at-crest');
    expect(state({ steady: 0.9, daysTried: { from: 20, to: 30 } })).toBe('steady');
    expect(state({ steady: 0.9, daysTried: null })).toBe('at-crest');
    // A cup on the day of roasting counts as one of the first day.
    expect(state({ steady: 0.9, daysTried: { from: 0, to: 1.4 } })).toBe('at-crest');
  });

  it('is too early while the peak may lie anywhere, unless it was likely best fresh', () => {
    expect(state({ peak: { day: 20, lo: 10, hi: 29, coverage: 0.8 } })).toBe('at-crest');
    expect(state({ peak: { day: 20, lo: 10, hi: 29.1, coverage: 0.8 } })).toBe('too-early');
    expect(state({ peak: { day: 20, lo: 10, hi: 30, coverage: 0.8 }, fresh: 0.5 })).toBe('at-crest');
  });

  it('is whichever of climbing, at its crest and fading is likeliest; spent far down, and past the days reported', () => {
    expect([8, 20, 40].map((age) => state({}, age))).toEqual(['climbing', 'at-crest', 'fading']);
    expect(stateOf(fit({ climbing: on(0, 30, 0.6), inWindow: on(15, 24, 0.7) }), 20, false)).toEqual({
      state: 'at-crest',
      probability: 0.7,
    });
    expect([59, 60, 400].map((age) => state({}, age))).toEqual(['fading', 'spent', 'spent']);
    expect(state({ spent: on(60, 90, 0.5) }, 70)).toBe('fading');
    expect(state({ spent: nowhere, fading: nowhere, climbing: nowhere, inWindow: nowhere }, 50)).toBe('at-crest');
  });
});
