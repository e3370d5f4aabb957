import { uniqBy } from 'es-toolkit';
import type { ComparisonFacts } from '../../core/text/writeUp';
import type { SittingFacts } from '../../core/text/writeUp';
import { scoreAtBest } from '../atBest';
import { momentsOnMain } from '../../core/palate';
import { scaleOf, type ScaleMaps } from '../palate/scaleMaps';
import { bagFacts } from './bagFacts';
import type { BagRecordRead } from './bagRecord';

/**
 * Bags held against each other: what each came to, and what was said where they stood side by side. Scores of two scales
 * are held against each other only where the household's cups say how one reads on the other.
 */
export function comparisonFacts(
  reads: readonly BagRecordRead[],
  sittings: readonly { facts: SittingFacts; bagOfCup: Readonly<Record<string, string | null>> }[],
  maps: ScaleMaps,
): ComparisonFacts {
  /** How much higher the first of two scores at its best; null where nobody scored one, or in scales that are unlike. */
  const difference = (a: number, b: number): { mean: number; sd: number } | 'unlike' | null => {
    const two = [a, b].flatMap((i) => {
      const [read, best] = [reads[i], reads[i] && scoreAtBest(reads[i].fit)];
      return read && best ? [{ best, scale: scaleOf(read.bag) }] : [];
    });
    const isOneScale = uniqBy(two, ({ scale }) => scale).length <= 1;
    if (!isOneScale && two.some(({ scale }) => !maps.of[scale].isKnown)) return 'unlike';
    const [one, other] = two.map(({ best, scale }) => (isOneScale ? best : momentsOnMain(maps.of[scale], best)));
    return one && other ? { mean: one.mean - other.mean, sd: Math.hypot(one.sd, other.sd) } : null;
  };
  const places = reads.map((_, i) => i);
  const pairs = places.flatMap((a) => places.slice(a + 1).map((b) => [a, b] as const));
  const apart = pairs.map(([a, b]) => ({ a, b, by: difference(a, b) }));
  return {
    bags: reads.map(bagFacts),
    unlike: apart.find(({ by }) => by === 'unlike') ?? null,
    pairs: apart.flatMap(({ a, b, by }) => (by === null || by === 'unlike' ? [] : [{ a, b, ...by }])),
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
