import { type BrewParameters } from '../brew';
import { isInformative, type State } from '../crest';
import { daysBetween, type PlainDate } from '../rest';
import type { DateSpan } from './lane';

/** What the choice of this morning's bag rests on. */
export interface ShelfBag {
  id: string;
  name: string;
  state: State;
  verdict: string;
  frozen: boolean;
  finished: boolean;
  cupsLeft: number;
  usable: number;
  window: DateSpan | null;
  reference: BrewParameters;
}

/** Which state calls first. A bag at its crest is lost by waiting; a resting one gains. */
const CALLS: Readonly<Record<State, number>> = {
  'at-crest': 0,
  fading: 1,
  'too-early': 2,
  steady: 3,
  climbing: 4,
  resting: 5,
  spent: 6,
};

const STATES_TO_LEAVE: readonly State[] = ['resting', 'climbing'];

/** Days of the window still to come, today included; 0 when it has closed or is not known. */
export function windowDaysLeft(window: DateSpan | null, today: PlainDate): number {
  return window === null ? 0 : Math.max(0, daysBetween(today, window.to) + 1);
}

/** Whether a bag needs no freezer: it hardly changes, or its window still holds its cups at one a day. */
export function keepsWithoutFreezing(
  { state, cupsLeft, window }: Pick<ShelfBag, 'state' | 'cupsLeft' | 'window'>,
  today: PlainDate,
): boolean {
  return state === 'steady' || (state === 'at-crest' && windowDaysLeft(window, today) >= cupsLeft);
}

/**
 * Orders a shelf by urgency: frozen and finished bags last, then by state, then by slack: window days left less cups
 * left, at one cup a day. Ties fall to the name.
 */
export function byUrgency(today: PlainDate): (a: ShelfBag, b: ShelfBag) => number {
  const slack = (bag: ShelfBag): number => windowDaysLeft(bag.window, today) - bag.cupsLeft;
  const rank = (bag: ShelfBag): number => (bag.finished ? 20 : bag.frozen ? 10 : 0) + CALLS[bag.state];
  return (a, b) => rank(a) - rank(b) || slack(a) - slack(b) || (a.name < b.name ? -1 : a.name > b.name ? 1 : 0);
}

const canBeBrewed = (bag: ShelfBag): boolean =>
  !bag.finished && !bag.frozen && bag.cupsLeft > 0 && bag.state !== 'spent';

/** The bag to brew this morning; null when nothing on the shelf can be brewed. */
export function pickOfTheMorning<B extends ShelfBag>(bags: readonly B[], today: PlainDate): B | null {
  return bags.filter(canBeBrewed).sort(byUrgency(today))[0] ?? null;
}

/**
 * The bag a cup of which would tell most today; null when none can be brewed or none would tell anything to speak of.
 */
export function mostInformativeBag<B extends ShelfBag & { informationToday: number }>(bags: readonly B[]): B | null {
  const most = bags
    .filter(canBeBrewed)
    .reduce<B | null>(
      (best, bag) => (best === null || bag.informationToday > best.informationToday ? bag : best),
      null,
    );
  return most && isInformative(most.informationToday) ? most : null;
}

/** Bags that gain by waiting. */
export function bagsToLeave<B extends ShelfBag>(bags: readonly B[]): B[] {
  return bags.filter((bag) => !bag.finished && (bag.frozen || STATES_TO_LEAVE.includes(bag.state)));
}
