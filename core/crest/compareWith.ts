import { ALIKE, DRAW_SEED, LAST_DAY, PEAK_GROUPS } from './constants';
import { normalTable, type Draws } from './draws';
import { KNOTS } from './knots';
import type { Posterior } from './posterior';
import { tastedDraws } from './tasted';
import type { UsableBrew } from './usable';

/** What a cup may be called against another. */
const WORDS = 3;
/** Which knots it is asked of; days between go with the one before. *Numerical*. */
const EVERY_KNOT = 4;

/**
 * Which earlier cup a cup of each rest day is best held against: the one whose comparison tells most about when the
 * peak is, the mutual information of the word and the group of peaks the bag belongs to, over the drawn curves; the
 * ids, per rest day 0 … 90. Empty without brews.
 */
export function compareWith(posterior: Posterior, draws: Draws, brews: readonly UsableBrew[]): string[] {
  if (brews.length === 0) return [];
  const { data, noiseNodes } = posterior;
  const { count, curves, noiseNode } = draws;
  const alike = ALIKE * data.sigma0;
  const noise = normalTable(count, 1, DRAW_SEED + 3).map((z, d) => z * noiseNodes[noiseNode[d]!]!.noise * data.sigma0);
  const others = brews.map(({ score }, brew) =>
    score === null
      ? tastedDraws(posterior, draws, data.brewOf.indexOf(brew, data.known))
      : new Float64Array(count).fill(score),
  );
  const days = KNOTS.length;
  const groups = PEAK_GROUPS;
  const perGroup = Math.floor(count / groups);
  const said = new Uint32Array(groups * WORDS);
  const here = new Float64Array(count);
  const asked = KNOTS.flatMap((_, k) => (k % EVERY_KNOT === 0 ? [k] : []));
  const atAsked = asked.map((k) => {
    let most = -Infinity;
    let best = 0;
    for (let d = 0; d < count; d++) here[d] = curves[d * days + k]! + noise[d]!;
    others.forEach((other, o) => {
      said.fill(0);
      for (let d = 0, group = 0; group < groups; group++) {
        for (const end = d + perGroup; d < end; d++) {
          const by = here[d]! - other[d]!;
          // Added up instead of chosen: no processor foresees which word it will be.
          said[group * WORDS + 1 + Number(by > alike) - Number(by < -alike)]! += 1;
        }
      }
      const information = mutualInformation(said);
      if (information > most) [most, best] = [information, o];
    });
    return brews[best]!.id;
  });
  return Array.from({ length: LAST_DAY + 1 }, (_, day) => atAsked[asked.findLastIndex((k) => KNOTS[k]! <= day)]!);
}

/**
 * Mutual information of row and column of a table of counts, [group][word], each group as often as the others; nats.
 */
function mutualInformation(counts: Uint32Array): number {
  const groups = counts.length / WORDS;
  let total = 0;
  for (const one of counts) total += one;
  const perGroup = total / groups;
  let all = 0;
  let within = 0;
  for (let w = 0; w < WORDS; w++) {
    let word = 0;
    for (let g = 0; g < groups; g++) {
      const one = counts[g * WORDS + w]!;
      word += one;
      if (one > 0) within -= (one / total) * Math.log(one / perGroup);
    }
    if (word > 0) all -= (word / total) * Math.log(word / total);
  }
  return all - within;
}
