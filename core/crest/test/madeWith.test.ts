import { describe, expect, it } from 'vitest';
import { settingText } from '../../text/bag/verdict';
import { METRIC } from '../../text/units';
import { fitCrest } from '../fit';
import type { CrestBrew, FactorName } from '../model/types';
import { bagOf, brewOf, REFERENCE, ridgeScore } from './samples';

const SHOT = { ...REFERENCE, style: 'espresso', brewer: 'espresso machine', doseG: 18, waterG: 38 } as const;

/** Twelve drinks over the days, every third with something else that takes `by` points. */
function drinks(other: Partial<CrestBrew>, usual: Partial<CrestBrew>, by: number): CrestBrew[] {
  return Array.from({ length: 12 }, (_, i) => {
    const age = 6 + 3 * i;
    const differs = i % 3 === 2;
    return brewOf(age, ridgeScore(age, 24) + (differs ? by : 0), { ...SHOT, ...(differs ? other : usual) });
  });
}

describe('what else a drink is made with', () => {
  const cases: [FactorName, Partial<CrestBrew>, Partial<CrestBrew>, string, string][] = [
    ['timeS', { timeS: 42 }, { timeS: 28 }, '42 s', 'brewing for 42 s'],
    ['pressureBar', { pressureBar: 7.1 }, { pressureBar: 9 }, '7 bar', 'a pressure of 7 bar'],
    ['milkKind', { milkKind: 'almond' }, { milkKind: 'whole milk' }, 'almond', 'almond milk'],
    ['milkShare', { milkShare: 0.78 }, { milkShare: 0.6 }, '80 %', '80 % milk'],
    ['iceShare', { iceShare: 0.5 }, { iceShare: 0.31 }, '50 %', '50 % ice'],
    ['hardnessPpm', { hardnessPpm: 240 }, { hardnessPpm: 80 }, '250 ppm', 'water of 250 ppm'],
    ['markAt', { markAt: 'cool' }, { markAt: 'hot' }, 'cool', 'scoring it cool'],
  ];
  it.each(cases)('tells %s apart from the days where it varies', (factor, other, usual, setting, said) => {
    const { effects, options } = fitCrest(bagOf(drinks(other, usual, -7), { reference: SHOT }));
    const effect = effects.find((one) => one.factor === factor);
    expect(effect).toMatchObject({ setting, brews: 4 });
    expect(effect?.mean).toBeLessThan(-2.5);
    expect(effect?.helps).toBeLessThan(0.05);
    expect(settingText({ factor, setting }, METRIC)).toBe(said);
    // Nobody brews a mark.
    expect(options.some(({ changes }) => changes.some((change) => change.factor === factor))).toBe(factor !== 'markAt');
  });

  it('is nothing where it does not vary, and what a brew does not state counts as usual', () => {
    const usual = { timeS: 28, pressureBar: 9, milkKind: 'whole', milkShare: 0.7, hardnessPpm: 80, markAt: 'warm' };
    const brews = drinks({ timeS: null, hardnessPpm: null }, usual, 0).map((brew) => ({ ...usual, ...brew }));
    expect(fitCrest(bagOf(brews, { reference: SHOT })).effects).toEqual([]);
  });

  it('takes seconds, minutes and hours that a kitchen cannot tell apart for the same', () => {
    const steeped = (hours: number): Partial<CrestBrew> => ({ timeS: hours * 3600 });
    const same = drinks(steeped(14.3), steeped(13.8), 0);
    expect(fitCrest(bagOf(same, { reference: SHOT })).effects).toEqual([]);
    const longer = fitCrest(bagOf(drinks(steeped(20), steeped(14), -6), { reference: SHOT }));
    expect(longer.effects.map(({ setting }) => setting)).toEqual(['20 h']);
  });

  it('reads a grind in words as one in steps, and not where there is a step', () => {
    const word = (grindWord: CrestBrew['grindWord'], grindStep: number | null): Partial<CrestBrew> => ({
      grindWord,
      grindStep,
    });
    const worded = fitCrest(
      bagOf(drinks(word('coarse', null), word('medium', null), -7), { reference: { ...SHOT, grindStep: null } }),
    );
    expect(worded.effects.map(({ factor, setting }) => [factor, setting])).toEqual([['grindWord', 'coarse']]);
    expect(worded.effects[0]?.mean).toBeLessThan(-3);
    const stepped = fitCrest(bagOf(drinks(word('coarse', 3), word('medium', 0), -7), { reference: SHOT }));
    expect(stepped.effects.map(({ factor, setting }) => [factor, setting])).toEqual([['grindStep', '+3']]);
  });

  it('is untangled from the days as a change in steps is', () => {
    const shareOf = (early: Partial<CrestBrew>, late: Partial<CrestBrew>): number => {
      const brews = Array.from({ length: 10 }, (_, i) =>
        brewOf(5 + 3 * i, ridgeScore(5 + 3 * i, 18), i < 5 ? early : late),
      );
      return fitCrest(bagOf(brews)).confounded[0]?.share ?? 0;
    };
    const worded = shareOf({ grindStep: null, grindWord: 'medium' }, { grindStep: null, grindWord: 'medium fine' });
    expect(worded).toBeGreaterThan(0.15);
    expect(worded).toBeCloseTo(shareOf({ grindStep: 0 }, { grindStep: -2 }), 1);
  });
});
