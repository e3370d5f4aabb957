import { SHAPE_SHARES } from '../../../crest';
import { METRIC } from '../../units';
import type { BagFacts, CupFacts, DrinkFacts } from '../facts';

/** A bag followed to its end. */
export const cup = (restDay: number, score: number | null, more: Partial<CupFacts> = {}): CupFacts => ({
  ...{ id: `cup-${restDay}`, restDay, score, taster: 'Mira', words: ['quince'], remarks: '', changes: [] },
  ...{ progress: null, isBlind: false, isFromMemory: false },
  ...more,
});

const liked = { 'too little': 0, 'just right': 0, 'too much': 0 };

export const FOLLOWED: BagFacts = {
  coffee: {
    ...{ name: 'Hollow Ridge', roaster: 'Fernhill Roastery', producer: '', origin: 'Burundi', variety: 'Mundo Novo' },
    ...{ process: 'honey', roastLevel: 'medium-light', altitude: '1,800 m', roastedOn: '2026-09-04' },
    ...{ isRoastAssumed: false, weightG: 250, price: 14.5, lot: '', harvest: '', species: null, blend: [] },
    ...{ certificates: '', meantFor: null, soldAgain: null, shop: '', link: '' },
  },
  scale: 'mark10',
  units: METRIC,
  cups: [cup(9, 74), cup(16, 83), cup(23, 87), cup(31, 88), cup(45, 85)],
  faulted: 1,
  tasters: 2,
  crest: {
    is: 'known',
    ...{ window: { from: 20, to: 37 }, core: { from: 22, to: 33 }, day: 25, lo: 21, hi: 30 },
    ...{ fresh: 0.01, shapes: { ...SHAPE_SHARES, crest: 0.9 }, score: { mean: 88, lo: 86, hi: 90 } },
  },
  sigma0: 3.5,
  recipe: { brewer: 'cone', style: 'filter', doseG: 17, waterG: 272, waterC: 92, name: null },
  grind: null,
  effects: [],
  claimed: null,
  confounded: [],
  forgiving: null,
  levels: [
    { name: 'brightness', value: 4.5, trend: 'falling', found: liked, strongest: null, isMerit: false },
    {
      name: 'weight',
      value: 2,
      trend: null,
      found: { ...liked, 'too little': 3, 'just right': 1 },
      strongest: null,
      isMerit: false,
    },
    { name: 'sweetness', value: 3, trend: 'rising', found: liked, strongest: null, isMerit: false },
    { name: 'clarity', value: 4, trend: null, found: liked, strongest: null, isMerit: true },
  ],
  levelsFrom: 'all cups',
  feel: { finish: [], dryness: [], textures: [], colours: [], clarities: [], layers: [] },
  ...{ places: [], attributes: [], parts: [] },
  words: [
    { name: 'quince', cups: 4, days: [9, 16, 23, 31] },
    { name: 'cut grass', cups: 1, days: [9] },
    { name: 'malt', cups: 1, days: [45] },
  ],
  wordedCups: 5,
  label: [],
  blindToLabel: 0,
  roast: null,
  restClaim: 'The roaster advises 14 days; the crest was found around day 25 (8 in 10: days 21–30), 11 days later.',
  value: null,
  standings: [],
  ...{ buyAgain: 'yes', liked: null },
  trueTo: [],
  otherDrinks: [],
  ...{ finalMarks: [], bet: null, printed: null, colour: null, yardsticks: [], openedDay: null },
  frozenDays: 0,
  foretold: { cups: 9, inside: 7 },
  ...{ basis: { marks: 5, levels: 0, comparisons: 0 }, isFinished: true },
};

/** Two cups of it with milk, the mean of both. */
export const withMilk = (mean: number): DrinkFacts => ({
  ...{ style: 'milk', cups: 2, days: [12, 15], score: { mean, cups: 2 }, label: [], grind: null },
  words: [{ name: 'molasses', cups: 2, days: [12, 15] }],
  levels: [
    { name: 'brightness', value: 2 },
    { name: 'sweetness', value: 3.5 },
  ],
  recipe: { brewer: 'espresso machine', style: 'milk', doseG: 18, waterG: 36, waterC: 93, name: null },
});

/** The same judged in one evening. */
export const ONE_EVENING: BagFacts = {
  ...FOLLOWED,
  cups: [cup(19, 72), cup(19, 78, { id: 'second' }), cup(19, 74, { id: 'third' })],
  crest: { is: 'one day', day: 19 },
  foretold: null,
};
