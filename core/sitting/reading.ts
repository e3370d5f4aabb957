import { groupBy, uniq } from 'es-toolkit';
import {
  averageRanks,
  pairedDifference,
  icc21,
  kendallsW,
  type IntraclassCorrelation,
  type PairedDifference,
} from '../palate';
import type { Compared } from '../cup';
import { brewOfCup, oddCup, type PouredCup } from './kinds';
import { triangleChance } from './triangle';

/** What one taster wrote, cups by their ids. */
export interface TastersSheet {
  seat: string;
  /** Points, 0–100; null where it was not marked. */
  scores: Readonly<Record<string, number | null>>;
  /** Levels given, 1–5, by cup and attribute. */
  levels: Readonly<Record<string, ReadonlyMap<string, number>>>;
  /** Words found, by the ids they go by. */
  words: Readonly<Record<string, readonly string[]>>;
  /** Cups from the best to the least liked; those said to be alike stand together. */
  ranking: readonly (readonly string[])[];
  /** The one of three called the odd one; null where none was. */
  odd: string | null;
  /** Each cup against the yardstick. */
  againstYardstick: Readonly<Record<string, Compared | null>>;
}

export interface CupReading {
  id: string;
  /** How many marked it, and the mean and median of that. */
  marked: number;
  mean: number | null;
  median: number | null;
  /** Mean place in the tasters' rankings, 1 the best; null where nobody ranked it. */
  place: number | null;
  /** Words that several tasters found, the most often found first, and those that one alone did. */
  shared: { word: string; by: number }[];
  lone: { word: string; seat: string }[];
  yardstick: Record<Compared, number>;
  /** Of each attribute that somebody gave a level: the median, the ends, and by how many. */
  levels: { attribute: string; median: number; lowest: number; highest: number; by: number }[];
}

/** One cup against another. */
export interface PairReading {
  a: string;
  b: string;
  /** How much higher `a` was marked, by those who marked both; null where nobody did. */
  difference: PairedDifference | null;
  /** How many put `a` before `b`, behind it, or beside it. */
  before: number;
  behind: number;
  beside: number;
  /** They are one brew: what lies between them is the tasters. */
  isSameBrew: boolean;
}

export interface SittingReading {
  tasters: number;
  cups: CupReading[];
  pairs: PairReading[];
  /**
   * How far the tasters agree on the brews, cups of one being one; null where fewer than two tasters marked or ordered
   * all cups.
   */
  agreement: { tasters: number; brews: number; w: number | null; icc: IntraclassCorrelation | null } | null;
  /** Of a triangle: how many named the odd cup, and how likely so many are by guessing. */
  triangle: { asked: number; right: number; chance: number } | null;
}

/** How far tasters agree is read of so many of them, or of so many different brews. *Assumption*. */
const ENOUGH = { tasters: 3, brews: 6 } as const;

/** Whether enough tasters, or enough brews, say how far the tasters agree. */
export const isAgreementKnown = ({ tasters, brews }: NonNullable<SittingReading['agreement']>): boolean =>
  tasters >= ENOUGH.tasters || brews >= ENOUGH.brews;

/** Places of cups in a ranking, alike ones sharing the mean of theirs. */
function placesOf(ranking: readonly (readonly string[])[]): Map<string, number> {
  const places = new Map<string, number>();
  let before = 0;
  for (const group of ranking) {
    for (const cup of group) places.set(cup, before + (group.length + 1) / 2);
    before += group.length;
  }
  return places;
}

/** The ranking a taster gave, or the one their marks come to; null where neither names all of the cups. */
function rankedBy(sheet: TastersSheet, cups: readonly PouredCup[]): number[] | null {
  const places = placesOf(sheet.ranking);
  if (cups.every(({ id }) => places.has(id))) return cups.map(({ id }) => -(places.get(id) ?? 0));
  const scores = cups.map(({ id }) => sheet.scores[id] ?? null);
  return scores.every((one) => one !== null) ? scores : null;
}

/** Which of two cups a taster puts first: by the ranking given, else by marks; null where neither says. */
export function preferred(sheet: TastersSheet, a: string, b: string): 'a' | 'b' | 'alike' | null {
  const places = placesOf(sheet.ranking);
  const [ofA, ofB] = [places.get(a), places.get(b)];
  if (ofA !== undefined && ofB !== undefined) return ofA === ofB ? 'alike' : ofA < ofB ? 'a' : 'b';
  const [scoreA, scoreB] = [sheet.scores[a] ?? null, sheet.scores[b] ?? null];
  if (scoreA === null || scoreB === null) return null;
  return scoreA === scoreB ? 'alike' : scoreA > scoreB ? 'a' : 'b';
}

/** What the sheets of a sitting come to. Points of score, 0–100. */
export function readSitting(cups: readonly PouredCup[], sheets: readonly TastersSheet[]): SittingReading {
  const odd = oddCup(cups);
  const named = sheets.filter((sheet) => sheet.odd !== null);
  const right = named.filter((sheet) => sheet.odd === odd).length;
  return {
    tasters: sheets.length,
    cups: cups.map((cup) => readCup(cup, cups, sheets)),
    pairs: cups.flatMap((a, i) => cups.slice(i + 1).map((b) => readPair(a, b, sheets))),
    agreement: agreementOf(cups, sheets),
    triangle:
      odd === null || named.length === 0
        ? null
        : { asked: named.length, right, chance: triangleChance(right, named.length) },
  };
}

