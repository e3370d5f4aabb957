import { mapValues, uniq } from 'es-toolkit';
import type { Bag } from '../../contract/bag/bag';
import { compositeScore, judgedScale, scoreOfCup, SCORING_SCALES, type ScoringScale } from '../../core/cup';
import { baselineFrom } from '../../core/crest';
import { momentsBetween, SAME_SCALE, scaleMap, scalePairs, type ScaleMap, type ScoredCup } from '../../core/palate';
import type { FinishedBag } from '../exchange';
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

/** The scale a bag is judged in. */
export const scaleOf = ({ scoringScale, weights }: Pick<Bag, 'scoringScale' | 'weights'>): ScoringScale =>
  judgedScale(scoringScale, weights);

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
    of: mapValues(ONE_SCALE.of, (same, scale) => (scale === main ? same : scaleMap(scalePairs(cups, scale, main)))),
  };
}

/** A cup's score in its own scale, and what its attributes come to. */
function scoresOf({ cup }: Tasting): ScoredCup['scores'] {
  const own = scoreOfCup(cup);
  const composite = compositeScore(cup);
  return {
    ...(composite !== null && { composite }),
    ...(own !== null && { [cup.scoringScale]: own }),
  };
}
