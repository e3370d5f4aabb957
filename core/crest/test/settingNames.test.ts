import { describe, expect, it } from 'vitest';
import type { BrewParameters } from '../../brew';
import { changesFrom } from '..';

const reference: BrewParameters = {
  style: 'filter',
  brewer: 'cone',
  doseG: 17,
  waterG: 272,
  waterC: 92,
  grindStep: 0,
  filter: 'white',
  waterRecipe: null,
};
const changed = (made: Partial<BrewParameters>) => changesFrom(reference, { ...reference, ...made });

describe('what a brew changed from its reference', () => {
  it('is named setting by setting, as the judgement names it', () => {
    expect(changed({})).toEqual([]);
    expect(changed({ brewer: 'press', waterC: 93.5, grindStep: -2, waterG: 255, filter: 'brown' })).toEqual([
      { factor: 'brewer', setting: 'press' },
      { factor: 'waterC', setting: '93.5 °C' },
      { factor: 'grindStep', setting: '−2' },
      { factor: 'ratio', setting: '1:15' },
      { factor: 'filter', setting: 'brown' },
    ]);
    expect(changed({ grindStep: 1.5 })).toEqual([{ factor: 'grindStep', setting: '+1.5' }]);
  });

  it('is nothing that is not stated, and no gram that a scale can hardly tell', () => {
    expect(changed({ waterC: null, grindStep: null, filter: null, waterRecipe: 'soft' })).toEqual([]);
    expect(changed({ waterG: 272.3 })).toEqual([]);
    // Another dose at the same ratio is the same recipe.
    expect(changed({ doseG: 14, waterG: 224 })).toEqual([]);
  });
});
