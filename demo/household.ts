import type { BagDraft } from '../contract/bag';
import type { Hand } from '../contract/instrument';
import type { MakingInput } from '../contract/making';
import type { CupDraft } from '../contract/cup';
import type { Recipe } from '../core/brew';

/**
 * A made-up household: what each bag says on its label, how it truly behaves (which nobody in the story knows), and how
 * it was brewed. Days are counted back from the day the demo is made.
 */

/**
 * The truth behind a bag's scores: level at the peak, when that is, and how steeply it rises and falls (in ln days).
 */
export interface Truth {
  level: number;
  peakDay: number;
  riseWidth: number;
  fallWidth: number;
  height: number;
  /** What each brewer other than the reference does to the liking, points. */
  brewers?: Record<string, number>;
  /** Points lost per (2 °C)² from the reference. */
  perTwoC?: number;
}

export interface DemoBrew {
  /** Calendar day since roast. */
  day: number;
  taster: 'Mira' | 'Tomas';
  recipe?: Partial<Recipe>;
  notes?: string;
  drainS?: number;
  fault?: 'spill' | 'stalled-filter';
  faultNote?: string;
  fromMemory?: boolean;
  /** What was tasted in stages: "hot-first: quince, honey; cool-second: damson". */
  looks?: string;
  /** Levels and how they were liked: "acidity 4+ right, body 2 little". */
  levels?: string;
  cup?: Partial<Omit<CupDraft, 'school' | 'mark' | 'words' | 'levels'>>;
  /** What was seen of a brew that was made without the bench. */
  seen?: Partial<MakingInput>;
  /** Made at the bench with the simulated scale: whose hand it was, and what was seen and measured. */
  bench?: { hand: Hand } & Partial<Pick<MakingInput, 'vigour' | 'bed' | 'tastes' | 'tdsPercent' | 'ph'>>;
}

export interface DemoBag {
  label: Omit<BagDraft, 'roastedOn' | 'bestBefore' | 'spells' | 'finishedOn'>;
  /** Days since roast. */
  age: number;
  /** Days since roast on which it went into the freezer and came out again (null: still there). */
  frozen?: { from: number; to: number | null };
  bestBeforeOnly?: boolean;
  /** Days since roast on which it was finished. */
  finishedAt?: number;
  truth: Truth;
  brews: DemoBrew[];
}

const cone: Recipe = { style: 'filter', brewer: 'cone', doseG: 17, waterG: 272, waterC: 92, grindStep: 0 };
const flat: Partial<Recipe> = { brewer: 'flat-bottom' };
const carafe: Partial<Recipe> = { brewer: 'thick-paper carafe', doseG: 31, waterG: 496 };
const press: Partial<Recipe> = { brewer: 'press', doseG: 19, waterG: 304, waterC: 93 };
const shot: Recipe = { style: 'espresso', brewer: 'espresso machine', doseG: 18, waterG: 40, waterC: 93, grindStep: 0 };

export const TASTERS = ['Mira', 'Tomas'] as const;

