import { groupBy, mapValues, sumBy, uniq } from 'es-toolkit';
import type { Bag } from '../contract/bag';
import { compositeScore, judgedScale, SCALE_RANGES, scoreOfCup, SCORING_SCALES, type ScoringScale } from '../core/cup';
import { baselineFrom } from '../core/crest';
import { momentsBetween, SAME_SCALE, scaleMap, type ScaleMap, type ScalePair } from '../core/palate';
import type { FinishedBag } from './exchange';
import type { Tasting } from './palate';

/** How the scales a household scores in are read on the one it scores most cups in. */
export interface ScaleMaps {
  main: ScoringScale;
  of: Readonly<Record<ScoringScale, ScaleMap>>;
}

/** A household that scores in one way: every scale is what it is. */
export const ONE_SCALE: ScaleMaps = {
  main: 'mark10',
  of: Object.fromEntries(SCORING_SCALES.map((scale) => [scale, SAME_SCALE])) as ScaleMaps['of'],
};

/** The baseline expected of a bag scored in each scale, points of that scale, by finished bags scored in any. */
export function baselinesByScale(past: readonly FinishedBag[], { of }: ScaleMaps): Record<ScoringScale, number> {
  return mapValues(of, (to, scale) =>
    baselineFrom(past, (own, bag) => (bag.scale === scale ? own : momentsBetween(of[bag.scale], to, own))),
  );
}

type ScaledBag = Pick<Bag, 'id' | 'name' | 'roaster' | 'scoringScale' | 'weights'>;
type Scores = Partial<Record<ScoringScale, number>>;

/** The same for a bag: the scale it is judged in, and how that is read. */
export const scaleOf = ({ scoringScale, weights }: Pick<Bag, 'scoringScale' | 'weights'>): ScoringScale =>
  judgedScale(scoringScale, weights);

/** Sd of a bag's score around what a household's bags come to, and of one day around another, points. *Assumption*. */
const BAG_SD = 6;
const DAY_SD = 2;

/** The maps between the scales of a household's bags, learnt from cups scored in two, coffees scored both ways, and all. */
export function scaleMapsOf(bags: readonly ScaledBag[], tastings: readonly Tasting[]): ScaleMaps {
  if (uniq(bags.map(scaleOf)).length <= 1) return ONE_SCALE;
  const coffees = new Map(bags.map((bag) => [bag.id, `${bag.roaster} ${bag.name}`.trim().toLocaleLowerCase()]));
  const cups = tastings.flatMap((one) => {
    const coffee = coffees.get(one.bagId);
    const scores = scoresOf(one);
    return coffee === undefined || Object.keys(scores).length === 0 ? [] : [{ coffee, scores }];
  });
  const counts = mapValues(ONE_SCALE.of, (_, scale) => cups.filter(({ scores }) => scores[scale] !== undefined).length);
  const main = SCORING_SCALES.reduce((most, scale) => (counts[scale] > counts[most] ? scale : most));
  return {
    main,
    of: mapValues(ONE_SCALE.of, (same, scale) => (scale === main ? same : scaleMap(pairsOf(cups, scale, main)))),
  };
}

/** A cup's score in its own scale, and what its attributes come to. */
function scoresOf({ cup }: Tasting): Scores {
  const own = scoreOfCup(cup);
  const composite = compositeScore(cup);
  return {
    ...(composite !== null && { composite }),
    ...(own !== null && { [cup.scoringScale]: own }),
  };
}

interface ScoredCup {
  coffee: string;
  scores: Scores;
}

function pairsOf(cups: readonly ScoredCup[], scale: ScoringScale, main: ScoringScale): ScalePair[] {
  const sigma = (one: ScoringScale): number => SCALE_RANGES[one].sigma0;
  const both = cups.flatMap(({ scores }): ScalePair[] => {
    const [score, onMain] = [scores[scale], scores[main]];
    // One cup twice: what the two have in common does not part them.
    const sd = Math.hypot(sigma(scale), sigma(main)) / Math.SQRT2;
    return score === undefined || onMain === undefined ? [] : [{ score, main: onMain, sd }];
  });
  const single = cups.filter(({ scores }) => scores[scale] === undefined || scores[main] === undefined);
  const coffees = Object.values(groupBy(single, ({ coffee }) => coffee)).map((ofCoffee) => ({
    in: meanOf(ofCoffee.flatMap(({ scores }) => scores[scale] ?? [])),
    on: meanOf(ofCoffee.flatMap(({ scores }) => scores[main] ?? [])),
  }));
  const overlapping = coffees.flatMap((coffee): ScalePair[] =>
    coffee.in && coffee.on
      ? [
          {
            ...{ score: coffee.in.mean, main: coffee.on.mean },
            sd: Math.hypot(sigma(scale) / Math.sqrt(coffee.in.n), sigma(main) / Math.sqrt(coffee.on.n), DAY_SD),
          },
        ]
      : [],
  );
  const ones = coffees.flatMap((coffee) => (coffee.in && !coffee.on ? [coffee.in.mean] : []));
  const others = coffees.flatMap((coffee) => (coffee.on && !coffee.in ? [coffee.on.mean] : []));
  const [a, b] = [meanOf(ones), meanOf(others)];
  // Different coffees: on the whole one is as good as another.
  const onTheWhole = a && b ? [{ score: a.mean, main: b.mean, sd: BAG_SD * Math.sqrt(1 / a.n + 1 / b.n) }] : [];
  return [...both, ...overlapping, ...onTheWhole];
}

function meanOf(scores: readonly number[]): { mean: number; n: number } | null {
  return scores.length === 0 ? null : { mean: sumBy([...scores], (one) => one) / scores.length, n: scores.length };
}
