import type { Draws } from './draws';
import type { EffectDraws } from './effects';
import { KEY_DAYS, onAllDays } from './keyDays';
import type { BrewOption, Effect } from './types';

/** The draws are ordered by their peak; this many equal groups stand for "the peak is about here". */
const PEAK_GROUPS = 8;

/** The settings a next brew may take: the reference, and every setting tried, one at a time. */
export function optionsOf(mean: readonly number[], draws: Draws, effects: readonly Effect[], effectDraws: readonly EffectDraws[], sigma0: number): BrewOption[] {
  const own: BrewOption = { change: null, expected: [...mean], telling: tellingByDay(draws, null, sigma0) };
  const tried = effects.flatMap((effect, k): BrewOption[] => {
    if (effect.factor === 'taster') return [];
    const { factor, level } = effect;
    return [{ change: { factor, level }, expected: mean.map((m) => m + effect.mean), telling: tellingByDay(draws, effectDraws[k]!, sigma0) }];
  });
  return [own, ...tried];
}

/**
 * What one more brew is expected to tell about when the peak is, per rest day, in nats: the mutual information of its
 * score and the group of peaks the bag belongs to, the outcome integrated out with each group's scores taken as normal:
 *
 *     ½ ln Var(y) − ½ Σ (share of group) ln Var(y | group)
 *
 * In a good approximation the interval of the peak shrinks by the factor e to the minus this.
 */
function tellingByDay({ count, curves }: Draws, effect: EffectDraws | null, sigma0: number): number[] {
  const days = KEY_DAYS.length;
  const perGroup = Math.floor(count / PEAK_GROUPS);
  const atKeys = KEY_DAYS.map((_, day) => {
    let all = 0;
    let allSquares = 0;
    let within = 0;
    let alone = 0;
    for (let group = 0; group < PEAK_GROUPS; group++) {
      let sum = 0;
      let squares = 0;
      let noise = 0;
      for (let d = group * perGroup; d < (group + 1) * perGroup; d++) {
        const y = curves[d * days + day]! + (effect?.means[d] ?? 0);
        sum += y;
        squares += y * y;
        noise += sigma0 ** 2 + (effect?.variances[d] ?? 0);
      }
      const mean = sum / perGroup;
      within += Math.log(squares / perGroup - mean * mean + noise / perGroup) / PEAK_GROUPS;
      all += sum;
      allSquares += squares;
      alone += noise;
    }
    const used = perGroup * PEAK_GROUPS;
    const mean = all / used;
    return Math.max(0, 0.5 * (Math.log(allSquares / used - mean * mean + alone / used) - within));
  });
  return onAllDays(atKeys);
}
