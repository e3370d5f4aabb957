import { addDays, dateOfDay, dayNumber, type PlainDate } from './calendar';

/** Days from roasting to the printed best-before, when the label states neither. *Assumption*: twelve months. */
export const ASSUMED_SHELF_LIFE_DAYS = 365;

/**
 * How far a roast date is from the one worked back from a best-before, as an sd in days: with the shelf life stated,
 * and with the assumed one. *Assumption*.
 */
const BEST_BEFORE_SD_DAYS = { stated: 5, assumed: 60 } as const;

/**
 * How old beans are on the day they arrive or are opened where nothing else is known: median days, and sd of the
 * logarithm. *Assumption*.
 */
const AGE_ON_ARRIVAL = { days: 12, logSd: 0.9 } as const;

/** No bag is taken to be older than this when it arrives, days. */
const OLDEST_ON_ARRIVAL = 540;

/** A roast date, and whether the label gave it or it was worked back from other dates. */
export interface RoastDate {
  roastedOn: PlainDate;
  assumed: boolean;
  /** Sd of an assumed one, days; 0 of one the label gave. */
  sdDays: number;
}

/** What is known of a bag's age. At least one of the dates must be there. */
export interface LabelDates {
  roastedOn: PlainDate | null;
  bestBefore: PlainDate | null;
  shelfLifeDays: number | null;
  arrivedOn?: PlainDate | null;
  openedOn?: PlainDate | null;
}

/** The first day a bag is known to have been there; null where no such day is. */
const firstSeen = ({ arrivedOn, openedOn }: LabelDates): PlainDate | null =>
  [arrivedOn, openedOn].flatMap((day) => day ?? []).sort()[0] ?? null;

/** Whether anything is known from which a bag's rest days can be counted. */
export const hasAnyDate = (label: LabelDates): boolean =>
  label.roastedOn !== null || label.bestBefore !== null || firstSeen(label) !== null;

/**
 * The roast date of a bag. Where the label gives none it is assumed: worked back from the best-before, and from how old
 * beans usually are on the first day the bag was there.
 *
 * @throws RangeError where there is no date at all
 */
export function roastDate(label: LabelDates): RoastDate {
  if (label.roastedOn !== null) return { roastedOn: label.roastedOn, assumed: false, sdDays: 0 };
  const byBestBefore = label.bestBefore === null ? null : dateByBestBefore(label.bestBefore, label.shelfLifeDays);
  const seen = firstSeen(label);
  if (seen !== null) return assumedRoast(dayNumber(seen), byBestBefore);
  if (byBestBefore === null) throw new RangeError('A bag needs a date: roasted, best before, arrived or opened');
  return { roastedOn: dateOfDay(byBestBefore.day), assumed: true, sdDays: byBestBefore.sdDays };
}

/** A day, numbered as by `dayNumber`, and its sd in days. */
interface UnsureDay {
  day: number;
  sdDays: number;
}

function dateByBestBefore(bestBefore: PlainDate, shelfLifeDays: number | null): UnsureDay {
  return {
    day: dayNumber(addDays(bestBefore, -(shelfLifeDays ?? ASSUMED_SHELF_LIFE_DAYS))),
    sdDays: BEST_BEFORE_SD_DAYS[shelfLifeDays === null ? 'assumed' : 'stated'],
  };
}

/**
 * Median and sd of the roast day of a bag first seen on a day: its age then log-normal, and, where there is a
 * best-before, the day normal about the one that gives.
 */
function assumedRoast(seen: number, byBestBefore: UnsureDay | null): RoastDate {
  const logs = Array.from({ length: OLDEST_ON_ARRIVAL + 1 }, (_, age) => {
    // Half a day: beans do not arrive on the minute they were roasted.
    const x = Math.log(age + 0.5);
    const byAge = -0.5 * ((x - Math.log(AGE_ON_ARRIVAL.days)) / AGE_ON_ARRIVAL.logSd) ** 2 - x;
    const byDate = byBestBefore && -0.5 * ((seen - age - byBestBefore.day) / byBestBefore.sdDays) ** 2;
    return byAge + (byDate ?? 0);
  });
  const most = logs.reduce((max, log) => Math.max(max, log), -Infinity);
  const weights = logs.map((log) => Math.exp(log - most));
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  let below = 0;
  const median = weights.findIndex((weight) => (below += weight) >= total / 2);
  const variance = weights.reduce((sum, weight, age) => sum + (weight / total) * (age - median) ** 2, 0);
  return { roastedOn: dateOfDay(seen - median), assumed: true, sdDays: Math.sqrt(variance) };
}
