import { describe, expect, it } from 'vitest';
import type { Driver } from '../../palate';
import {
  crestDaysText,
  driverText,
  engineNoiseText,
  finerText,
  hasEffect,
  higherText,
  levelApartText,
  repeatabilityText,
  standingText,
  tooFewCupsText,
} from '../palate';

const firm = { sd: 0.31, lo: 0.25, hi: 0.39, degrees: 21, more: 0 };
const loose = { sd: 0.5, lo: 0.29, hi: 1.2, degrees: 3, more: 14 };

describe('a palate in words', () => {
  it('says how repeatable a taster is, and what is missing to be firm', () => {
    expect(repeatabilityText('Mira', firm, 0.35)).toBe(
      'Mira’s marks of one and the same cup lie 0.31 apart (standard deviation; 8 in 10: 0.25 to 0.39), from 21 repeats. That is firm. Before any repeat 0.35 is assumed.',
    );
    expect(repeatabilityText('', loose, null)).toMatch(
      /^Marks of one .* from three repeats\. 14 more would make it firm\.$/,
    );
    expect(engineNoiseText({ factor: 0.9, bags: 2, repeats: 6 })).toBe(
      'The engine takes marks to miss 10 % less than is assumed of each scale, by six repeats and two finished bags.',
    );
    expect(engineNoiseText({ factor: 1, bags: 0, repeats: 0 })).toMatch(/no repeats and no finished bags yet/);
    expect(finerText([firm, loose], ['Mira', 'Tomas'])).toBe(
      'Mira repeats more finely: 0.31 against 0.5, though that may be chance.',
    );
    expect(finerText([null, loose], ['Mira', 'Tomas'])).toBe('');
    // What prints alike is not told apart.
    expect(finerText([firm, { ...loose, sd: 0.312 }], ['Mira', 'Tomas'])).toBe('');
  });

  it('says what is liked no more surely than the interval allows', () => {
    const driver = (differently: Partial<Driver>): Driver => ({
      kind: 'level',
      of: 'x',
      effect: { mean: 12, lo: 4, hi: 20 },
      cups: 24,
      ideal: null,
      usual: 3,
      bend: 0,
      ...differently,
    });
    expect(driverText(driver({ ideal: 3.96 }), 'sweetness', 'mark10', true)).toBe(
      'Sweetness helps up to 4, and is too much beyond.',
    );
    expect(driverText(driver({ ideal: 4.8 }), 'sweetness', 'mark10', true)).toBe('Sweetness helps, up to 4.8.');
    expect(driverText(driver({}), 'fruit', 'mark10', true)).toBe(
      'The more fruit, the better: +1.2 a level (80 % likely +0.4 to +2; 24 cups).',
    );
    expect(driverText(driver({}), 'fruit', 'mark10', false)).toMatch(/^Perhaps the more fruit, the better/);
    const unsure = { mean: 2, lo: -4, hi: 8 };
    expect([driver({}), driver({ effect: unsure }), driver({ effect: unsure, ideal: 3 })].map(hasEffect)).toEqual([
      true,
      false,
      true,
    ]);
    const near = { mean: -3, lo: -6, hi: -0.3 };
    expect(hasEffect(driver({ effect: near }))).toBe(true);
    expect(driverText(driver({ effect: near }), 'weight', 'mark10', false)).toContain(
      '(80 % likely −0.6 to 0; 24 cups)',
    );
    const against = { mean: -15, lo: -25, hi: -5 };
    expect(driverText(driver({ kind: 'family', effect: against }), 'nuts and seeds', 'mark10', true)).toBe(
      'Lower marks with words of nuts and seeds: −1.5 (80 % likely −2.5 to −0.5; 24 cups).',
    );
    expect(driverText(driver({ kind: 'texture' }), 'silky', 'mark10', false)).toMatch(
      /^Perhaps higher marks with a silky texture: \+1\.2 /,
    );
    const felt = (of: string, effect = driver({}).effect): string =>
      driverText(driver({ kind: 'feel', of, effect }), of, 'mark10', true);
    expect(felt('finish')).toMatch(/^The longer the finish, the better: \+1\.2 for twice as long \(/);
    expect(felt('dryness', against)).toMatch(/^The less dry, the better: −1\.5 a step \(/);
    expect(felt('coolness')).toMatch(/^The cooler it is scored, the better: \+1\.2 a step \(/);
    expect(felt('coolness', against)).toMatch(/^The hotter it is scored, the better/);
    expect(levelApartText('body', { pairs: 4, mean: -0.8, interval: { lo: -1.2, hi: -0.4 } }, ['Mira', 'Tomas'])).toBe(
      'Body: Tomas draws 0.8 more than Mira (8 in 10: +0.4 to +1.2).',
    );
    expect(tooFewCupsText(0)).toMatch(/There is none yet\.$/);
    expect(tooFewCupsText(9)).toBe('What you like is said from 15 scored cups on. There are nine: six more.');
  });

  it('says where one stands and where it could', () => {
    expect(standingText({ place: 3, bestPlace: 2, worstPlace: 3 }, 9)).toBe('third of nine, could be second');
    expect(standingText({ place: 1, bestPlace: 1, worstPlace: 1 }, 4)).toBe('first of four');
    expect(standingText({ place: 3, bestPlace: 1, worstPlace: 9 }, 9)).toBe('anywhere from first to ninth');
    expect(standingText({ place: 1, bestPlace: 1, worstPlace: 1 }, 1)).toBe('first of one');
    expect(standingText({ place: 3, bestPlace: 1, worstPlace: 6 }, 9)).toBe('third of nine, could be first to sixth');
    expect(standingText({ place: 1, bestPlace: 1, worstPlace: 4 }, 9)).toBe('first of nine, could be as low as fourth');
  });

  it('says how days moved, and who is higher', () => {
    expect(crestDaysText({ tableDays: 21, learntDays: 26.4, bags: 3 })).toBe(
      'day 26, 5 days later than the table’s day 21 (three bags)',
    );
    expect(crestDaysText({ tableDays: 21, learntDays: 21.2, bags: 1 })).toBe('day 21, as the table has it (one bag)');
    const names = ['Mira', 'Tomas'] as const;
    expect(higherText({ pairs: 6, mean: -5, interval: { lo: -8, hi: -2 } }, names, 'mark10')).toBe(
      'Tomas marks 0.5 above Mira over the six brews both marked (8 in 10: +0.2 to +0.8).',
    );
    expect(higherText({ pairs: 2, mean: 5, interval: { lo: -2, hi: 12 } }, names, 'mark10')).toMatch(
      /which may be chance\.$/,
    );
    expect(higherText(null, names, 'mark10')).toMatch(/no brew together yet/);
  });
});
