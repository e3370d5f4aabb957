import { addDays, type PlainDate } from './calendar';

/** Days from roasting to the printed best-before, when the label states neither. *Assumption*: twelve months. */
export const ASSUMED_SHELF_LIFE_DAYS = 365;

/** A roast date and whether the label gave it or it was worked back from a best-before. */
export interface RoastDate {
  roastedOn: PlainDate;
  assumed: boolean;
}

/** What a label may say about age. At least one of the dates must be there. */
export interface LabelDates {
  roastedOn: PlainDate | null;
  bestBefore: PlainDate | null;
  shelfLifeDays: number | null;
}

/** The roast date of a label; worked back from the best-before, and marked assumed, when the label gives none. */
export function roastDate(label: LabelDates): RoastDate {
  if (label.roastedOn !== null) return { roastedOn: label.roastedOn, assumed: false };
  if (label.bestBefore === null) throw new RangeError('A bag needs a roast date or a best-before date');
  return { roastedOn: addDays(label.bestBefore, -(label.shelfLifeDays ?? ASSUMED_SHELF_LIFE_DAYS)), assumed: true };
}