/** The place of each brew in a taster's order, by its cups; cups of one brew are one place. */
function brewPlaces(ranking: readonly (readonly string[])[], cups: readonly PouredCup[]): Map<string, number> {
  const places = placesOf(ranking);
  const ranked = Object.entries(groupBy(cups, brewOfCup)).flatMap(([brew, ofBrew]) => {
    const theirs = ofBrew.flatMap(({ id }) => places.get(id) ?? []);
    return theirs.length === 0 ? [] : [{ brew, at: mean(theirs) }];
  });
  const ranks = averageRanks(ranked.map(({ at }) => at));
  return new Map(ranked.map(({ brew }, i) => [brew, ranks[i] ?? 0]));
}

function readCup(cup: PouredCup, cups: readonly PouredCup[], sheets: readonly TastersSheet[]): CupReading {
  const { id } = cup;
  const scores = sheets.flatMap((sheet) => sheet.scores[id] ?? []).sort((a, b) => a - b);
  const places = sheets.flatMap(({ ranking }) =>
    ranking.some((group) => group.includes(id)) ? (brewPlaces(ranking, cups).get(brewOfCup(cup)) ?? []) : [],
  );
  const found = new Map<string, string[]>();
  for (const { seat, words } of sheets)
    for (const word of new Set(words[id] ?? [])) found.set(word, [...(found.get(word) ?? []), seat]);
  const said = (was: Compared): number => sheets.filter((sheet) => sheet.againstYardstick[id] === was).length;
  return {
    id,
    marked: scores.length,
    mean: scores.length === 0 ? null : mean(scores),
    median: scores.length === 0 ? null : medianOf(scores),
    place: places.length === 0 ? null : mean(places),
    shared: [...found]
      .filter(([, seats]) => seats.length > 1)
      .map(([word, seats]) => ({ word, by: seats.length }))
      .sort((a, b) => b.by - a.by || (a.word < b.word ? -1 : 1)),
    lone: [...found].flatMap(([word, [seat, ...more]]) => (seat && more.length === 0 ? [{ word, seat }] : [])),
    yardstick: { better: said('better'), like: said('like'), worse: said('worse') },
    levels: levelsOf(id, sheets),
  };
}

function levelsOf(id: string, sheets: readonly TastersSheet[]): CupReading['levels'] {
  const given = new Map<string, number[]>();
  for (const { levels } of sheets)
    for (const [attribute, level] of levels[id] ?? []) given.set(attribute, [...(given.get(attribute) ?? []), level]);
  return [...given].map(([attribute, values]) => {
    const sorted = values.sort((a, b) => a - b);
    return { attribute, median: medianOf(sorted), lowest: sorted[0]!, highest: sorted.at(-1)!, by: sorted.length };
  });
}

function readPair(a: PouredCup, b: PouredCup, sheets: readonly TastersSheet[]): PairReading {
  const differences = sheets.flatMap(({ scores }) => {
    const [ofA, ofB] = [scores[a.id] ?? null, scores[b.id] ?? null];
    return ofA === null || ofB === null ? [] : [ofA - ofB];
  });
  const said = sheets.map((sheet) => preferred(sheet, a.id, b.id));
  return {
    a: a.id,
    b: b.id,
    difference: pairedDifference(differences),
    before: said.filter((one) => one === 'a').length,
    behind: said.filter((one) => one === 'b').length,
    beside: said.filter((one) => one === 'alike').length,
    isSameBrew: brewOfCup(a) === brewOfCup(b),
  };
}

function agreementOf(cups: readonly PouredCup[], sheets: readonly TastersSheet[]): SittingReading['agreement'] {
  const brews = uniq(cups.map(brewOfCup));
  /** A taster's row by brew: what a hidden duplicate was given is its mean. */
  const byBrew = (row: readonly number[]): number[] =>
    brews.map((brew) => mean(row.filter((_, i) => cups[i] && brewOfCup(cups[i]) === brew)));
  const ranked = sheets.flatMap((sheet) => {
    const row = rankedBy(sheet, cups);
    return row ? [byBrew(row)] : [];
  });
  if (ranked.length < 2) return null;
  const marks = sheets.flatMap(({ scores }) => {
    const row = cups.flatMap(({ id }) => scores[id] ?? []);
    return row.length === cups.length ? [byBrew(row)] : [];
  });
  const icc = marks.length < 2 ? null : icc21(marks);
  return { tasters: ranked.length, brews: brews.length, w: kendallsW(ranked), icc };
}

const mean = (values: readonly number[]): number => values.reduce((sum, one) => sum + one, 0) / values.length;

function medianOf(sorted: readonly number[]): number {
  const middle = Math.floor(sorted.length / 2);
  return sorted.length % 2 === 1 ? sorted[middle]! : (sorted[middle - 1]! + sorted[middle]!) / 2;
}
