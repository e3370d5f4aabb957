import { describe, expect, it } from 'vitest';
import { fitCrest } from '../fit';
import { bagOf, brewOf, REFERENCE, ridgeScore } from './samples';

const PRINTED = { ...REFERENCE, brewer: 'press', waterC: 96 };
/** A brew every other day, every third as printed and five points worse for it. */
const brews = Array.from({ length: 15 }, (_, i) => {
  const age = 4 + 2 * i;
  return i % 3 === 0
    ? brewOf(age, ridgeScore(age, 18) - 5, { brewer: 'press', waterC: 96 })
    : brewOf(age, ridgeScore(age, 18));
});

describe('a recipe that is claimed', () => {
  it('is held against the reference by the cups brewed to it', () => {
    const { claimed } = fitCrest(bagOf(brews, { claimed: PRINTED }));
    expect(claimed).toMatchObject({ brews: 5 });
    expect(claimed?.mean).toBeGreaterThan(-6);
    expect(claimed?.mean).toBeLessThan(-3);
    expect(claimed?.helps).toBeLessThan(0.02);
  });

  it('says the same as asking for the curve at either recipe', () => {
    const at = (reference: typeof REFERENCE): number => fitCrest(bagOf(brews, { reference })).curve[18]?.mean ?? 0;
    const { claimed } = fitCrest(bagOf(brews, { claimed: PRINTED }));
    expect(claimed?.mean).toBeCloseTo(at(PRINTED) - at(REFERENCE), 0);
  });

  it('moves nothing else of the judgement, tried or not', () => {
    const untried = { ...REFERENCE, brewer: 'siphon', waterC: 88, waterG: 300, filter: 'cloth' };
    for (const claimed of [PRINTED, untried]) {
      const { claimed: _, brews: __, ...withIt } = fitCrest(bagOf(brews, { claimed }));
      const { claimed: ___, brews: ____, ...without } = fitCrest(bagOf(brews));
      expect(withIt).toEqual(without);
    }
  });

  it('is believed to be as good as the prior has it while nobody has brewed it', () => {
    const { claimed } = fitCrest(bagOf(brews, { claimed: { ...REFERENCE, brewer: 'siphon' } }));
    expect(claimed).toMatchObject({ mean: 0, helps: 0.5, brews: 0 });
    expect(claimed?.sd).toBeCloseTo(1.2 * 3.5, 9);
  });

  it('is nothing where it is the reference, or for another drink', () => {
    expect(fitCrest(bagOf(brews, { claimed: REFERENCE })).claimed).toBeNull();
    expect(fitCrest(bagOf(brews, { claimed: { ...PRINTED, style: 'espresso' } })).claimed).toBeNull();
    expect(fitCrest(bagOf(brews)).claimed).toBeNull();
  });
});
