import { ALIKE } from './model/constants';
import { histogramQuantiles } from './report/curve';
import { posteriorFor } from './fit';
import { latentScoreDraws } from './inference/tasted';
import type { CrestBrew, CrestInput, Foretold } from './model/types';
import { leftOutOf, usableBrews } from './model/usable';

/**
 * What the cups of a bag foretell of another one, before it is tasted: its score, and how it will be against the cups
 * it is held against. Null where it is of no use: no cup before it counts, or it is of another series or has a fault.
 *
 * @param input the bag with the cups before
 * @param brew the cup to come, with the comparisons that are to be foretold; what it scored is not looked at
 */
export function foretell(input: CrestInput, brew: CrestBrew): Foretold | null {
  if (brew.fault !== null || brew.style !== input.reference.style) return null;
  const before = input.brews.filter(({ id }) => id !== brew.id);
  const known = usableBrews({ ...input, brews: before });
  if (known.length === 0) return null;
  const than = (brew.comparisons ?? []).map(({ thanId }) => thanId);
  const isSound = leftOutOf(input);
  const others = before.filter(
    (one) => than.includes(one.id) && !['fault', 'other-style'].includes(isSound(one) ?? ''),
  );
  const asked = [{ ...brew, overall: null, byLevels: null, comparisons: [] }, ...others];
  const { posterior, draws, brews } = posteriorFor({ ...input, brews: before }, asked);
  const { brewOf, known: marked, sigma0 } = posterior.data;
  const drawsOf = (id: string): Float64Array =>
    latentScoreDraws(
      posterior,
      draws,
      brewOf.indexOf(
        brews.findIndex((one) => one.id === id),
        marked,
      ),
    );
  const tasted = drawsOf(brew.id);
  const [lo = NaN, hi = NaN] = histogramQuantiles(tasted, [0.1, 0.9]);
  const mean = tasted.reduce((sum, y) => sum + y, 0) / tasted.length;
  const best = Math.max(...known.map(({ score, byLevels }) => (byLevels ? null : score) ?? -Infinity));
  return {
    mean,
    lo,
    hi,
    beatsBest: Number.isFinite(best) ? tasted.filter((y) => y > best).length / tasted.length : null,
    against: others.map(({ id }) => {
      const other = drawsOf(id);
      const share = (is: (by: number) => boolean): number =>
        tasted.filter((y, d) => is(y - other[d]!)).length / tasted.length;
      const alike = ALIKE * sigma0;
      const better = share((by) => by > alike);
      const worse = share((by) => by < -alike);
      return { thanId: id, better, like: 1 - better - worse, worse };
    }),
  };
}
