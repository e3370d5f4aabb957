import { ALIKE, LAST_DAY, PEAK_GROUPS } from '../model/constants';
import type { Draws } from '../inference/draws';
import { KNOTS } from '../model/knots';
import { cdf } from '../../numeric/normal';
import type { Posterior } from '../inference/posterior';
import { latentScoreDraws } from '../inference/tasted';
import type { UsableBrew } from '../model/usable';

/** Which knots it is asked of; days between go with the one before. *Numerical*. */
const EVERY_KNOT = 4;

/**
 * Which earlier cup a cup of each rest day is best held against: the one whose comparison tells most about when the
 * peak is, the mutual information of the word and the group of peaks the bag belongs to; the ids, per rest day 0 … 90.
 * How far two cups are apart is taken as normal within a group. Empty without brews.
 */
export function compareWith(posterior: Posterior, draws: Draws, brews: readonly UsableBrew[]): string[] {
  if (brews.length === 0) return [];
  const { data, noiseNodes } = posterior;
  const { count, curves, noiseNode } = draws;
  const alike = ALIKE * data.sigma0;
  const noiseVariances = noiseNodes.map(({ noise }) => (noise * data.sigma0) ** 2);
  const noise = byGroup(count, (d) => noiseVariances[noiseNode[d]!]!);
  const tasted = brews.map(({ score }, brew) =>
    score === null ? latentScoreDraws(posterior, draws, data.brewOf.indexOf(brew, data.known)) : null,
  );
  const asked = KNOTS.flatMap((_, k) => (k % EVERY_KNOT === 0 ? [k] : []));
  const atAsked = asked.map((k) => {
    const alone = byGroup(count, (d) => curves[d * KNOTS.length + k]!);
    const told = brews.map(({ score }, o) => {
      const other = tasted[o];
      const by = other ? byGroup(count, (d) => curves[d * KNOTS.length + k]! - other[d]!) : alone;
      const words = by.map(({ mean, variance }, group) => {
        const sd = Math.sqrt(variance + noise[group]!.mean);
        return wordProbabilities(other ? mean : mean - score!, sd, alike);
      });
      return informationOf(words);
    });
    return brews[told.indexOf(Math.max(...told))]!.id;
  });
  return Array.from({ length: LAST_DAY + 1 }, (_, day) => atAsked[asked.findLastIndex((k) => KNOTS[k]! <= day)]!);
}

/**
 * Mean and variance over the draws in each group of peaks: the draws are in the order of their peaks, and equal groups
 * of them stand for "the peak is about here".
 */
function byGroup(count: number, valueOf: (draw: number) => number): { mean: number; variance: number }[] {
  const perGroup = Math.floor(count / PEAK_GROUPS);
  return Array.from({ length: PEAK_GROUPS }, (_, group) => {
    let sum = 0;
    let square = 0;
    for (let d = group * perGroup; d < (group + 1) * perGroup; d++) {
      const value = valueOf(d);
      sum += value;
      square += value * value;
    }
    const mean = sum / perGroup;
    return { mean, variance: Math.max(0, square / perGroup - mean * mean) };
  });
}

/** How likely a cup that is Normal(by, sd²) better than another is called worse, like it, and better. */
function wordProbabilities(by: number, sd: number, alike: number): number[] {
  const worse = cdf((-alike - by) / sd);
  const better = cdf((by - alike) / sd);
  return [worse, Math.max(0, 1 - worse - better), better];
}

const entropy = (words: readonly number[]): number =>
  words.reduce((sum, p) => (p > 0 ? sum - p * Math.log(p) : sum), 0);

/** Mutual information of a word and its group, by the probabilities of the words in each group; nats. */
function informationOf(groups: readonly (readonly number[])[]): number {
  const all = groups[0]!.map((_, word) => groups.reduce((sum, words) => sum + words[word]!, 0) / groups.length);
  return entropy(all) - groups.reduce((sum, words) => sum + entropy(words), 0) / groups.length;
}
