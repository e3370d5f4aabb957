import { cdf } from '../numeric/normal';
import type { LevelLiking } from '../cup';
import { LIKING_CUPS, type DRIVER_KINDS } from './constants';
import { ridgeByEvidence } from './ridgeRegression';

/** A scored cup with what was found in it. */
export interface DescribedCup {
  /** Points, 0–100. */
  score: number;
  /** Levels, 1–5, by attribute; those that were not given are missing. */
  levels: ReadonlyMap<string, number>;
  /** What was felt, on a scale of about 1–5, and at which heat it was scored; what was not written is missing. */
  feel: ReadonlyMap<Felt, number>;
  /** Families of the words found. */
  families: readonly string[];
  textures: readonly string[];
}

/** A finish by its doublings, dryness by its words, and how cool the cup was when it was scored. */
export const FELT = ['finish', 'dryness', 'coolness'] as const;
export type Felt = (typeof FELT)[number];

type DriverKind = (typeof DRIVER_KINDS)[number];

/** What one more level, or one family of words being there, adds to a score. */
export interface Driver {
  kind: DriverKind;
  /** The attribute’s id, what was felt, or the name of the family or texture. */
  of: string;
  /** Points for one level more about the usual one, or for the family being there; interval of probability 0.8. */
  effect: { mean: number; lo: number; hi: number };
  /** Cups it rests on. */
  cups: number;
  /** Of a level: where liking is highest, 1–5; null where more, or less, is simply better. */
  ideal: number | null;
  /** Of a level: the usual one, and points for the square of a step away from it; 0 where no bend is seen. */
  usual: number;
  bend: number;
}

/** Whether a driver is surely told from nothing: an ideal, or an effect many times its error. */
export function isTold({ effect: { mean, lo, hi }, ideal }: Pick<Driver, 'effect' | 'ideal'>): boolean {
  return ideal !== null || Math.abs(mean) > (Z_SURE * (hi - lo)) / (2 * Z80);
}

/**
 * What levels are worth to a taster who gives no marks, in units of a scale's repeatability: of the attributes that are
 * told
 * from nothing alone.
 *
 * @param sigma0 repeatability of the scale the marks were in, points
 */
export function levelLikings({ drivers }: Liking, sigma0: number): Record<string, LevelLiking> {
  return Object.fromEntries(
    drivers
      .filter((driver) => driver.kind === 'level' && isTold(driver))
      .map(({ of, effect, usual, bend }) => [of, { usual, slope: effect.mean / sigma0, bend: bend / sigma0 }]),
  );
}

/** What drives liking: null while there are too few cups to say anything. */
export interface Liking {
  cups: number;
  /** The surest first. */
  drivers: Driver[];
}

/** A level or family must be in so many cups, and a family missing from as many, to be told from the rest. */
const LEAST_CUPS = 5;
const Z80 = 1.2816;
/**
 * Of many drivers one in five would be told from nothing at 0.8 by chance alone: a bend or a slope is sure from this
 * probability on. *Assumption*.
 */
const SURE = 0.975;
const Z_SURE = 1.96;

interface Column {
  kind: DriverKind | 'bend';
  of: string;
  values: number[];
  mean: number;
  sd: number;
  cups: number;
}

/**
 * What goes along with a taster’s scores: a ridge regression of the scores on levels (straight and bent) and on
 * families
 * of words, each column about its mean and in units of its spread, the pull weighed by the evidence
 * (`ridgeByEvidence`). It
 * tells what goes together, not what would happen: a taster who likes fruity coffees may buy better ones.
 *
 * The ideal of a level x is −b / (2c) of b·x + c·x², where c is surely below 0 and the ideal lies within 1–5 (an
 * ideal-point model: Carroll, in *Multidimensional Scaling* I (1972) 105–155).
 */
