import { describe, expect, it } from 'vitest';
import { fitCrest } from '../../crest/fit';
import { compact } from '../../crest/model/compact';
import { stateOnDay } from '../bag/stateOnDay';
import { daysAtBest, likelyDays, stateOf } from '../../crest/report/state';
import type { CrestBrew, CrestFit } from '../../crest/model/types';
import { effectText, isClear, recipeClause, settingText } from '../bag/verdict';
import { cupsText, daysText } from '../words';
import { bagOf, brewOf, ridgeScore } from '../../crest/test/samples';
import { METRIC } from '../units';

const many = fitCrest(bagOf(Array.from({ length: 14 }, (_, i) => brewOf(5 + 3 * i, ridgeScore(5 + 3 * i, 20)))));
const read = (fit: CrestFit, day: number, finished = false) => stateOnDay(compact(fit), day, finished, METRIC);
const flat = (brews: CrestBrew[]) => fitCrest(bagOf(brews, { sigma0: 6 }));

describe('the state', () => {
  it('rests before the expected window while there is no cup, and is too early from then on', () => {
    const none = fitCrest(bagOf([]));
    expect(read(none, 3)).toMatchObject({ state: 'resting', verdict: expect.stringContaining('Resting on day 3') });
    const expected = likelyDays(none);
    expect(expected.to - expected.from).toBeGreaterThan(5);
    expect(read(none, expected.from - 1).state).toBe('resting');
    expect(read(none, expected.from)).toMatchObject({ state: 'too-early' });
    expect(read(none, 3).stateProbability).toBeGreaterThan(0.6);
  });

  it('is told of a finished bag no surer than it was before', () => {
    const finished = (fit: CrestFit): string => stateOnDay(fit, 60, true, METRIC).verdict;
    const wide = fitCrest(bagOf([brewOf(8, 80), brewOf(13, 84), brewOf(20, 80)]));
    expect(read(wide, 21).verdict).toMatch(/^Too early to say: after three cups/);
    expect(finished(wide)).toMatch(/^Finished\. Its best could have been anywhere in days \d+–\d+\.$/);
    const even = fitCrest(bagOf([6, 9, 13, 18, 24, 30, 37].map((day) => brewOf(day, 80))));
    expect(read(even, 38).state).toBe('steady');
    expect(finished(even)).toBe('Finished. From day 6 to day 37 you could hardly tell the cups apart.');
    expect([daysAtBest(even, 'spent'), daysAtBest(wide, 'spent')]).toEqual([null, null]);
  });

  it('is too early under three cups, and while the peak could be almost anywhere', () => {
    expect(read(fitCrest(bagOf([brewOf(10, 84), brewOf(12, 85)])), 14).verdict).toContain(
      'two cups cannot show a curve',
    );
    const sameDay = fitCrest(bagOf([brewOf(12, 80), brewOf(12, 84), brewOf(12, 82)]));
    expect(read(sameDay, 12)).toMatchObject({
      state: 'too-early',
      verdict: expect.stringMatching(/all 3 marked cups are of 1 day\. Until there are others, expect .* days \d+–\d+/),
    });
  });

  it('climbs, crests, fades and is spent as a bag ages', () => {
    const states = Array.from({ length: 91 }, (_, day) => read(many, day).state);
    const order = states.filter((state, day) => state !== states[day - 1]);
    expect(order.slice(0, 3)).toEqual(['climbing', 'at-crest', 'fading']);
    expect(states[20]).toBe('at-crest');
    expect(read(many, 20).verdict).toMatch(
      /^At its crest, (almost certainly|very likely): days \d+–\d+ are its best\.$/,
    );
    expect(read(many, 5).verdict).toMatch(/^Still climbing, .*starting in \d+ days\.$/);
    expect(read(many, 60).verdict).toMatch(/^(Past its crest|Spent)/);
    expect(read(many, 400).state).toBe(states[90]);
  });

  it('is steady only when cups far apart in age hardly differ', () => {
    const setting = Array.from({ length: 30 }, (_, i) => brewOf(5 + 1.5 * i, 80 + (i % 2)));
    expect(read(flat(setting), 30)).toMatchObject({
      state: 'steady',
      verdict: expect.stringContaining('Steady: from day 5 to day 49'),
    });
    const oneDay = Array.from({ length: 30 }, (_, i) => brewOf(12, 80 + (i % 2)));
    expect(read(flat(oneDay), 12).state).not.toBe('steady');
  });

  it('is spent when nothing is left, whatever the curve', () => {
    expect(read(many, 20, true)).toMatchObject({
      state: 'spent',
      stateProbability: 1,
      verdict: expect.stringContaining('Finished. It was probably at its best on days'),
    });
    expect(read(fitCrest(bagOf([])), 20, true).verdict).toContain('never marked');
  });

  it('has the probability of what it says', () => {
    for (const day of [3, 12, 20, 33, 60]) {
      const { state, probability } = stateOf(many, day, false);
      const table = { climbing: many.climbing, 'at-crest': many.inWindow, fading: many.fading, spent: many.spent };
      expect(probability).toBe(table[state as keyof typeof table][day]);
    }
  });
});

