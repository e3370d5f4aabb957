import type { BrewParameters } from '../../brew';
import type { Proposal } from '../../crest';
import { daysBetween, type PlainDate } from '../../rest';
import { windowDaysLeft, type ShelfBag } from '../../shelf';
import type { CupReason } from '../../shelf/plan';
import { informationText, recipeText } from '../bag/proposals';
import { temperatureText, weightText, type Units } from '../units';
import { cupsText, inDaysText } from '../words';

/** What to do with one bag, and why, in whole sentences. */
export interface BagAdvice {
  bagId: string;
  name: string;
  headline: string;
  reason: string;
}

/** A recipe on one line: "cone, 17 g to 272 g at 92 °C". */
export function parametersLine(
  { brewer, doseG, waterG, waterC }: Pick<BrewParameters, 'brewer' | 'doseG' | 'waterG' | 'waterC'>,
  units: Units,
): string {
  const at = waterC === null ? '' : ` at ${temperatureText(waterC, units)}`;
  return `${brewer}, ${weightText(doseG, units)} to ${weightText(waterG, units, 0)}${at}`;
}

/** The cup of the plan that a morning follows. */
export interface MorningCup {
  reason: CupReason;
  why: string;
  /** One more than the household wants in a day. */
  isExtra: boolean;
}

/** Which bag this morning, and why: by the plan, or, while there is none, by the states of the bags. */
export function morningAdvice(bag: ShelfBag, today: PlainDate, units: Units, cup: MorningCup | null): BagAdvice {
  const sentences = [
    cup?.isExtra ? 'What you want today is drunk; this would be one more.' : '',
    cup === null ? 'The plan is being worked out; by the states of the bags this one comes first.' : '',
    // What the verdict says is not said twice.
    cup === null || cup.reason === 'at-best' ? '' : cup.why,
    bag.verdict,
    stock(bag, today),
  ];
  return {
    bagId: bag.id,
    name: bag.name,
    headline: `Brew ${bag.name}: ${parametersLine(bag.reference, units)}.`,
    reason: sentences.filter(Boolean).join(' '),
  };
}

/** That the plan waits, and for what. */
export function waitingText(
  { name, on }: { name: string; on: PlainDate },
  today: PlainDate,
): Pick<BagAdvice, 'headline' | 'reason'> {
  return {
    headline: 'No cup is planned for today.',
    reason: `The plan waits for better days: the next cup is of ${name}, ${inDaysText(daysBetween(today, on))}.`,
  };
}

/**
 * The one brew of the morning that is made for the knowledge; and what is said of it beside a bag that is to be brewed
 * anyway.
 */
export function mostInformativeAdvice(
  bag: ShelfBag,
  { changes, expectedInformation }: Proposal,
  units: Units,
): BagAdvice & { also: string } {
  const cups = `${cupsText(bag.cupsLeft)} left`;
  const told = informationText(expectedInformation);
  return {
    also: changes.length === 0 ? `This cup ${told}.` : `To learn more, take ${recipeText(changes, units)}: it ${told}.`,
    bagId: bag.id,
    name: bag.name,
    headline: `Most telling today: ${bag.name}, ${recipeText(changes, units)}.`,
    reason: `It ${told}, for ${weightText(bag.reference.doseG, units)}; ${cups}.`,
  };
}

/** To leave a bag alone that gains by waiting, and what it waits for. */
export function leaveAlone(bag: ShelfBag, today: PlainDate): BagAdvice {
  return { bagId: bag.id, name: bag.name, headline: `Leave ${bag.name} alone.`, reason: waitsFor(bag, today) };
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
    return `${cups[0]?.toUpperCase()}${cups.slice(1)}, and its window closes ${inDaysText(left - 1)}.`;
  }
  return `${cups[0]?.toUpperCase()}${cups.slice(1)}.`;
}
