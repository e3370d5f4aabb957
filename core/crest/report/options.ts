import { BESIDE_RECIPE, MOST_PAIRS, PEAK_GROUPS } from '../model/constants';
import type { Draws } from '../inference/draws';
import { effectDraws, type EffectDraws } from './effects';
import type { Setting } from '../model/factors';
import { KNOTS, onAllDays } from '../model/knots';
import type { Posterior } from '../inference/posterior';
import type { BrewOption, Change, Effect } from '../model/types';

type Settable = Setting & Pick<Effect, 'mean'>;

/** What the latest usable brew changed from the reference. */
export function latestChanges(settings: readonly Setting[], n: number): Change[] {
  return settings
    .filter((setting) => !BESIDE_RECIPE.has(setting.factor) && setting.at.includes(n - 1))
    .map(({ factor, setting }) => ({ factor, setting }));
}

/**
 * The ways a next brew may go: the reference, each setting tried, the best pairs of them, and the latest recipe again.
 */
function waysOf(settable: readonly Settable[], n: number): Settable[][] {
  const pairs = settable.flatMap((a, i) =>
    settable.slice(i + 1).flatMap((b) => (b.factor === a.factor ? [] : [[a, b]])),
  );
  const sum = (way: readonly Settable[]): number => way.reduce((total, { mean }) => total + mean, 0);
  pairs.sort((a, b) => sum(b) - sum(a));
  const latest = settable.filter((setting) => setting.at.includes(n - 1));
  const ways = [[], ...settable.map((one) => [one]), ...pairs.slice(0, MOST_PAIRS)];
  const known = ways.some((way) => way.length === latest.length && latest.every((one) => way.includes(one)));
  return known ? ways : [...ways, latest];
}

/** Every way to brew next, with what is expected of the cup and of what it would tell. */
export function optionsOf(
  posterior: Posterior,
  mean: readonly number[],
  draws: Draws,
  settings: readonly Setting[],
  effects: readonly Effect[],
  brews: number,
): BrewOption[] {
  const { sigma0 } = posterior.data;
  const noiseVariances = posterior.noiseNodes.map(({ noise }) => (noise * sigma0) ** 2);
  const settable = settings
    .map((setting, k) => ({ ...setting, mean: effects[k]!.mean }))
    .filter(({ factor }) => !BESIDE_RECIPE.has(factor));
  const ways = waysOf(settable, brews);
  const drawn = effectDraws(
    posterior,
    draws,
    ways.map((way) => ({ loadings: way.flatMap(({ loadings }) => loadings) })),
  );
  const sums = groupSums(draws);
  return ways.map((way, k) => ({
    changes: way.map(({ factor, setting }) => ({ factor, setting })),
    expected: mean.map((m) => way.reduce((total, one) => total + one.mean, m)),
    expectedInformation: informationByDay(draws, sums, drawn[k]!, noiseVariances),
  }));
}

/** Sums of the drawn curves and of their squares over each group of peaks, [group][knot]: shared by all options. */
interface GroupSums {
  perGroup: number;
  sum: Float64Array;
  square: Float64Array;
}

function groupSums({ count, curves }: Draws): GroupSums {
  const days = KNOTS.length;
  const perGroup = Math.floor(count / PEAK_GROUPS);
  const sum = new Float64Array(PEAK_GROUPS * days);
  const square = new Float64Array(PEAK_GROUPS * days);
  for (let d = 0; d < perGroup * PEAK_GROUPS; d++) {
    const at = Math.floor(d / perGroup) * days;
    for (let day = 0; day < days; day++) {
      const y = curves[d * days + day]!;
      sum[at + day]! += y;
      square[at + day]! += y * y;
    }
  }
  return { perGroup, sum, square };
}

/**
 * What one more brew is expected to tell about when the peak is, per rest day, in nats: the mutual information of its
 * score and the group of peaks the bag belongs to, the outcome integrated out with each group's scores taken as normal:
 *
 *     ½ ln Var(y) − ½ Σ (share of group) ln Var(y | group)
 *
 * The noise of the score to come is what was learnt of the taster, draw by draw: the noisier, the less one cup tells.
 * In a good approximation the interval of the peak shrinks by the factor e to the minus this.
 */
function informationByDay(
  { curves, noiseNode }: Draws,
  { perGroup, sum, square }: GroupSums,
  { means, variances }: EffectDraws,
  noiseVariances: readonly number[],
): number[] {
  const days = KNOTS.length;
  const within = new Float64Array(days);
  const all = new Float64Array(days);
  const allSquares = new Float64Array(days);
  const cross = new Float64Array(days);
  let alone = 0;
  for (let group = 0; group < PEAK_GROUPS; group++) {
    // A score is a drawn curve plus the drawn effect e: its sums follow from those of the curves.
    let effects = 0;
    let effectSquares = 0;
    let noise = 0;
    cross.fill(0);
    for (let d = group * perGroup; d < (group + 1) * perGroup; d++) {
      const e = means[d]!;
      noise += noiseVariances[noiseNode[d]!]! + variances[d]!;
      if (e === 0) continue;
      effects += e;
      effectSquares += e * e;
      for (let day = 0; day < days; day++) cross[day]! += e * curves[d * days + day]!;
    }
    for (let day = 0; day < days; day++) {
      const scores = sum[group * days + day]! + effects;
      const squares = square[group * days + day]! + 2 * cross[day]! + effectSquares;
      within[day]! += Math.log((squares - (scores * scores) / perGroup + noise) / perGroup) / PEAK_GROUPS;
      all[day]! += scores;
      allSquares[day]! += squares;
    }
    alone += noise;
  }
  const used = perGroup * PEAK_GROUPS;
  return onAllDays(
    within.map((inGroups, day) =>
      Math.max(0, 0.5 * (Math.log((allSquares[day]! - all[day]! ** 2 / used + alone) / used) - inGroups)),
    ),
  );
}
