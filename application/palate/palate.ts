import { groupBy } from 'es-toolkit';
import type { Cup } from '../../contract/bag/cup';
import type { RepeatGroup } from '../../core/crest';
import {
  ATTRIBUTES,
  DRYNESSES,
  finishLevel,
  levelValue,
  SCALE_RANGES,
  scoreOfCup,
  SCORING_SCALES,
  SIPPED_PHASES,
  type LevelLiking,
  type ScoringScale,
} from '../../core/cup';
import {
  levelLikings,
  likingOf,
  pairedDifference,
  repeatabilityOf,
  type DescribedCup,
  type Felt,
  type Liking,
  type PairedDifference,
  type Repeatability,
} from '../../core/palate';

/** One cup as far as a palate is read from it. */
export interface Tasting {
  brewId: string;
  bagId: string;
  /** The brew it was poured from. */
  pot: string;
  /** Whose it is, whatever name it goes by; null where nobody said. */
  tasterId: string | null;
  on: string;
  /** Everything that was weighed and set, as one text. */
  recipe: string;
  /** What the drink is, as one text: a shot with milk is another than the shot alone. */
  drink: string;
  cup: Omit<Cup, 'remarks' | 'descriptors'>;
  words: readonly { name: string; family: string | null }[];
}

/** Cups of one taster that were the same thing. */
export interface SameCups {
  cups: Tasting[];
  /** Poured from one brew; else blind, of one recipe of one bag on one day. */
  isOneBrew: boolean;
}

/** The cups that were the same drink, of one brew or blind; what they were marked apart is the taster. */
export function repeatGroups(tastings: readonly Tasting[]): SameCups[] {
  const several = (groups: Record<string, Tasting[]>, isOneBrew: boolean): SameCups[] =>
    Object.values(groups).flatMap((cups) => (cups.length > 1 ? [{ cups, isOneBrew }] : []));
  const keyOf = ({ tasterId, drink, cup }: Tasting): unknown[] => [tasterId, drink, cup.scoringScale];
  const sameBrew = several(
    groupBy(tastings, (one) => JSON.stringify([one.pot, ...keyOf(one)])),
    true,
  );
  const counted = new Set(sameBrew.flatMap(({ cups }) => cups));
  const blind = tastings.filter((one) => one.cup.blind && !counted.has(one));
  const byRecipe = groupBy(blind, (one) => JSON.stringify([one.bagId, one.on, one.recipe, ...keyOf(one)]));
  return [...sameBrew, ...several(byRecipe, false)];
}

/** The same as the engine takes them: marks, and the σ₀ of their scale; and which bag they are of. */
export function repeatsForEngine(tastings: readonly Tasting[]): (RepeatGroup & { bagId: string })[] {
  return repeatGroups(tastings).flatMap(({ cups, isOneBrew }) => {
    const scores = cups.flatMap(({ cup }) => scoreOfCup(cup) ?? []);
    const first = cups[0];
    if (!first || scores.length < 2) return [];
    return [{ scores, sigma0: SCALE_RANGES[first.cup.scoringScale].sigma0, isOneBrew, bagId: first.bagId }];
  });
}

/** How repeatable a taster is, on each scale and in each attribute, in their own units. */
export interface RepeatableIn {
  tasterId: string | null;
  scales: { scale: ScoringScale; repeatability: Repeatability; assumed: number }[];
  /** Attributes that are marked 0–10, and levels that are drawn 1–5. */
  attributes: { of: string; isLevel: boolean; repeatability: Repeatability }[];
}

export function repeatabilities(tastings: readonly Tasting[]): RepeatableIn[] {
  const groups = repeatGroups(tastings);
  const byTaster = groupBy(groups, ({ cups: [first] }) => first?.tasterId ?? '');
  return Object.entries(byTaster).map(([tasterId, own]) => ({
    tasterId: tasterId === '' ? null : tasterId,
    scales: SCORING_SCALES.flatMap((scale) => {
      const { points, sigma0 } = SCALE_RANGES[scale];
      const ofScale = own.filter(({ cups: [first] }) => first?.cup.scoringScale === scale);
      const repeatability = repeatabilityOf(
        marksOf(ofScale, ({ cup }) => scoreOfCup(cup) ?? []).map((marks) => marks.map((score) => score / points)),
      );
      return repeatability ? [{ scale, repeatability, assumed: sigma0 / points }] : [];
    }),
    attributes: attributesOf(own),
  }));
}

const marksOf = (groups: readonly SameCups[], of: (one: Tasting) => number | readonly number[]): number[][] =>
  groups.map(({ cups }) => cups.flatMap(of));

function attributesOf(groups: readonly SameCups[]): RepeatableIn['attributes'] {
  const marked = ATTRIBUTES.flatMap((of) => {
    const repeatability = repeatabilityOf(marksOf(groups, ({ cup }) => cup[of] ?? []));
    return repeatability ? [{ of, isLevel: false, repeatability }] : [];
  });
  const cups = groups.flatMap((group) => group.cups);
  const levelled = [...new Set(cups.flatMap(({ cup }) => cup.intensities.map(({ attribute }) => attribute)))];
  return [
    ...marked,
    ...levelled.flatMap((of) => {
      const repeatability = repeatabilityOf(marksOf(groups, (one) => levelsOf(one).get(of) ?? []));
      return repeatability ? [{ of, isLevel: true, repeatability }] : [];
    }),
  ];
}

/** The levels of a cup, 1–5, by attribute. */
function levelsOf({ cup: { intensities } }: Tasting): Map<string, number> {
  return new Map(
    intensities.flatMap(({ attribute, intensity }) =>
      intensity === null ? [] : [[attribute, levelValue(intensity)] as const],
    ),
  );
}

