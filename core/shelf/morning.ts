import { roundTo, type BrewParameters } from '../brew';
import { isInformative, type Proposal, type State } from '../crest';
import { daysBetween, type PlainDate } from '../rest';
import { cupsText, informationText, recipeText } from '../text';
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

/** What to do with one bag, and why, in whole sentences. */
export interface BagAdvice {
  bagId: string;
  name: string;
  headline: string;
  reason: string;
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

/**
 * Orders a shelf by urgency: frozen and finished bags last, then by state, then by slack: window days left less cups
 * left, at one cup a day. Ties fall to the name.
 */
export function byUrgency(today: PlainDate): (a: ShelfBag, b: ShelfBag) => number {
  const slack = (bag: ShelfBag): number => windowDaysLeft(bag.window, today) - bag.cupsLeft;
  const rank = (bag: ShelfBag): number => (bag.finished ? 20 : bag.frozen ? 10 : 0) + CALLS[bag.state];
  return (a, b) => rank(a) - rank(b) || slack(a) - slack(b) || (a.name < b.name ? -1 : a.name > b.name ? 1 : 0);
}

/** A recipe on one line: "cone, 17 g to 272 g at 92 °C". */
export function parametersLine({ brewer, doseG, waterG, waterC }: BrewParameters): string {
  return `${brewer}, ${roundTo(doseG, 1)} g to ${roundTo(waterG, 0)} g${waterC === null ? '' : ` at ${roundTo(waterC, 1)} °C`}`;
}

/** The bag to brew this morning and why; null when nothing on the shelf can be brewed. */
export function pickOfTheMorning(bags: readonly ShelfBag[], today: PlainDate): BagAdvice | null {
  const ready = bags.filter((bag) => !bag.finished && !bag.frozen && bag.cupsLeft > 0 && bag.state !== 'spent');
  const bag = [...ready].sort(byUrgency(today))[0];
  if (!bag) return null;
  return {
    bagId: bag.id,
    name: bag.name,
    headline: `Brew ${bag.name}: ${parametersLine(bag.reference)}.`,
    reason: `${bag.verdict} ${stock(bag, today)}`.trim(),
  };
}

/**
 * The bag a cup of which would tell most today; null when none can be brewed or none would tell anything to speak of.
 */
export function mostInformativeBag(bags: readonly (ShelfBag & { informationToday: number })[]): string | null {
  const ready = bags.filter((bag) => !bag.finished && !bag.frozen && bag.cupsLeft > 0 && bag.state !== 'spent');
  const most = ready.reduce<(typeof ready)[number] | null>(
    (best, bag) => (best === null || bag.informationToday > best.informationToday ? bag : best),
    null,
  );
  return most && isInformative(most.informationToday) ? most.id : null;
}

/** The one brew of the morning that is made for the knowledge. */
export function mostInformativeAdvice(bag: ShelfBag, { changes, expectedInformation }: Proposal): BagAdvice {
  const cups = `${cupsText(bag.cupsLeft)} left`;
  return {
    bagId: bag.id,
    name: bag.name,
    headline: `Most telling today: ${bag.name}, ${recipeText(changes)}.`,
    reason: `It ${informationText(expectedInformation)}, for ${roundTo(bag.reference.doseG, 1)} g; ${cups}.`,
  };
}

/** Bags that gain by waiting, and what they wait for. */
export function leaveAlone(bags: readonly ShelfBag[], today: PlainDate): BagAdvice[] {
  return bags
    .filter((bag) => !bag.finished && (bag.frozen || STATES_TO_LEAVE.includes(bag.state)))
    .map((bag) => ({
      bagId: bag.id,
      name: bag.name,
      headline: `Leave ${bag.name} alone.`,
      reason: waitsFor(bag, today),
    }));
}

function waitsFor(bag: ShelfBag, today: PlainDate): string {
  if (bag.frozen) return 'in the freezer, where its days stand almost still';
  const days = bag.window === null ? 0 : daysBetween(today, bag.window.from);
  if (days <= 0) return bag.state === 'resting' ? 'resting' : 'still climbing';
  return `${bag.state === 'resting' ? 'resting' : 'still climbing'}, ready in about ${days} ${days === 1 ? 'day' : 'days'}`;
}

function stock(bag: ShelfBag, today: PlainDate): string {
  const left = windowDaysLeft(bag.window, today);
  const cups = `${cupsText(bag.cupsLeft)} left`;
  if (bag.state === 'at-crest' && left > 0) {
    return `${cups[0]?.toUpperCase()}${cups.slice(1)}, ${left === 1 ? 'and its window closes today' : `and its window closes in ${left} days`}.`;
  }
  if (bag.state === 'too-early') return `A cup today would tell more; ${cups}.`;
  return `${cups[0]?.toUpperCase()}${cups.slice(1)}.`;
}
