import type { Recipe } from '../core/brew';

/** What the household brews by. */
export const cone: Recipe = { style: 'filter', brewer: 'cone', doseG: 17, waterG: 272, waterC: 92, grindStep: 0 };
export const flat: Partial<Recipe> = { brewer: 'flat-bottom' };
export const carafe: Partial<Recipe> = { brewer: 'thick-paper carafe', doseG: 31, waterG: 496 };
export const press: Partial<Recipe> = { brewer: 'press', doseG: 19, waterG: 304, waterC: 93 };
export const shot: Recipe = {
  style: 'espresso',
  brewer: 'espresso machine',
  doseG: 18,
  waterG: 40,
  waterC: 93,
  grindStep: 0,
};
