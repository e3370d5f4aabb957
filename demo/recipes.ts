import type { BrewParameters } from '../core/brew';

/** What the household brews by. */
export const cone: BrewParameters = {
  style: 'filter',
  brewer: 'cone',
  doseG: 17,
  waterG: 272,
  waterC: 92,
  grindStep: 0,
};
export const flat: Partial<BrewParameters> = { brewer: 'flat-bottom' };
export const carafe: Partial<BrewParameters> = { brewer: 'thick-paper carafe', doseG: 31, waterG: 496 };
export const press: Partial<BrewParameters> = { brewer: 'press', doseG: 19, waterG: 304, waterC: 93 };
export const shot: BrewParameters = {
  style: 'espresso',
  brewer: 'espresso machine',
  doseG: 18,
  waterG: 40,
  waterC: 93,
  grindStep: 0,
};
