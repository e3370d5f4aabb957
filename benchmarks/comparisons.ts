import { parseArgs } from 'node:util';
import { fitCrest, type CrestBrew, type CrestInput } from '../core/crest';
import type { Compared } from '../core/cup';
import { bayesOptimalDayByWords, LIKE } from './judge/comparedFloor';
import { bayesOptimalDay } from './judge/floor';
import { mean, regret } from './judge/measures';
import { SIGMA0, simulateBag, USUAL, type SimulatedBag } from './simulate/brewing';

/**
 * What comparisons alone are worth: the share of what marks gain over the table, in regret, when every cup is held
 * against the best yet, against the last, or by both, and never marked. The same cups, tasted the same; "like" within
 * 1.5 points. The recipe changes along with the age, unless it is kept.
 */
const { values } = parseArgs({
  options: {
    bags: { type: 'string', default: '300' },
    seed: { type: 'string', default: '1' },
    asked: { type: 'string', default: '60' },
    floor: { type: 'string', default: '6000' },
    'keep-recipe': { type: 'boolean', default: false },
  },
});
const bags = Number(values.bags);
const seed = Number(values.seed);
/** How many bags of each are gone through cup by cup, asking the engine which comparison it would have. */
const asked = Math.min(bags, Number(values.asked));
/** Bags drawn for the floor; 0 for none. */
const floorDraws = Number(values.floor);
const habit = { ...USUAL, keepsRecipe: values['keep-recipe'] };

const wordFor = (by: number): Compared => (by > LIKE ? 'better' : by < -LIKE ? 'worse' : 'like');

type Pick = (earlier: readonly CrestBrew[], cup: CrestBrew, input: CrestInput) => CrestBrew | undefined;

/** The log with its marks put into words: each cup against another, as the taster would say it. */
function inWords({ input }: SimulatedBag, than: Pick): CrestInput {
  const sound = input.brews.filter((brew) => brew.fault === null);
  const said: CrestBrew[] = [];
  sound.forEach((brew, i) => {
    const other = than(sound.slice(0, i), brew, { ...input, brews: said });
    const was = other && wordFor(brew.overall! - other.overall!);
    said.push({ ...brew, overall: null, comparisons: other && was ? [{ thanId: other.id, was }] : [] });
  });
  return { ...input, brews: said };
}

/** The best yet is the cup last called better than the best before it. */
const bestYet = (earlier: readonly CrestBrew[]): CrestBrew | undefined =>
  earlier.reduce<CrestBrew | undefined>(
    (best, brew) => (best && brew.overall! - best.overall! <= LIKE ? best : brew),
    undefined,
  );
const last: Pick = (earlier) => earlier.at(-1);
/** The cup the engine would ask about. */
const telling: Pick = (earlier, cup, input) => {
  const [only] = earlier;
  if (earlier.length <= 1) return only;
  const id = fitCrest(input).compareWith[Math.min(90, Math.round(cup.age))];
  return earlier.find((brew) => brew.id === id) ?? bestYet(earlier);
};

/** What a spreadsheet would do: words counted up and down from the cup they are about, as if they were marks. */
function counted(said: CrestInput): CrestInput {
  const marks = new Map<string, number>();
  const brews = said.brews.map((brew) => {
    const [word] = brew.comparisons ?? [];
    const step = word?.was === 'better' ? SIGMA0 : word?.was === 'worse' ? -SIGMA0 : 0;
    const overall = word ? marks.get(word.thanId)! + step : 80;
    marks.set(brew.id, overall);
    return { ...brew, overall, comparisons: [] };
  });
  return { ...said, brews };
}

const WAYS = [
  'table',
  'marks',
  'best yet',
  'last',
  'best yet, counted',
  'last, counted',
  'most telling',
  'marks, floor',
  'best yet, floor',
  'last, floor',
] as const;
type Way = (typeof WAYS)[number];
type Losses = Record<Way, number[]>;
const none = (): Losses => Object.fromEntries(WAYS.map((way) => [way, [] as number[]])) as Losses;

const rows = ['crest', 'opening', 'plateau'].map((family, f) => {
  const losses = none();
  for (let b = 0; b < bags; b++) {
    const bag = simulateBag(family, seed * 5_000_011 + f * 10_007 + b, 1, habit);
    const drunkOn = (way: Way, day: number): void => {
      losses[way].push(regret(bag.truth, day));
    };
    const lost = (way: Way, input: CrestInput): void => drunkOn(way, fitCrest(input).advisedDay);
    const [best, before] = [inWords(bag, bestYet), inWords(bag, last)];
    lost('table', { ...bag.input, brews: [] });
    lost('marks', bag.input);
    lost('best yet', best);
    lost('last', before);
    lost('best yet, counted', counted(best));
    lost('last, counted', counted(before));
    if (b < asked) lost('most telling', inWords(bag, telling));
    if (floorDraws === 0) continue;
    drunkOn('marks, floor', bayesOptimalDay(bag, floorDraws));
    drunkOn('best yet, floor', bayesOptimalDayByWords(best, bag.tableDays, seed + b, floorDraws));
    drunkOn('last, floor', bayesOptimalDayByWords(before, bag.tableDays, seed + b, floorDraws));
  }
  return { family, losses };
});

/** Regret each way, and the share of what marks gain, over the bags that were gone through that way. */
function row(family: string, losses: Losses): Record<string, string | number> {
  const { table, marks } = losses;
  const shown = WAYS.flatMap((way): [string, string | number][] => {
    const by = losses[way];
    if (by.length === 0) return [];
    const these = (all: readonly number[]): number => mean(all.slice(0, by.length));
    const gained = (these(table) - mean(by)) / (these(table) - these(marks));
    const own = mean(by).toFixed(2);
    return [[way, way === 'table' || way === 'marks' ? own : `${own} (${Math.round(100 * gained)} %)`]];
  });
  return { family, ...Object.fromEntries(shown) };
}

console.log(
  `${bags} bags of each (${asked} asked for the most telling), seed ${seed}; regret in points of 100, and the share`,
);
console.log('of what marks gain over the table');
const all = none();
// In turn, so that the first of them are of every family.
for (let b = 0; b < bags; b++)
  for (const { losses } of rows) for (const way of WAYS) all[way].push(...losses[way].slice(b, b + 1));
console.table([...rows.map(({ family, losses }) => row(family, losses)), row('all three', all)]);