export function likingOf(cups: readonly DescribedCup[]): Liking | null {
  if (cups.length < LIKING_CUPS) return null;
  const columns = columnsOf(cups);
  if (columns.length === 0) return { cups: cups.length, drivers: [] };
  const rows = cups.map((_, i) => columns.map(({ values, mean, sd }) => (values[i]! - mean) / sd));
  const { coefficients, sd } = ridgeByEvidence(
    rows,
    cups.map(({ score }) => score),
  );
  const drivers = columns.flatMap((column, c): Driver[] => {
    if (column.kind === 'bend') return [];
    const unit = 1 / column.sd;
    const [mean, spread] = [coefficients[c]! * unit, sd[c]! * unit];
    const bend = columns.findIndex(({ kind, of }) => kind === 'bend' && of === column.of);
    const isLevel = column.kind === 'level';
    return [
      {
        kind: column.kind,
        of: column.of,
        effect: { mean, lo: mean - Z80 * spread, hi: mean + Z80 * spread },
        cups: column.cups,
        ideal: bend < 0 || !isLevel ? null : idealOf(column, columns[bend]!, mean, coefficients[bend]!, sd[bend]!),
        usual: isLevel ? column.mean : 0,
        bend: bend < 0 || !isLevel ? 0 : coefficients[bend]! / columns[bend]!.sd,
      },
    ];
  });
  const sureness = ({ effect: { mean, lo, hi } }: Driver): number => Math.abs(mean) / Math.max(1e-9, hi - lo);
  return { cups: cups.length, drivers: drivers.sort((a, b) => sureness(b) - sureness(a) || (a.of < b.of ? -1 : 1)) };
}

/** Columns that enough cups speak of. What is missing stands at the mean of what was given. */
function columnsOf(cups: readonly DescribedCup[]): Column[] {
  return [
    ...amounts(cups, 'level', ({ levels }) => levels),
    ...amounts(cups, 'feel', ({ feel }) => feel),
    ...presences(cups, 'family', ({ families }) => families),
    ...presences(cups, 'texture', ({ textures }) => textures),
  ];
}

type AmountsOf = (cup: DescribedCup) => ReadonlyMap<string, number>;

function amounts(cups: readonly DescribedCup[], kind: 'level' | 'feel', amountsOf: AmountsOf): Column[] {
  const all = [...new Set(cups.flatMap((cup) => [...amountsOf(cup).keys()]))].sort();
  return all.flatMap((of): Column[] => {
    const given = cups.flatMap((cup) => amountsOf(cup).get(of) ?? []);
    if (given.length < LEAST_CUPS) return [];
    const mean = given.reduce((sum, one) => sum + one, 0) / given.length;
    const filled = cups.map((cup) => amountsOf(cup).get(of) ?? mean);
    const straight = column(kind, of, filled, given.length);
    const bend = column(
      'bend',
      of,
      filled.map((value) => (value - mean) ** 2),
      given.length,
    );
    // A bend needs more than two levels to be seen.
    const isBent = kind === 'level' && new Set(given).size > 2 && bend.sd > 1e-9;
    return straight.sd > 1e-9 ? [straight, ...(isBent ? [bend] : [])] : [];
  });
}

type NamesOf = (cup: DescribedCup) => readonly string[];

function presences(cups: readonly DescribedCup[], kind: 'family' | 'texture', namesOf: NamesOf): Column[] {
  const all = [...new Set(cups.flatMap(namesOf))].sort();
  return all.flatMap((of): Column[] => {
    const isThere = cups.map((cup) => Number(namesOf(cup).includes(of)));
    const there = isThere.reduce((sum, one) => sum + one, 0);
    return there < LEAST_CUPS || cups.length - there < LEAST_CUPS ? [] : [column(kind, of, isThere, there)];
  });
}

function column(kind: Column['kind'], of: string, values: number[], cups: number): Column {
  const mean = values.reduce((sum, one) => sum + one, 0) / values.length;
  const sd = Math.sqrt(values.reduce((sum, one) => sum + (one - mean) ** 2, 0) / values.length);
  return { kind, of, values, mean, sd, cups };
}

function idealOf(straight: Column, bend: Column, slope: number, bent: number, sd: number): number | null {
  if (!(cdf(-bent / sd) >= SURE)) return null;
  const ideal = straight.mean - slope / (2 * (bent / bend.sd));
  return ideal >= 1 && ideal <= 5 ? ideal : null;
}
