import { DRAW_SEED, FORGIVING } from './constants';
import { histogramQuantiles } from './curve';
import { normalTable, type Draws } from './draws';
import { effectDraws } from './effects';
import type { Setting } from './factors';
import { KNOTS } from './knots';
import type { Posterior } from './posterior';
import type { Forgiving } from './types';
import type { UsableBrew } from './usable';

/**
 * How far the score fell over the recipes and days tried: in each drawn curve the range over the days tried and, on
 * top, the range of what the settings tried did, the reference's being nothing. Null while there is too little to say
 * it of.
 */
export function forgivingOf(
  posterior: Posterior,
  draws: Draws,
  settings: readonly Setting[],
  brews: readonly UsableBrew[],
): Forgiving | null {
  const tried = settings.filter(({ factor }) => factor !== 'taster');
  if (tried.length < FORGIVING.settings || brews.length < FORGIVING.cups) return null;
  const { count, curves } = draws;
  const knots = KNOTS.length;
  const { sigma0 } = posterior.data;
  const effects = effectDraws(posterior, draws, tried);
  const normals = normalTable(count, tried.length, DRAW_SEED + 2);
  const [first, last] = [brews[0]!.age, brews.at(-1)!.age];
  const from = KNOTS.findIndex((day) => day >= Math.floor(first));
  const to = KNOTS.findLastIndex((day) => day <= Math.ceil(last));
  const falls = new Float64Array(count);
  let little = 0;
  let much = 0;
  for (let d = 0; d < count; d++) {
    let [best, worst] = [0, 0];
    effects.forEach(({ means, variances }, s) => {
      const effect = means[d]! + Math.sqrt(variances[d]!) * normals[d * tried.length + s]!;
      best = Math.max(best, effect);
      worst = Math.min(worst, effect);
    });
    let [top, bottom] = [-Infinity, Infinity];
    for (let k = Math.max(0, from); k <= to; k++) {
      const y = curves[d * knots + k]!;
      if (y > top) top = y;
      if (y < bottom) bottom = y;
    }
    const fall = best - worst + Math.max(0, top - bottom);
    falls[d] = fall;
    if (fall < FORGIVING.within * sigma0) little += 1 / count;
    if (fall > FORGIVING.beyond * sigma0) much += 1 / count;
  }
  const [lo = NaN, hi = NaN] = histogramQuantiles(falls, [0.1, 0.9]);
  const is = little >= FORGIVING.probability ? 'forgiving' : much >= FORGIVING.probability ? 'fussy' : null;
  return { fall: { mean: falls.reduce((sum, fall) => sum + fall, 0) / count, lo, hi }, is, settings: tried.length };
}
