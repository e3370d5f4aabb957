import { BESIDE_RECIPE, DRAW_SEED, FORGIVING } from '../model/constants';
import { histogramQuantiles } from './curve';
import { normalTable, type Draws } from '../inference/draws';
import { jointEffectDraws } from './effects';
import type { Setting } from '../model/factors';
import type { Posterior } from '../inference/posterior';
import type { Effect, Forgiving } from '../model/types';
import type { UsableBrew } from '../model/usable';

/**
 * How far the score fell over the settings tried: in each draw the range of what they did, the reference's being
 * nothing. Fussy is only what has a setting that surely made a difference. Null while there is too little to say it of.
 *
 * @param effects of the settings, in their order
 */
export function forgivingOf(
  posterior: Posterior,
  draws: Draws,
  settings: readonly Setting[],
  effects: readonly Effect[],
  brews: readonly UsableBrew[],
): Forgiving | null {
  const tried = settings.filter(({ factor }) => !BESIDE_RECIPE.has(factor));
  const m = tried.length;
  if (m < FORGIVING.settings || brews.length < FORGIVING.cups) return null;
  const { count } = draws;
  const { sigma0 } = posterior.data;
  const drawn = jointEffectDraws(posterior, draws, tried, normalTable(count, m, DRAW_SEED + 2));
  const falls = new Float64Array(count);
  let [little, much] = [0, 0];
  for (let d = 0; d < count; d++) {
    const of = drawn.subarray(d * m, (d + 1) * m);
    const fall = Math.max(0, ...of) - Math.min(0, ...of);
    falls[d] = fall;
    if (fall < FORGIVING.within * sigma0) little += 1 / count;
    if (fall > FORGIVING.beyond * sigma0) much += 1 / count;
  }
  const isSure = effects.some(
    ({ factor, helps }) => !BESIDE_RECIPE.has(factor) && Math.max(helps, 1 - helps) >= FORGIVING.sure,
  );
  const [lo = NaN, hi = NaN] = histogramQuantiles(falls, [0.1, 0.9]);
  const is = little >= FORGIVING.probability ? 'forgiving' : much >= FORGIVING.probability && isSure ? 'fussy' : null;
  return { fall: { mean: falls.reduce((sum, fall) => sum + fall, 0) / count, lo, hi }, is, settings: m };
}
