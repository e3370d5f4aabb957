import type { Descriptor } from '../descriptor';
import { BERRIES, CITRUS, ORCHARD_FRUIT, STONE_FRUIT } from './freshFruit';
import { DRINKS_AND_FERMENTS, GRAIN_AND_BREAD, VEGETABLES_AND_SAVOURY, WOOD_SMOKE_AND_EARTH } from './larder';
import { DRIED_AND_COOKED_FRUIT, WARM_COUNTRY_FRUIT } from './otherFruit';
import { CHOCOLATE_AND_DAIRY, NUTS_AND_SEEDS, SUGARS_AND_SWEETS } from './pantry';
import { FLOWERS, LEAVES_AND_TEAS, SPICES } from './plants';
import { PASTRY, SODAS, SWEETS } from './sweetShop';

/** The vocabulary every household begins with. */
export const DESCRIPTORS: readonly Descriptor[] = [
  ...[ORCHARD_FRUIT, STONE_FRUIT, CITRUS, BERRIES, WARM_COUNTRY_FRUIT, DRIED_AND_COOKED_FRUIT].flat(),
  ...[FLOWERS, LEAVES_AND_TEAS, SPICES, NUTS_AND_SEEDS, SUGARS_AND_SWEETS, SWEETS, CHOCOLATE_AND_DAIRY].flat(),
  ...[GRAIN_AND_BREAD, PASTRY, WOOD_SMOKE_AND_EARTH].flat(),
  ...[DRINKS_AND_FERMENTS, SODAS, VEGETABLES_AND_SAVOURY].flat(),
];
