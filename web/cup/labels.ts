import type { brewFields } from '../../contract/bag/brew';
import type { cupFields } from '../../contract/bag/cup';
import type { makingFields } from '../../contract/bag/making';

/**
 * What each field is called on the sheet of a brew and its cup, and where two copies of it differ; null for what the
 * sheet only carries along. A field without its line here does not compile, and one that no sheet
 * asks for fails a test. A control that stands beside others may be called shorter there.
 */
type Labels<Fields> = Readonly<Record<keyof Fields, string | null>>;

export const BREW = {
  brewer: 'Brewer',
  style: 'Drunk as',
  doseG: 'Dose',
  waterG: 'Water',
  waterC: 'Water temperature',
  grindStep: 'Grind',
  filter: 'Filter',
  waterRecipe: 'Brewing water',
  brewedAt: 'Brewed at',
  tasterId: 'Taster',
  drainS: 'Time',
  recordedFrom: 'Written',
  fault: 'What went wrong',
  faultNote: 'What went wrong, in your words',
  potId: null,
  portionId: 'Beans of',
} as const satisfies Labels<typeof brewFields>;

export const MAKING = {
  recipeVersionId: null,
  vigour: 'Bloom',
  bed: 'Bed',
  tastes: 'It tasted',
  tdsPercent: 'Dissolved solids',
  beverageG: 'Beverage',
  ph: 'pH',
  hardnessPpm: 'Hardness',
  pressureBar: 'Pressure',
  grinderId: 'Grinder',
  grinderSetting: 'Grinder setting',
  grindWord: 'Grind, in words',
  iceG: 'Ice',
  milkG: 'Milk',
} as const satisfies Labels<typeof makingFields>;

export const CUP = {
  scoringScale: null,
  mark: 'Mark',
  aroma: 'Aroma',
  acidity: 'Acidity',
  body: 'Body',
  sweetness: 'Sweetness',
  cleanness: 'Cleanness',
  parts: 'Parts',
  intensities: 'Levels',
  markAt: 'The mark rests on',
  finishS: 'Finish',
  dryness: 'Dryness',
  textures: 'It feels',
  liquorColour: 'Colour of the liquor',
  liquorClarity: 'How clear',
  shotLayers: 'Layers of the shot',
  coffeeFaults: 'Faults of the coffee',
  progress: 'Against the cups before',
  comparisons: 'Against another cup',
  milkKind: 'Which milk',
  company: 'At the table',
  blind: 'Tasted blind',
  remarks: 'In your words',
  remarksPrivate: 'For this household alone',
  nag: 'The word that will not come',
  meantScore: null,
} as const satisfies Labels<typeof cupFields>;
