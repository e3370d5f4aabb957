import { describe, expect, it } from 'vitest';
import type { Brew } from '../../contract/bag/brew';
import { FIRST_SETTINGS } from '../../contract/settings';
import { askingCup, brewEvidence, type CupCompany } from '../brewEvidence';

/** A brew as the server gives it back, of which only what advice rests on matters. */
const kept = (n: number, differently: Partial<Brew> & { bed?: 'flat' | 'hollow far left' } = {}): Brew => {
  const { bed = null, ...rest } = differently;
  const cup = { intensities: [], progress: null } as unknown as Brew['cup'];
  const making = { recipe: null, tdsPercent: null, beverageG: null, pressureBar: null, tastes: [], bed };
  return {
    id: `brew ${n}`,
    style: 'filter',
    brewer: 'cone',
    doseG: 17,
    waterG: 272,
    waterC: 92,
    grindStep: 0,
    drainS: null,
    fault: null,
    cup,
    making: making as unknown as Brew['making'],
    ...rest,
  } as Brew;
};

function company(brews: readonly Brew[], scores: readonly (number | null)[], readsSigns = true): CupCompany {
  const read = brews.map(({ id }, i) => ({
    id,
    age: 10,
    asScored: scores[i] ?? null,
    by: 'mark' as const,
    atReference: null,
    leftOut: null,
  }));
  return {
    brews,
    verdict: {
      sigma0: 4,
      brews: read,
      restDay: 9,
      curve: [],
      basis: { marks: 0, levels: 0, comparisons: 0 },
      compareWith: null,
    },
    settings: { ...FIRST_SETTINGS, readsSigns },
  };
}

/** The newest of some brews. */
const newest = ([first]: readonly Brew[]): Brew => first ?? kept(0);

const asked = (one: Brew, around: CupCompany) => brewEvidence(askingCup(one, around.verdict), around);

describe('what advice on a cup rests on', () => {
  it('is where its mark stands among the others, by the judgement’s own scores', () => {
    const brews = [1, 2, 3, 4].map((n) => kept(n));
    const around = company(brews, [84, 70, 74, 82]);
    expect(brews.map((one) => asked(one, around).standing)).toEqual([
      'among the best',
      'below',
      'below',
      'among the best',
    ]);
    expect(asked(kept(1), company([kept(1)], [80])).standing).toBeNull();
    expect(asked(kept(1), company(brews, [null, 70, 74, 82])).standing).toBeNull();
  });

  it('takes the taster’s own word before the mark', () => {
    const said = (n: number, progress: Brew['cup']['progress']): Brew => ({
      ...kept(n),
      cup: { ...kept(n).cup, progress },
    });
    const brews = [said(1, 'a step down'), said(2, 'best yet'), kept(3)];
    const around = company(brews, [84, 70, 76]);
    expect(brews.map((one) => asked(one, around).standing)).toEqual(['below', 'among the best', 'as usual']);
    // What was called the best yet is a liked cup, whatever its mark; its time counts for the band.
    const timed = brews.map((one, i) => ({ ...one, drainS: 200 + i }));
    expect(asked(timed[2] ?? kept(3), company(timed, [84, 70, 76])).likedS).toEqual([201]);
  });

  it('has the times of the liked cups made alike, and of no others', () => {
    const brews = [
      kept(1, { drainS: 150 }),
      kept(2, { drainS: 210 }),
      kept(3, { drainS: 220 }),
      kept(4, { drainS: 90, brewer: 'press' }),
      kept(5, { drainS: 160 }),
    ];
    expect(asked(newest(brews), company(brews, [70, 84, 84, 84, 70])).likedS).toEqual([210, 220]);
  });

  it('has the beds of this brew and of those before it, the newest first', () => {
    const brews = [kept(3, { bed: 'flat' }), kept(2, { bed: 'hollow far left' }), kept(1, { bed: 'hollow far left' })];
    const around = company(brews, []);
    expect(asked(newest(brews.slice(1)), around).beds).toEqual(['hollow far left', 'hollow far left']);
    const unkept = { ...askingCup(newest(brews), around.verdict), id: null, bed: 'hollow far left' as const };
    expect(brewEvidence(unkept, around).beds).toEqual([
      'hollow far left',
      'flat',
      'hollow far left',
      'hollow far left',
    ]);
  });

  it('reads a disliked amount as the taste it stands for, or in its own words', () => {
    const intensities = [
      { attribute: 'brightness', intensity: null, adequacy: 'too much' as const },
      { attribute: 'sweetness', intensity: '2' as const, adequacy: 'too little' as const },
      { attribute: 'fruit', intensity: '4' as const, adequacy: 'just right' as const },
    ];
    const one = kept(1, { cup: { intensities } as unknown as Brew['cup'] });
    expect(asked(one, company([one], []))).toMatchObject({ tastes: ['sharp'], complaints: ['too little sweetness'] });
  });

  it('says whether the household reads the signs', () => {
    const one = kept(1);
    expect([true, false].map((reads) => asked(one, company([one], [], reads)).readsSigns)).toEqual([true, false]);
  });
});
