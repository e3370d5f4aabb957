import { parseArgs } from 'node:util';
import { fitCrest, type CrestBrew, type CrestInput } from '../core/crest';
import type { Compared } from '../core/cup';
import { mean, regret } from './judge/measures';
import { simulateBag, type SimulatedBag } from './simulate/brewing';

/**
 * What comparisons alone are worth: the share of what marks gain over the table, in regret, when every cup is held against
 * the best yet, against the last, or by both, and never marked. The same cups, tasted the same; "like" within 1.5 points.
 */
const { values } = parseArgs({
  options: { bags: { type: 'string', default: '300' }, seed: { type: 'string', default: '1' } },
});
const bags = Number(values.bags);
const seed = Number(values.seed);
const LIKE = 1.5;

const wordFor = (by: number): Compared => (by > LIKE ? 'better' : by < -LIKE ? 'worse' : 'like');

/** The log with its marks put into words: each cup against another, as the taster would say it. */
function inWords({ input }: SimulatedBag, than: (earlier: readonly CrestBrew[]) => CrestBrew | undefined): CrestInput {
  const sound = input.brews.filter((brew) => brew.fault === null);
  const brews = sound.map((brew, i) => {
    const other = than(sound.slice(0, i));
    const was = other && wordFor(brew.overall! - other.overall!);
    return { ...brew, overall: null, comparisons: other && was ? [{ thanId: other.id, was }] : [] };
  });
  return { ...input, brews };
}

/** The best yet is the cup last called better than the best before it. */
const bestYet = (earlier: readonly CrestBrew[]): CrestBrew | undefined =>
  earlier.reduce<CrestBrew | undefined>(
    (best, brew) => (best && brew.overall! - best.overall! <= LIKE ? best : brew),
    undefined,
  );
const last = (earlier: readonly CrestBrew[]): CrestBrew | undefined => earlier.at(-1);

console.log(
  `${bags} bags of each, seed ${seed}; regret in points of 100, and the share of what marks gain over the table`,
);
const rows = ['crest', 'opening', 'plateau'].map((family, f) => {
  const of = { table: [] as number[], marks: [] as number[], best: [] as number[], last: [] as number[] };
  for (let b = 0; b < bags; b++) {
    const bag = simulateBag(family, seed * 5_000_011 + f * 10_007 + b);
    const advised = (input: CrestInput): number => regret(bag.truth, fitCrest(input).advisedDay);
    of.table.push(advised({ ...bag.input, brews: [] }));
    of.marks.push(advised(bag.input));
    of.best.push(advised(inWords(bag, bestYet)));
    of.last.push(advised(inWords(bag, last)));
  }
  return { family, of };
});
const two = (x: number): number => Math.round(100 * x) / 100;
const row = (family: string, of: Record<'table' | 'marks' | 'best' | 'last', number[]>) => {
  const gained = (by: readonly number[]): number => (mean(of.table) - mean(by)) / (mean(of.table) - mean(of.marks));
  return {
    family,
    table: two(mean(of.table)),
    marks: two(mean(of.marks)),
    'against the best yet': two(mean(of.best)),
    'share gained': two(gained(of.best)),
    'against the last': two(mean(of.last)),
    'share gained by it': two(gained(of.last)),
  };
};
const all = { table: [] as number[], marks: [] as number[], best: [] as number[], last: [] as number[] };
for (const { of } of rows) for (const key of ['table', 'marks', 'best', 'last'] as const) all[key].push(...of[key]);
console.table([...rows.map(({ family, of }) => row(family, of)), row('all three', all)]);
