import { z } from 'zod';
import { STYLES } from '../../core/brew';
import { name, oneOf, quantity } from '../fields';

const waterC = quantity('Water temperature', 0, 100, '°C').nullable();
const grindStep = quantity('Grind step', -100, 100).nullable();

/** What a brew and a reference recipe have in common: units in the names, grind steps counted from the reference. */
export const brewParameterFields = {
  style: oneOf('Style', STYLES),
  brewer: name('Brewer', 40),
  doseG: quantity('Dose', 0.1, 500, 'g'),
  waterG: quantity('Water', 1, 10_000, 'g'),
  waterC,
  grindStep,
  /** Filter or paper, and brewing water, by the taster's own names; null where not told apart. */
  filter: name('Filter', 60).nullable().default(null),
  waterRecipe: name('Brewing water', 60).nullable().default(null),
};

export const brewParametersInput = z.strictObject(brewParameterFields);
export type BrewParametersInput = z.infer<typeof brewParametersInput>;
