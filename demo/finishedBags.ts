import { sheet } from './tasting';
import { cone, flat, press } from './recipes';
import type { DemoBag } from './story';

/** What was drunk to the end, and what the next bag is judged by. */
export const FINISHED_BAGS: readonly DemoBag[] = [
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
    truth: { baseline: 88, peakDay: 26, riseWidth: 0.45, fallWidth: 0.6, height: 13, brewers: { press: -3 } },
    brews: [
      { day: 9, taster: 'Mira', remarks: 'Too early: grassy.' },
      { day: 13, taster: 'Mira', remarks: 'Nectarine, short.' },
      { day: 16, taster: 'Tomas', remarks: 'Nectarine, honey.' },
      { day: 20, taster: 'Mira', parameters: press, remarks: 'Muddy in the press.' },
      { day: 23, taster: 'Mira', remarks: 'Quince at last.', drainS: 181 },
      { day: 26, taster: 'Mira', remarks: 'Quince, honey, endless.', drainS: 183 },
      { day: 29, taster: 'Tomas', remarks: 'As good as it gets.' },
      { day: 31, taster: 'Mira', remarks: 'The filter folded over halfway.', fault: 'stalled-filter' },
      { day: 34, taster: 'Mira', remarks: 'Softer.', drainS: 180 },
      { day: 39, taster: 'Tomas', remarks: 'Malt creeping in.' },
      { day: 45, taster: 'Mira', remarks: 'Paper. The end.' },
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
    truth: { baseline: 78, peakDay: 7, riseWidth: 0.5, fallWidth: 0.5, height: 14, perTwoC: -1 },
    brews: [
      { day: 3, taster: 'Tomas', remarks: 'Smoke, molasses.' },
      { day: 5, taster: 'Tomas', remarks: 'Malt loaf.' },
      { day: 7, taster: 'Mira', remarks: 'Molasses, round.' },
      { day: 10, taster: 'Tomas', parameters: { waterC: 92 }, remarks: 'Hotter: bitter.' },
      { day: 13, taster: 'Tomas', remarks: 'Fine.' },
      { day: 17, taster: 'Mira', remarks: 'Ashy.' },
      { day: 22, taster: 'Tomas', remarks: 'Only with sugar.' },
    ],
  },
  {
    label: {
      name: 'Threshold Lot 9',
      roaster: 'Ninth Kettle',
      origin: 'Panama',
      variety: 'Gesha',
      process: 'washed',
      roastLevel: 'light',
      printedNotes: 'jasmine, bergamot, peach',
      restAdviceDays: 18,
      weightG: 60,
      price: 19,
      scoringScale: 'parts',
      bet: 'Three cups, one evening, and a page about it.',
      reference: cone,
    },
    age: 38,
    finishedAt: 19,
    truth: { baseline: 86, peakDay: 20, riseWidth: 0.5, fallWidth: 0.6, height: 10, brewers: { 'flat-bottom': 2 } },
    brews: [
      {
        day: 19,
        taster: 'Mira',
        remarks:
          'First of three, all from one small bag and all tonight. Dry, the grounds smell of jasmine before anything else, then of the inside of a wooden drawer; wet, the flowers go and bergamot stands there alone. Hot it is almost too polite: thin-walled, clean, a line of citrus and little behind it. I wrote “tea” twice and crossed it out once. At about fifty degrees the peach comes, not the flesh but the skin, with its fur. The finish is short while it is hot and grows as it cools; a minute after the last sip there is still something floral, and a dryness at the sides that I do not mind. If a label promises three things and keeps two of them in order, it is an honest label. What is missing is weight: I would like it to lean on the tongue a little.',
        phases:
          'ground: jasmine; wet: bergamot; hot-first: bergamot, black tea; warm-first: peach; cool-first: jasmine, peach',
        intensities: 'brightness 4- right, weight 2 little, sweetness 3- right, length 2.5, flowers 4+ right',
        cup: { parts: sheet(7, 12, 5, 5, 8, 1), finishS: 22, dryness: 'a trace', textures: ['tea-like', 'silky'] },
      },
      {
        day: 19,
        taster: 'Tomas',
        parameters: flat,
        remarks:
          'Same evening, the flat-bottom one. More of it: the peach is there at once, and the bergamot sits behind instead of in front. It smells a little less and tastes a little more. I would take this one to breakfast and the other one to a letter.',
        phases: 'hot-nose: peach; hot-first: peach, honey; cool-second: bergamot',
        cup: { parts: sheet(6, 13, 6, 6, 8, 0), textures: ['round'] },
      },
      {
        day: 19,
        taster: 'Mira',
        remarks:
          'The last of the bag, brewed as the first was, to see whether I would say the same. Nearly: jasmine, bergamot, peach, in that order again. I gave the smell a point less and the length a point more, which is about how sure I am of either. Worth its price for one evening; I would not put a second bag of it on a shelf that is already full.',
        phases: 'ground: jasmine; hot-first: bergamot; warm-first: peach; cool-first: peach',
        cup: { parts: sheet(6, 12, 5, 6, 8, 1), finishS: 24 },
      },
    ],
  },
];
