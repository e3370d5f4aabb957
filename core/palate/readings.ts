import { mean, minBy } from 'es-toolkit';
import { ROAST_LEVELS, type RoastLevel } from '../crest';

/** So many own readings say what is usual. *Assumption*. */
export const ENOUGH_READINGS = 5;

/** A measured bag of a claimed roast: the colour, whole or ground, on the meter's own scale. */
export interface ColourReading {
  roastLevel: RoastLevel;
  colour: number;
}

/** What the household's own bags make of a colour. */
export interface RoastByColour {
  /** Of the levels the household has measured, the one it reads most like. */
  roastLevel: RoastLevel;
  /** Whether that is surely another than claimed: by at least three quarters of a level, and 1.3 sd. */
  differs: boolean;
  /** Bags it is held against. */
  bags: number;
}

const DIFFERENT = { levels: 0.75, sds: 1.3 } as const;

/**
 * The roast a colour stands for by the household's other bags: a line of colour over claimed level, fitted by least
 * squares, read backwards. Null with fewer than `ENOUGH_READINGS` bags, or where colour does not go along with what
 * was claimed: bags of one level alone, or as much apart within a level as between them.
 */
export function roastByColour(
  colour: number,
  claimed: RoastLevel,
  others: readonly ColourReading[],
): RoastByColour | null {
  if (others.length < ENOUGH_READINGS) return null;
  const levels = others.map(({ roastLevel }) => ROAST_LEVELS.indexOf(roastLevel));
  const [level, reading] = [mean(levels), mean(others.map((one) => one.colour))];
  const spread = levels.reduce((sum, one) => sum + (one - level) ** 2, 0);
  if (spread === 0) return null;
  const slope = others.reduce((sum, one, i) => sum + ((levels[i] ?? 0) - level) * (one.colour - reading), 0) / spread;
  const rest = others.reduce(
    (sum, one, i) => sum + (one.colour - reading - slope * ((levels[i] ?? 0) - level)) ** 2,
    0,
  );
  const sd = Math.sqrt(rest / (others.length - 2));
  if (Math.abs(slope) * Math.sqrt(spread) < 2 * sd || slope === 0) return null;
  const implied = level + (colour - reading) / slope;
  const off = Math.abs(implied - ROAST_LEVELS.indexOf(claimed));
  const nearest = minBy(others, ({ roastLevel }) => Math.abs(implied - ROAST_LEVELS.indexOf(roastLevel)))?.roastLevel;
  if (nearest === undefined) return null;
  return {
    roastLevel: nearest,
    differs: nearest !== claimed && off >= DIFFERENT.levels && off * Math.abs(slope) >= DIFFERENT.sds * sd,
    bags: others.length,
  };
}

/** Where a reading stands among others: how many are lower and higher. Null with too few of them. */
export function placeAmong(reading: number, others: readonly number[]): { lower: number; higher: number } | null {
  if (others.length < ENOUGH_READINGS) return null;
  return {
    lower: others.filter((other) => other < reading).length,
    higher: others.filter((other) => other > reading).length,
  };
}