/** What was felt, as a driver of liking: a finish by its doublings, dryness from 1, and hot 1, warm 2, cool 3. */
function feelOf({ cup: { finishS, dryness, markAt } }: Tasting): Map<Felt, number> {
  return new Map([
    ...(finishS === null ? [] : [['finish', finishLevel(finishS)] as const]),
    ...(dryness === null ? [] : [['dryness', 1 + DRYNESSES.indexOf(dryness)] as const]),
    ...(markAt === null ? [] : [['coolness', 1 + SIPPED_PHASES.indexOf(markAt)] as const]),
  ]);
}

/** What a taster’s scores go along with; of everyone’s cups where none is named. */
export function likingFrom(tastings: readonly Tasting[], tasterId: string | null): Liking | null {
  const own = tasterId === null ? tastings : tastings.filter((one) => one.tasterId === tasterId);
  return likingOf(own.flatMap((one) => describedCup(one) ?? []));
}

function describedCup(one: Tasting): DescribedCup | null {
  const score = scoreOfCup(one.cup);
  if (score === null) return null;
  const families = [...new Set(one.words.flatMap(({ family }) => family ?? []))];
  return { score, levels: levelsOf(one), feel: feelOf(one), families, textures: one.cup.textures };
}

/**
 * What amounts of an attribute are worth to a household by all its marks, in σ₀, for cups with levels and no mark; of
 * the scale
 * most of them are in.
 */
export function likingsForEngine(tastings: readonly Tasting[]): Record<string, LevelLiking> {
  const byScale = groupBy(
    tastings.filter(({ cup }) => scoreOfCup(cup) !== null && cup.intensities.length > 0),
    ({ cup }) => cup.scoringScale,
  );
  const [most] = Object.entries(byScale).sort(([, a], [, b]) => b.length - a.length);
  // The engine reads levels alone: what else was written moves no verdict.
  const cups = most?.[1].flatMap((one) => describedCup(one) ?? []) ?? [];
  const liking = most && likingOf(cups.map((cup) => ({ ...cup, feel: new Map(), textures: [] })));
  return liking ? levelLikings(liking, SCALE_RANGES[most[0] as ScoringScale].sigma0) : {};
}

/** Two tasters over the brews both had: who is higher, by how much, and the words each finds. */
export interface SideBySide {
  brews: number;
  /** The first above the second, points of score. */
  difference: PairedDifference | null;
  /** How far apart two of their marks of one brew lie besides, points. */
  apart: number | null;
  words: { both: string[]; onlyFirst: string[]; onlySecond: string[] };
  /** Levels of which the two gave differing amounts: the first above the second. */
  levels: { attribute: string; difference: PairedDifference }[];
}

/** A word is a taster’s own once it was found so often. */
const OWN_WORD = 2;
const MOST_WORDS = 12;

export function sideBySide(tastings: readonly Tasting[], first: string, second: string): SideBySide {
  const of = (tasterId: string): Tasting[] => tastings.filter((one) => one.tasterId === tasterId);
  const [one, other] = [groupBy(of(first), ({ pot }) => pot), groupBy(of(second), ({ pot }) => pot)];
  const shared = Object.keys(one).flatMap((pot) => {
    const [a, b] = [one[pot]?.[0], other[pot]?.[0]];
    return a && b ? [{ a, b }] : [];
  });
  const differences = shared.flatMap(({ a, b }) => {
    const [scoreA, scoreB] = [scoreOfCup(a.cup), scoreOfCup(b.cup)];
    return scoreA === null || scoreB === null ? [] : [scoreA - scoreB];
  });
  const difference = pairedDifference(differences);
  const apart = differences.length < 2 || !difference ? null : spreadOf(differences, difference.mean);
  return {
    brews: shared.length,
    difference,
    apart,
    words: wordsApart(of(first), of(second)),
    levels: levelsApart(shared),
  };
}

function spreadOf(values: readonly number[], mean: number): number {
  return Math.sqrt(values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / (values.length - 1));
}

function levelsApart(shared: readonly { a: Tasting; b: Tasting }[]): SideBySide['levels'] {
  const attributes = new Set(shared.flatMap(({ a }) => a.cup.intensities.map(({ attribute }) => attribute)));
  return [...attributes].flatMap((attribute) => {
    const differences = shared.flatMap(({ a, b }) => {
      const [ofA, ofB] = [levelsOf(a).get(attribute), levelsOf(b).get(attribute)];
      return ofA === undefined || ofB === undefined ? [] : [ofA - ofB];
    });
    const difference = pairedDifference(differences);
    return difference?.interval ? [{ attribute, difference }] : [];
  });
}

function wordsApart(first: readonly Tasting[], second: readonly Tasting[]): SideBySide['words'] {
  const counted = (tastings: readonly Tasting[]): Map<string, number> => {
    const counts = new Map<string, number>();
    for (const { words } of tastings) for (const { name } of words) counts.set(name, (counts.get(name) ?? 0) + 1);
    return counts;
  };
  const [one, other] = [counted(first), counted(second)];
  const often = (counts: Map<string, number>): string[] =>
    [...counts]
      .filter(([, count]) => count >= OWN_WORD)
      .sort(([a, countA], [b, countB]) => countB - countA || (a < b ? -1 : 1))
      .map(([name]) => name);
  return {
    both: often(one)
      .filter((name) => other.has(name))
      .slice(0, MOST_WORDS),
    onlyFirst: often(one)
      .filter((name) => !other.has(name))
      .slice(0, MOST_WORDS),
    onlySecond: often(other)
      .filter((name) => !one.has(name))
      .slice(0, MOST_WORDS),
  };
}
