import { KIND_TRAITS, PLAIN_STAGE, type Act, type BrewKind, type Recipe, type Stage } from './recipe';

const stage = (act: Act, atS: number, forS: number, toG: number | null, how = ''): Stage => ({
  act,
  atS,
  forS,
  toG,
  ...PLAIN_STAGE,
  how,
});

function recipe(
  name: string,
  kind: BrewKind,
  doseG: number,
  waterG: number,
  waterC: number | null,
  more: Partial<Recipe>,
): Recipe {
  const { brewer, style } = KIND_TRAITS[kind];
  const open = {
    filter: null,
    waterRecipe: null,
    hardnessPpm: null,
    grinderId: null,
    grinderSetting: null,
    otherGrinds: [],
    grindsElsewhere: [],
    grindWord: null,
    iceG: 0,
    drain: null,
    pressureBar: null,
    tdsTarget: null,
    shotS: null,
    steepHours: null,
    stages: [],
    why: '',
  };
  return { name, kind, style, brewer, doseG, waterG, waterC, ...open, ...more };
}

/**
 * Recipes a household begins with, one for most kinds of brewing: starting points of our own, meant to be changed. The
 * first is the standard recipe until the taster names another.
 */
export const STARTER_RECIPES: readonly Recipe[] = [
  recipe('Growing pours', 'cone', 17, 272, 92, {
    drain: { fromS: 165, toS: 195 },
    stages: [
      stage('bloom', 0, 12, 50, 'centre first, wet every ground'),
      stage('pour', 40, 14, 120, 'small circles, not onto the paper'),
      stage('pour', 75, 14, 195, 'once the bed shows at the rim'),
      stage('pour', 112, 14, 272, 'centre, gently'),
      stage('swirl', 130, 4, null, 'once, to level the bed'),
    ],
  }),
  recipe('Two long pours', 'flat-bottom', 16, 256, 93, {
    drain: { fromS: 170, toS: 200 },
    stages: [
      stage('bloom', 0, 12, 48, 'wet every ground'),
      stage('swirl', 14, 4, null),
      stage('pour', 45, 25, 150, 'slow circles'),
      stage('pour', 95, 25, 256, 'slow circles, keep the bed covered'),
    ],
  }),
  recipe('Three pours for two', 'thick-paper carafe', 30, 480, 95, {
    drain: { fromS: 255, toS: 300 },
    stages: [
      stage('bloom', 0, 15, 90, 'centre, then outward'),
      stage('pour', 50, 25, 220, 'spirals'),
      stage('pour', 105, 25, 350, 'spirals'),
      stage('pour', 160, 25, 480, 'centre'),
    ],
  }),
  recipe('Two fills, then down', 'press', 19, 304, 93, {
    drain: { fromS: 270, toS: 315 },
    stages: [
      stage('pour', 0, 12, 110, 'wet every ground'),
      stage('stir', 35, 8, null, 'from below, until none floats dry'),
      stage('pour', 50, 18, 304, 'along the wall'),
      stage('press', 270, 30, null, 'all the way, as slowly as it lets itself'),
    ],
  }),
  recipe('Short boil, two stirs', 'siphon', 18, 270, 92, {
    drain: { fromS: 105, toS: 135 },
    stages: [
      stage('pour', 0, 5, 270, 'water up, grounds in'),
      stage('stir', 8, 6, null, 'fold the grounds under'),
      stage('stir', 55, 6, null, 'once round'),
      stage('lift', 65, 3, null, 'heat away, let it draw down'),
    ],
  }),
  recipe('Raised twice', 'small pot', 8, 80, 70, {
    drain: { fromS: 170, toS: 210 },
    stages: [
      stage('pour', 0, 5, 80, 'cold or warm water onto the grounds'),
      stage('stir', 8, 8, null, 'until no dry ground floats'),
      stage('lift', 120, 10, null, 'as the foam rises'),
      stage('lift', 150, 10, null, 'once more, then let it settle'),
    ],
  }),
  recipe('Long and even shot', 'espresso', 18, 40, 93, { shotS: 29, pressureBar: 8, drain: { fromS: 26, toS: 32 } }),
  recipe('Overnight', 'cold steep', 60, 720, 8, {
    steepHours: 14,
    stages: [
      stage('pour', 0, 60, 720, 'wet every ground'),
      stage('stir', 70, 15, null, 'then into the refrigerator, covered'),
    ],
  }),
  recipe('Bowl for tasting', 'cupping bowl', 12, 204, 91, {
    drain: { fromS: 750, toS: 1050 },
    stages: [
      stage('pour', 0, 15, 204, 'slowly, until no ground is dry'),
      stage('break', 315, 10, null, 'push the floating grounds under and smell'),
      stage('skim', 345, 30, null, 'lift off what still floats'),
      stage('taste', 780, 60, null, 'once the bowl is warm, not hot'),
    ],
  }),
  recipe('Half onto ice', 'iced', 20, 300, 93, {
    iceG: 120,
    drain: { fromS: 135, toS: 165 },
    stages: [
      stage('bloom', 0, 12, 50, 'wet every ground'),
      stage('pour', 40, 15, 115, 'small circles'),
      stage('pour', 75, 15, 180, 'centre'),
    ],
  }),
  recipe('A pot for the table', 'batch', 60, 960, 93, {
    drain: { fromS: 330, toS: 390 },
    stages: [stage('bloom', 0, 30, 150, 'pulse'), stage('pour', 60, 210, 960, 'let the machine run')],
  }),
];
