import type { ComparisonFacts } from '../../core/text/writeUp';
import type { SittingFacts } from '../../core/text/writeUp';
import { scoreAtBest } from '../atBest';
import { bagFacts, type BagRecordRead } from './bagFacts';

/** Bags held against each other: what each came to, and what was said where they stood side by side. */
export function comparisonFacts(
  reads: readonly BagRecordRead[],
  sittings: readonly { facts: SittingFacts; bagOfCup: Readonly<Record<string, string | null>> }[],
): ComparisonFacts {
  const best = reads.map(({ fit }) => scoreAtBest(fit));
  const places = reads.map((_, i) => i);
  const pairs = places.flatMap((a) => places.slice(a + 1).map((b) => [a, b] as const));
  return {
    bags: reads.map(bagFacts),
    pairs: pairs.flatMap(([a, b]) => {
      const [one, other] = [best[a], best[b]];
      return one && other ? [{ a, b, mean: one.mean - other.mean, sd: Math.hypot(one.sd, other.sd) }] : [];
    }),
    sittings: pairs.flatMap(([a, b]) => {
      const [first, second] = [reads[a]?.bag, reads[b]?.bag];
      if (!first || !second) return [];
      return sittings.flatMap(({ facts, bagOfCup }) => {
        const pair = facts.reading.pairs.find(
          (one) =>
            [first.id, second.id].includes(bagOfCup[one.a] ?? '') &&
            [first.id, second.id].includes(bagOfCup[one.b] ?? '') &&
            bagOfCup[one.a] !== bagOfCup[one.b],
        );
        if (!pair) return [];
        const [nameA, nameB] = bagOfCup[pair.a] === first.id ? [first.name, second.name] : [second.name, first.name];
        return [{ on: facts.on, difference: pair.difference, a: nameA, b: nameB }];
      });
    }),
  };
}