describe('the words', () => {
  it('count and span as a person would', () => {
    expect([cupsText(1), cupsText(3), cupsText(0), cupsText(14)]).toEqual([
      'one cup',
      'three cups',
      'no cups',
      '14 cups',
    ]);
    expect([daysText({ from: 4, to: 4 }), daysText({ from: 4, to: 9 })]).toEqual(['day 4', 'days 4–9']);
  });

  it('name settings', () => {
    const said = ([factor, setting]: readonly [Parameters<typeof settingText>[0]['factor'], string]) =>
      settingText({ factor, setting }, METRIC);
    expect(
      (
        [
          ['brewer', 'press'],
          ['waterC', '90 °C'],
          ['grindStep', '+1'],
          ['grindStep', '−2.5'],
          ['ratio', '1:17'],
          ['filter', 'cloth'],
          ['waterRecipe', 'soft'],
          ['taster', 'Mira'],
        ] as const
      ).map(said),
    ).toEqual([
      'the press',
      'water at 90 °C',
      'a grind 1 step coarser',
      'a grind 2.5 steps finer',
      'a ratio of 1:17',
      'the cloth filter',
      'soft water',
      'Mira',
    ]);
    expect(settingText({ factor: 'waterC', setting: '90.5 °C' }, { ...METRIC, temperature: '°F' })).toBe(
      'water at 195 °F',
    );
  });

  it('blame only a setting that is likely and large enough to matter', () => {
    const effect = (mean: number, helps: number, setting = 'press') => ({
      factor: 'brewer' as const,
      setting,
      mean,
      sd: 1,
      helps,
      change: null,
      brews: 3,
    });
    expect(recipeClause([effect(-4, 0.05), effect(-1.4, 0.1, 'siphon')], 3.5, METRIC)).toBe(
      '; the press hides it clearly',
    );
    expect(recipeClause([effect(-3, 0.01)], 3.5, METRIC)).toBe('; the press hides it a little');
    expect(recipeClause([effect(-8, 0.01)], 3.5, METRIC)).toBe('; the press hides it a lot');
    expect(recipeClause([effect(2, 0.95)], 3.5, METRIC)).toBe('; the press lifts it a little');
    // An interval that holds no difference at all is no ground for a word.
    expect(recipeClause([effect(-1.2, 0.1)], 3.5, METRIC)).toBe('');
    expect(
      recipeClause(
        [
          { ...effect(-3, 0.4), sd: 9 },
          { ...effect(0.8, 0.99), sd: 0.1 },
        ],
        3.5,
        METRIC,
      ),
    ).toBe('');
    expect(recipeClause([{ ...effect(-9, 0.01), factor: 'taster' }], 3.5, METRIC)).toBe('');
    // One cup with a setting is no ground for a word on its size.
    expect(recipeClause([{ ...effect(6, 0.99), brews: 1 }], 3.5, METRIC)).toBe('');
    expect(effectText({ ...effect(6, 0.99), brews: 1 }, 3.5, METRIC)).toBe('the press: no clear effect yet');
    const clear = [effect(6, 0.65), { ...effect(6, 0.99), brews: 1 }, effect(1, 0.6), effect(-1, 0.3)].map(isClear);
    expect(clear).toEqual([true, false, false, true]);
    expect(effectText(effect(-8, 0.01), 3.5, METRIC)).toBe('the press lowers it a lot, almost certainly');
    // A size that the interval does not allow is not said: +0.18 of ten points, give or take 0.31.
    expect(effectText({ ...effect(1.8, 0.72), sd: 3.1 }, 3.5, METRIC)).toBe(
      'the press probably lifts it; by how much cannot be said yet',
    );
    expect(effectText(effect(1, 0.6), 3.5, METRIC)).toBe('the press: no clear effect yet');
  });
});
