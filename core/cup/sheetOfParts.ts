import { roundTo } from '../brew';

/** One part of a sheet that is marked part by part, as a household composes it. */
export interface SheetPart {
  id: string;
  name: string;
  /** The most it can be given. */
  most: number;
  /** Apart two marks that can be given. */
  step: number;
  /** Taken off the sum, as faults are. */
  takenOff: boolean;
}

/** A part with what a cup was given for it; null while it is open. A cup keeps the parts it was marked by. */
export interface MarkedPart extends SheetPart {
  mark: number | null;
}

/** The sheet every household begins with. */
export const FIRST_SHEET: readonly SheetPart[] = [
  { id: 'smell', name: 'smell', most: 8, step: 1, takenOff: false },
  { id: 'taste', name: 'taste', most: 16, step: 1, takenOff: false },
  { id: 'feel', name: 'feel', most: 8, step: 1, takenOff: false },
  { id: 'length', name: 'length', most: 8, step: 1, takenOff: false },
  { id: 'whole', name: 'as a whole', most: 10, step: 1, takenOff: false },
  { id: 'flaws', name: 'flaws', most: 10, step: 1, takenOff: true },
];

/** What a marked sheet comes to. */
export interface SheetSum {
  /** Marks of the parts that count, less those taken off, never below 0. */
  sum: number;
  /** The most the sheet can come to. */
  most: number;
  /** How many parts are marked, of how many. */
  marked: number;
  parts: number;
}

/** Adds up a sheet: Σ marks − Σ marks taken off, and the most that could have been. */
export function sumOfSheet(parts: readonly MarkedPart[]): SheetSum {
  const sum = parts.reduce((total, { mark, takenOff }) => total + (takenOff ? -1 : 1) * (mark ?? 0), 0);
  const most = parts.reduce((total, part) => total + (part.takenOff ? 0 : part.most), 0);
  return {
    sum: roundTo(Math.max(0, sum), 4),
    most: roundTo(most, 4),
    marked: parts.filter(({ mark }) => mark !== null).length,
    parts: parts.length,
  };
}

/**
 * Score, 0–100, of a sheet on which every part is marked: its share of the most it could be. Null while one is open.
 */
export function scoreOfSheet(parts: readonly MarkedPart[]): number | null {
  const { sum, most, marked } = sumOfSheet(parts);
  return marked === parts.length && most > 0 ? roundTo((100 * sum) / most, 2) : null;
}
