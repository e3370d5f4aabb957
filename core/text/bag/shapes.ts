import { SHAPE_SHARES, SHAPE_SHARES_WORTH, SHAPES, type Shape, type ShapeShares } from '../../crest';
import { countWord } from '../words';

/** How a bag may run. */
const RUNS: Readonly<Record<Shape, string>> = {
  crest: 'it has one crest',
  opening: 'it opens up and then slowly goes stale',
  plateau: 'it has a long plateau',
  fresh: 'it is at its best fresh',
  twice: 'it opens a second time',
  flat: 'it hardly changes',
};

/** What each way of running is called. */
export const SHAPE_NAMES: Readonly<Record<Shape, string>> = {
  crest: 'one crest',
  opening: 'opening up, then slowly stale',
  plateau: 'a long plateau',
  fresh: 'best fresh',
  twice: 'a second crest',
  flat: 'hardly changing',
};

/** The same of bags that are finished, after a number. */
const RAN: Readonly<Record<Shape, string>> = {
  crest: 'had one crest',
  opening: 'opened up and slowly went stale',
  plateau: 'had a long plateau',
  fresh: 'were at their best fresh',
  twice: 'opened twice',
  flat: 'hardly changed',
};

const ODDS: readonly (readonly [number, string])[] = [
  [1 / 20, 'one in twenty'],
  [1 / 10, 'one in ten'],
  [1 / 8, 'one in eight'],
  [1 / 6, 'one in six'],
  [1 / 5, 'one in five'],
  [1 / 4, 'one in four'],
  [1 / 3, 'one in three'],
  [2 / 5, 'two in five'],
  [1 / 2, 'one in two'],
  [3 / 5, 'three in five'],
  [2 / 3, 'two in three'],
  [3 / 4, 'three in four'],
  [4 / 5, 'four in five'],
  [9 / 10, 'nine in ten'],
];

/** A probability as odds a person says: "one in six". */
export function oddsText(probability: number): string {
  if (probability >= 0.95) return 'more than nine in ten';
  if (probability < 0.035) return 'less than one in twenty';
  return ODDS.reduce((best, one) => (Math.abs(one[0] - probability) < Math.abs(best[0] - probability) ? one : best))[1];
}

/** A shape is worth naming beside the likeliest from this probability on. Editorial. */
const WORTH_NAMING = 0.1;
const MOST_NAMED = 2;

/**
 * How a bag runs, and so many other ways it may, in a sentence: "Most likely it has one crest (two in three); one in
 * six that it opens a second time."
 */
export function shapesText(shapes: ShapeShares, mostNamed = MOST_NAMED): string {
  const [first, ...others] = [...SHAPES].sort((a, b) => shapes[b] - shapes[a]);
  if (!first) return '';
  const named = others.filter((shape) => shapes[shape] >= WORTH_NAMING).slice(0, mostNamed);
  const also = named.map((shape) => `${oddsText(shapes[shape])} that ${RUNS[shape]}`);
  const rest = also.length === 0 ? '' : `; ${also.join(', ')}`;
  return `Most likely ${RUNS[first]} (${oddsText(shapes[first])})${rest}.`;
}

/**
 * What finished bags taught of it: "Learnt from eleven finished bags, of which about seven had one crest and two opened
 * twice."; empty where there are none.
 */
export function learntShapesText(learnt: { shares: ShapeShares; bags: number } | undefined): string {
  if (!learnt || learnt.bags === 0) return '';
  const { shares } = learnt;
  const bags = Math.max(1, Math.round(learnt.bags));
  const counts = SHAPES.map((shape) => ({
    shape,
    // The stated shares stand for so many bags; what is left are the household's own.
    count: Math.round(shares[shape] * (SHAPE_SHARES_WORTH + learnt.bags) - SHAPE_SHARES[shape] * SHAPE_SHARES_WORTH),
  }))
    .filter(({ count }) => count > 0)
    .sort((a, b) => b.count - a.count)
    .slice(0, MOST_NAMED);
  const from = `Learnt from ${countWord(bags)} finished ${bags === 1 ? 'bag' : 'bags'}`;
  if (counts.length === 0) return `${from}.`;
  const said = counts.map(
    ({ shape, count }) => `${countWord(count)} ${RAN[shape].replace(/^were/, count === 1 ? 'was' : 'were')}`,
  );
  return `${from}: about ${said.join(', and ')}.`;
}