export const BAGS: readonly DemoBag[] = [
  {
    label: {
      name: 'Kivu Terrace',
      roaster: 'Fernhill Roastery',
      origin: 'Rwanda',
      variety: 'Typica',
      process: 'washed',
      roastLevel: 'light',
      printedNotes: 'quince, rooibos, damson',
      restAdviceDays: 14,
      weightG: 250,
      price: 14.5,
      perceivedRoast: 'medium-light',
      bet: 'Tea-like; sweet once it cools.',
      betMark: 8,
      reference: cone,
    },
    age: 22,
    truth: {
      level: 87,
      peakDay: 21,
      riseWidth: 0.5,
      fallWidth: 0.6,
      height: 13,
      brewers: { 'thick-paper carafe': -4 },
    },
    brews: [
      {
        day: 6,
        taster: 'Mira',
        notes: 'Closed. Green almond, thin finish.',
        looks: 'whole-bean: hay; hot-nose: cut grass; hot-first: green almond',
        levels: 'brightness 4 much, weight 2 little, sweetness 1+ little, length 1.5 little, fruit 2+, flowers 1',
        cup: { finishS: 6, dryness: 'some', textures: ['watery'] },
        drainS: 172,
        bench: { hand: 'fast', vigour: 'wild', bed: 'hollow near right', tastes: ['sour', 'thin'], tdsPercent: 1.21 },
      },
      {
        day: 9,
        taster: 'Mira',
        notes: 'Opening: a little quince.',
        looks: 'hot-nose: chamomile; warm-first: quince, green apple',
        levels: 'brightness 4- much, weight 2+, sweetness 2 little, length 2 little, fruit 2.5, flowers 2-',
        drainS: 178,
        bench: { hand: 'steady', vigour: 'lively', bed: 'flat', tastes: ['sour'] },
      },
      {
        day: 12,
        taster: 'Tomas',
        recipe: carafe,
        notes: 'Soft, a bit hidden.',
        looks: 'warm-first: rooibos; cool-first: honey',
        levels: 'brightness 3, weight 3 right, sweetness 3-, length 2+, flowers 2',
        cup: { company: 'panel' },
      },
      {
        day: 15,
        taster: 'Mira',
        notes: 'Bright.',
        looks: 'ground: jasmine; hot-nose: quince; hot-first: quince jelly, lemon zest; cool-first: rooibos',
        levels: 'brightness 3+ right, weight 3-, sweetness 3 right, length 3-, fruit 3-, flowers 3',
        cup: { finishS: 14, markAt: 'warm', dryness: 'a trace', textures: ['juicy'] },
        drainS: 181,
        bench: { hand: 'steady', vigour: 'lively', bed: 'flat', tdsPercent: 1.3 },
      },
      {
        day: 17,
        taster: 'Mira',
        recipe: carafe,
        notes: 'Rounder.',
        looks: 'warm-first: rooibos, quince; cool-second: molasses',
        levels: 'brightness 3-, weight 3+ right, sweetness 3+, length 3, flowers 2+, fruit 2',
      },
      {
        day: 19,
        taster: 'Mira',
        notes: 'Damson skin, long sweet finish.',
        looks: 'hot-nose: quince, jasmine; warm-first: plum; cool-first: quince, honey',
        levels: 'brightness 3 right, weight 3, sweetness 4- right, length 4- right, fruit 2, flowers 3+',
        cup: { finishS: 24, markAt: 'cool', dryness: 'a trace', textures: ['silky', 'juicy'] },
        drainS: 184,
        bench: { hand: 'steady', vigour: 'steady', bed: 'flat', tdsPercent: 1.33, ph: 4.98 },
      },
      {
        day: 21,
        taster: 'Tomas',
        notes: 'The best so far.',
        looks: 'hot-nose: quince, rose; hot-first: quince, honey; cool-first: plum, rooibos',
        levels: 'brightness 3 right, weight 3 right, sweetness 4 right, length 4+ right, fruit 2-, flowers 3',
        cup: {
          finishS: 31,
          markAt: 'cool',
          company: 'panel',
          textures: ['silky'],
          nag: {
            said: 'the tin my aunt kept biscuits in: warm, dusty, a little of flowers',
            tapped: ['warming', 'powdery', 'flower', 'spice'],
          },
        },
        drainS: 182,
        bench: { hand: 'slow', vigour: 'faint', bed: 'flat', tastes: ['dry'], tdsPercent: 1.36 },
      },
    ],
  },
  {
    label: {
      name: 'Quebrada Sombra',
      roaster: 'Ninth Kettle',
      origin: 'Bolivia',
      variety: 'Maragogipe',
      process: 'natural',
      roastLevel: 'medium-light',
      printedNotes: 'fig, melon, molasses',
      weightG: 250,
      price: 16,
      bet: 'Probably too fruity for me.',
      reference: cone,
    },
    age: 33,
    truth: { level: 84, peakDay: 15, riseWidth: 0.5, fallWidth: 0.5, height: 14, brewers: { 'flat-bottom': 1 } },
    brews: [
      { day: 7, taster: 'Tomas', notes: 'Loud melon, some ferment.', drainS: 165 },
      { day: 10, taster: 'Tomas', notes: 'Fig. Heavier.', drainS: 170 },
      { day: 13, taster: 'Mira', recipe: flat, notes: 'Fig and molasses, sweet.' },
      { day: 16, taster: 'Mira', notes: 'Melon, walnut behind it.', drainS: 171 },
      { day: 20, taster: 'Tomas', notes: 'Still good, quieter.' },
      { day: 25, taster: 'Mira', notes: 'Molasses, flat top.', drainS: 169 },
      { day: 30, taster: 'Tomas', notes: 'Woody edge.', drainS: 168 },
    ],
  },
  {
    label: {
      name: 'Mbeya Slopes',
      roaster: 'Fernhill Roastery',
      origin: 'Tanzania',
      variety: 'Batian',
      process: 'washed',
      roastLevel: 'light',
      printedNotes: 'tamarind, apricot',
      restAdviceDays: 21,
      weightG: 250,
      price: 15,
      reference: cone,
    },
    age: 13,
    truth: { level: 88, peakDay: 24, riseWidth: 0.5, fallWidth: 0.7, height: 18 },
    brews: [
      { day: 4, taster: 'Mira', notes: 'Sharp. Tamarind and nothing else.' },
      {
        day: 6,
        taster: 'Tomas',
        notes: 'Still all edge.',
        looks: 'cup: tamarind, lime',
        levels: 'brightness 5 much, sweetness 1 little, weight 2',
      },
      {
        day: 8,
        taster: 'Mira',
        notes: 'Less sharp.',
        looks: 'hot-first: tamarind; cool-first: nectarine',
        levels: 'brightness 4.5 much, sweetness 2 little, weight 2+',
        drainS: 176,
      },
      {
        day: 10,
        taster: 'Tomas',
        recipe: flat,
        looks: 'cup: nectarine, grandmother’s attic',
        levels: 'brightness 4, sweetness 2.5, weight 3-',
      },
      { day: 12, taster: 'Mira', notes: 'Getting sweeter.', drainS: 180 },
    ],
  },
  {
    label: {
      name: 'Huehue Ridge',
      roaster: 'Lantern Street',
      origin: 'Guatemala',
      variety: 'Catuaí',
      process: 'honey',
      roastLevel: 'light',
      printedNotes: 'cedar, clove, nectarine',
      weightG: 250,
      price: 13,
      reference: cone,
    },
    age: 5,
    truth: { level: 85, peakDay: 20, riseWidth: 0.5, fallWidth: 0.6, height: 11 },
    brews: [],
  },
  {
    // Better brewer and later days came together: nobody can say from this log whether it peaked or was brewed better.
    label: {
      name: 'Gishora Hill',
      roaster: 'Ninth Kettle',
      origin: 'Burundi',
      variety: 'Typica',
      process: 'washed',
      roastLevel: 'medium-light',
      printedNotes: 'rooibos, clove',
      weightG: 250,
      price: 13.5,
      bet: 'A safe one.',
      reference: cone,
    },
    age: 26,
    truth: { level: 83, peakDay: 15, riseWidth: 0.5, fallWidth: 0.6, height: 8, brewers: { 'thick-paper carafe': 5 } },
    brews: [
      { day: 8, taster: 'Mira', notes: 'Rooibos.' },
      { day: 11, taster: 'Mira', notes: 'Clove, thin.' },
      { day: 14, taster: 'Mira', notes: 'Rooibos, some sugar.' },
      { day: 18, taster: 'Mira', recipe: carafe, notes: 'Much rounder in the carafe.' },
      { day: 21, taster: 'Mira', recipe: carafe, notes: 'Sweet, clove, long.' },
      { day: 24, taster: 'Mira', recipe: carafe, notes: 'Round again. The days or the carafe?' },
    ],
  },
  {
    label: {
      name: 'Wadi Terraces',
      roaster: 'Saltmarsh Coffee',
      origin: 'Yemen',
      variety: 'Typica',
      process: 'natural',
      roastLevel: 'medium',
      printedNotes: 'fig, tamarind, cedar',
      weightG: 200,
      price: 24,
      bet: 'Keep half for a guest.',
      reference: cone,
    },
    age: 48,
    frozen: { from: 12, to: null },
    truth: { level: 89, peakDay: 15, riseWidth: 0.5, fallWidth: 0.6, height: 12 },
    brews: [
      { day: 7, taster: 'Mira', notes: 'Fig, dry cedar.' },
      { day: 10, taster: 'Tomas', notes: 'Tamarind, dark sugar.' },
      { day: 12, taster: 'Mira', notes: 'Everything at once. The rest goes in the freezer.' },
    ],
  },
  {
    label: {
      name: 'Low Tide Espresso',
      roaster: 'Saltmarsh Coffee',
      origin: 'India',
      variety: 'S795',
      process: 'washed',
      roastLevel: 'medium-dark',
      printedNotes: 'walnut, molasses, malt',
      weightG: 500,
      price: 19,
      reference: shot,
    },
    age: 17,
    truth: { level: 82, peakDay: 14, riseWidth: 0.45, fallWidth: 0.7, height: 14 },
    brews: [
      {
        day: 5,
        taster: 'Tomas',
        notes: 'Too quick to taste of anything.',
        fault: 'spill',
        faultNote: 'The cup stood beside the spout.',
      },
      {
        day: 6,
        taster: 'Tomas',
        notes: 'Crema everywhere, sharp.',
        drainS: 24,
        bench: { hand: 'fast', vigour: 'wild', tastes: ['sour'] },
      },
      { day: 8, taster: 'Tomas', notes: 'Walnut.', drainS: 27, bench: { hand: 'steady', vigour: 'lively' } },
      { day: 10, taster: 'Tomas', recipe: { grindStep: -1 }, notes: 'Finer: heavier, malt.', drainS: 31 },
      { day: 12, taster: 'Mira', notes: 'Molasses, round.', drainS: 28 },
      {
        day: 14,
        taster: 'Tomas',
        notes: 'Malt and walnut. Good.',
        drainS: 29,
        bench: { hand: 'steady', vigour: 'steady' },
      },
      {
        day: 16,
        taster: 'Mira',
        recipe: { style: 'cold' },
        seen: { iceG: 70 },
        notes: 'Over ice: malt and nothing sharp.',
        looks: 'cup: malt, walnut',
      },
    ],
  },
  {
    label: {
      name: 'Taster’s Tin',
      roaster: 'Lantern Street',
      origin: 'Ecuador',
      variety: 'Villa Sarchi',
      process: 'honey',
      roastLevel: 'medium-light',
      printedNotes: 'malt, nectarine',
      weightG: 70,
      price: 7,
      bet: 'Too little to learn much from.',
      reference: { ...cone, brewer: 'siphon', doseG: 16, waterG: 240 },
    },
    age: 19,
    truth: { level: 82, peakDay: 20, riseWidth: 0.6, fallWidth: 0.7, height: 12 },
    brews: [
      { day: 9, taster: 'Mira', notes: 'Malt first. Nectarine if one is told.' },
      { day: 15, taster: 'Tomas', notes: 'More of it, and sweeter.', fromMemory: true },
    ],
  },
  {
    label: {
      name: 'Harbour House Blend',
      roaster: 'Dry Dock Provisions',
      origin: 'Sumatra and Uganda',
      variety: '',
      process: 'washed',
      roastLevel: 'medium-dark',
      printedNotes: 'cedar, walnut',
      weightG: 500,
      price: 11,
      school: 'stars',
      reference: { ...cone, brewer: 'press', doseG: 19, waterG: 304, waterC: 93 },
    },
    age: 41,
    bestBeforeOnly: true,
    truth: { level: 76, peakDay: 25, riseWidth: 0.9, fallWidth: 1.2, height: 1 },
    brews: [
      { day: 16, taster: 'Tomas', notes: 'Walnut, cedar. Breakfast coffee.' },
      { day: 18, taster: 'Tomas' },
      { day: 20, taster: 'Tomas', notes: 'The same.' },
      { day: 22, taster: 'Tomas' },
      { day: 24, taster: 'Tomas', notes: 'Walnut.' },
      { day: 27, taster: 'Tomas' },
      { day: 29, taster: 'Tomas', recipe: { brewer: 'cone', waterC: 92 }, notes: 'Cleaner in the cone, thinner.' },
      { day: 31, taster: 'Tomas' },
      { day: 34, taster: 'Tomas', notes: 'Cedar.' },
      {
        day: 36,
        taster: 'Tomas',
        recipe: { style: 'milk' },
        seen: { milkG: 60 },
        notes: 'For the aunt, with milk.',
        cup: { milkKind: 'whole' },
      },
      { day: 39, taster: 'Tomas', notes: 'The same as ever.' },
    ],
  },
  {
    label: {
      name: 'Nyanza Grove',
      roaster: 'Fernhill Roastery',
      origin: 'Burundi',
      variety: 'Mundo Novo',
      process: 'honey',
      roastLevel: 'light',
      printedNotes: 'quince, nectarine',
      restAdviceDays: 14,
      weightG: 250,
      price: 15,
      perceivedRoast: 'light',
      bet: 'Likely a favourite.',
      betMark: 8.8,
      betHeld: 'held',
      reference: cone,
    },
    age: 84,
    finishedAt: 46,
    truth: { level: 88, peakDay: 26, riseWidth: 0.45, fallWidth: 0.6, height: 13, brewers: { press: -3 } },
    brews: [
      { day: 9, taster: 'Mira', notes: 'Too early: grassy.' },
      { day: 13, taster: 'Mira', notes: 'Nectarine, short.' },
      { day: 16, taster: 'Tomas', notes: 'Nectarine, honey.' },
      { day: 20, taster: 'Mira', recipe: press, notes: 'Muddy in the press.' },
      { day: 23, taster: 'Mira', notes: 'Quince at last.', drainS: 181 },
      { day: 26, taster: 'Mira', notes: 'Quince, honey, endless.', drainS: 183 },
      { day: 29, taster: 'Tomas', notes: 'As good as it gets.' },
      { day: 31, taster: 'Mira', notes: 'The filter folded over halfway.', fault: 'stalled-filter' },
      { day: 34, taster: 'Mira', notes: 'Softer.', drainS: 180 },
      { day: 39, taster: 'Tomas', notes: 'Malt creeping in.' },
      { day: 45, taster: 'Mira', notes: 'Paper. The end.' },
    ],
  },
  {
    label: {
      name: 'Old Mill Dark',
      roaster: 'Dry Dock Provisions',
      origin: 'Uganda',
      variety: '',
      process: 'natural',
      roastLevel: 'dark',
      printedNotes: 'molasses, malt',
      weightG: 250,
      price: 9,
      reference: { ...cone, waterC: 88 },
    },
    age: 61,
    finishedAt: 27,
    truth: { level: 78, peakDay: 7, riseWidth: 0.5, fallWidth: 0.5, height: 14, perTwoC: -1 },
    brews: [
      { day: 3, taster: 'Tomas', notes: 'Smoke, molasses.' },
      { day: 5, taster: 'Tomas', notes: 'Malt loaf.' },
      { day: 7, taster: 'Mira', notes: 'Molasses, round.' },
      { day: 10, taster: 'Tomas', recipe: { waterC: 92 }, notes: 'Hotter: bitter.' },
      { day: 13, taster: 'Tomas', notes: 'Fine.' },
      { day: 17, taster: 'Mira', notes: 'Ashy.' },
      { day: 22, taster: 'Tomas', notes: 'Only with sugar.' },
    ],
  },
];
