import { SHAPE_SHARES } from '../../core/crest';
import type { Random } from './random';

/** The last rest day a truth is known for. */
export const LAST_TRUE_DAY = 90;

/** How a bag truly goes: the score the reference recipe would get on rest days 0 … 90, points. */
export type Truth = Float64Array;

/** Draws how a bag whose kind is expected to peak around `tableDays` changes: its truth less its baseline, points. */
export type Family = (random: Random, tableDays: number) => Float64Array;

/** The baseline of a bag, points. */
export const BASELINE = { mean: 82, sd: 6 } as const;

/** A truth of a family. */
export function truthOf(family: Family, random: Random, tableDays: number): Truth {
  const baseline = random.normal(BASELINE.mean, BASELINE.sd);
  return family(random, tableDays).map((change) => baseline + change);
}

const over = (f: (day: number) => number): Float64Array =>
  Float64Array.from({ length: LAST_TRUE_DAY + 1 }, (_, day) => f(day));
const bump = (day: number, peak: number, width: number): number =>
  Math.exp(-0.5 * (Math.log(Math.max(day, 0.5) / peak) / width) ** 2);
const logistic = (x: number): number => 1 / (1 + Math.exp(-x));

/** One rise and one fall. */
const crest: Family = (random, tableDays) => {
  const height = random.uniform(5, 18);
  const peak = random.logNormal(tableDays, 0.38);
  const rise = random.logNormal(0.5, 0.3);
  const fall = random.logNormal(0.6, 0.35);
  return over((day) => -height * (1 - bump(day, peak, day < peak ? rise : fall)));
};

/** Gas leaves exponentially and stops hiding the cup; staling takes away linearly from the start. */
const degassing: Family = (random, tableDays) => {
  const gas = random.uniform(8, 22);
  const gasDays = random.logNormal(tableDays / 3, 0.35);
  const staling = random.uniform(0.12, 0.4);
  return over((day) => -gas * Math.exp(-day / gasDays) - staling * day);
};

/** Rises, stays at its best for weeks, falls. */
const plateau: Family = (random, tableDays) => {
  const height = random.uniform(6, 16);
  const up = random.logNormal(tableDays * 0.6, 0.35);
  const down = up + random.uniform(18, 40);
  const upWidth = random.uniform(1, 3);
  const downWidth = random.uniform(3, 7);
  return over((day) => -height * (1 - logistic((day - up) / upWidth) * logistic((down - day) / downWidth)));
};

/** At its best when it comes, and worse every day. */
const fading: Family = (random) => {
  const height = random.uniform(6, 18);
  const days = random.uniform(10, 40);
  return over((day) => -height * (1 - Math.exp(-day / days)));
};

/** Opens, closes, and opens again. */
const twoHumps: Family = (random, tableDays) => {
  const height = random.uniform(6, 15);
  const first = random.logNormal(tableDays * 0.6, 0.25);
  const second = first * random.uniform(2, 3.2);
  const share = random.uniform(0.7, 1.15);
  return over((day) => -height * (1 - Math.max(bump(day, first, 0.32), share * bump(day, second, 0.32))));
};

/** Hardly changes. */
const flat: Family = (random) => {
  const slope = random.normal(0, 0.01);
  return over((day) => slope * day);
};

/** The six families the engine is held to, and how many of a hundred bags are believed to be of each. */
export const FAMILIES: Readonly<Record<string, { family: Family; share: number }>> = {
  crest: { family: crest, share: SHAPE_SHARES.crest },
  opening: { family: degassing, share: SHAPE_SHARES.opening },
  plateau: { family: plateau, share: SHAPE_SHARES.plateau },
  fading: { family: fading, share: SHAPE_SHARES.fresh },
  'two humps': { family: twoHumps, share: SHAPE_SHARES.twice },
  flat: { family: flat, share: SHAPE_SHARES.flat },
};

/** A family drawn by the believed shares. */
export function anyFamily(random: Random): string {
  let left = random.uniform();
  for (const [name, { share }] of Object.entries(FAMILIES)) {
    left -= share;
    if (left < 0) return name;
  }
  return 'crest';
}

/**
 * Truths no family above draws: a smooth random process in ln days. A sum of random waves stands in for a Gaussian
 * process with squared-exponential covariance of the given length.
 */
export const unseen: Family = (random) => {
  const sd = random.uniform(2, 6);
  const length = random.uniform(0.5, 0.9);
  const waves = Array.from({ length: 40 }, () => ({
    frequency: random.normal(0, 1 / length),
    phase: random.uniform(0, 2 * Math.PI),
  }));
  return over(
    (day) =>
      sd *
      Math.sqrt(2 / waves.length) *
      waves.reduce((sum, { frequency, phase }) => sum + Math.cos(frequency * Math.log(Math.max(day, 0.5)) + phase), 0),
  );
};
