import { describe, expect, it } from 'vitest';
import { cupsOfPot, dosesOf, grindsOf, isOfWholePot } from '..';

const brews = [
  { id: 'a', potId: null, doseG: 18 },
  { id: 'b', potId: 'a', doseG: 18 },
  { id: 'c', potId: null, doseG: 15 },
  { id: 'd', potId: 'a', doseG: 18 },
];

describe('cups of one brew', () => {
  it('take their beans once, also where its first cup is no longer in the log', () => {
    expect(dosesOf(brews)).toEqual([18, 15]);
    expect(dosesOf(brews.slice(1))).toEqual([18, 15]);
  });

  it('are found from any of them', () => {
    for (const brew of brews.filter(({ id }) => id !== 'c'))
      expect(cupsOfPot(brews, brew).map(({ id }) => id)).toEqual(['a', 'b', 'd']);
  });

  it('share what went wrong, but for a dirty cup', () => {
    expect([isOfWholePot('spill'), isOfWholePot(null), isOfWholePot('dirty-cup')]).toEqual([true, true, false]);
  });
});

it('a recipe has its own setting first, then the same grind on other grinders', () => {
  const otherGrinds = [{ grinderId: 'hand', setting: 3 }];
  expect(grindsOf({ grinderId: 'flat', grinderSetting: 21, otherGrinds })).toEqual([
    { grinderId: 'flat', setting: 21 },
    ...otherGrinds,
  ]);
  expect(grindsOf({ grinderId: null, grinderSetting: 21, otherGrinds })).toEqual(otherGrinds);
});
