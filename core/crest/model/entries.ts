import { BY_LEVELS, RECORD_VARIANCE, SHARED_BREW, SHARED_CUP, SHARED_MORNING } from './constants';
import type { UsableBrew } from './usable';

/**
 * One tasting of one cup: a mark that is known, or how the cup tasted when it was held against another, which nobody
 * wrote down. A cup that was marked and compared has both.
 */
export interface Entry {
  /** Its brew, by its place among the usable ones. */
  brew: number;
  /** Points; null where it is not known. */
  score: number | null;
  /** Noise variance in units of σ². */
  variance: number;
}

/**
 * The entries of the usable brews, in their order: those with a known score first. How the `asked` ones tasted, by
 * their ids, is asked for.
 */
export function entriesOf(brews: readonly UsableBrew[], asked: ReadonlySet<string>): Entry[] {
  const compared = new Set(
    brews.flatMap(({ id, comparisons }) => (comparisons.length > 0 ? [id, ...comparisons.map((c) => c.thanId)] : [])),
  );
  const known = brews.flatMap(({ score, byLevels, recordedFrom }, brew): Entry[] => {
    const variance = RECORD_VARIANCE[recordedFrom] * (byLevels ? BY_LEVELS.variance : 1);
    return score === null ? [] : [{ brew, score, variance }];
  });
  const unknown = brews.flatMap((one, brew): Entry[] =>
    compared.has(one.id) || asked.has(one.id)
      ? [{ brew, score: null, variance: RECORD_VARIANCE[one.recordedFrom] }]
      : [],
  );
  return [...known, ...unknown];
}

/** Two entries of one morning, i > j. */
export interface SharedNoise {
  i: number;
  j: number;
  /** In units of σ². */
  covariance: number;
}

/** What two entries have of their noise in common, as a share: their cup, their brew, but their morning, or nothing. */
function sharedShare(one: UsableBrew, other: UsableBrew): number {
  if (one === other) return SHARED_CUP;
  if (one.pot != null && one.pot === other.pot) return SHARED_BREW;
  return one.age === other.age ? SHARED_MORNING : 0;
}

/**
 * Noise covariances of entries of one cup, brew or morning, in units of σ²: the share of what both have, by when they
 * were written down. What a cup has of noise altogether stays the same, so that a morning of one cup is judged as ever.
 * Cups of one bag and one rest age are of one day, also in the freezer, where a day is a small age but not none.
 */
export function sharedNoiseOf(brews: readonly UsableBrew[], entries: readonly Entry[]): SharedNoise[] {
  return entries.flatMap((one, i) =>
    entries.slice(0, i).flatMap((other, j) => {
      const share = sharedShare(brews[one.brew]!, brews[other.brew]!);
      return share > 0 ? [{ i, j, covariance: share * Math.sqrt(one.variance * other.variance) }] : [];
    }),
  );
}

/** A comparison as the engine reads it: entry `plus` less entry `minus` lies between `from` and `to`, points. */
export interface Contrast {
  plus: number;
  minus: number;
  from: number;
  to: number;
}

/**
 * The comparisons between entries: a cup is called better or worse when it tastes more than `alike` points apart, and
 * like the other in between (Thurstone's model with ties: Glenn and David, Biometrics 16 (1960) 86–109; the
 * errors being the cups', it is a probit with scale √2 σ only while no cup is compared twice).
 */
export function contrastsOf(brews: readonly UsableBrew[], entries: readonly Entry[], alike: number): Contrast[] {
  const tasted = new Map(
    entries.flatMap(({ brew, score }, i) => (score === null ? [[brews[brew]!.id, i] as const] : [])),
  );
  return brews.flatMap(({ id, comparisons }) =>
    comparisons.flatMap(({ thanId, was }): Contrast[] => {
      const [plus, minus] = [tasted.get(id), tasted.get(thanId)];
      if (plus === undefined || minus === undefined) return [];
      if (was === 'better') return [{ plus, minus, from: alike, to: Infinity }];
      return [{ plus, minus, from: was === 'worse' ? -Infinity : -alike, to: was === 'worse' ? -alike : alike }];
    }),
  );
}
