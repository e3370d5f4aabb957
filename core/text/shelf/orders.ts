import { daysBetween, type PlainDate } from '../../rest';
import type { OrderDates } from '../../shelf';
import { moneyText, type Units } from '../units';
import { inDaysText } from '../words';

const days = (count: number): string => `${count} ${count === 1 ? 'day' : 'days'}`;

/** What to do about an order, in a sentence. */
export const orderText = {
  toOrder({
    orderBy,
    bestFrom,
    lateDays,
    isTooLate,
    today,
    runsOutOn,
  }: OrderDates & { today: PlainDate; runsOutOn: PlainDate | null }): string {
    if (isTooLate) return 'It cannot be had any more.';
    const wait = daysBetween(today, orderBy);
    const lasts =
      runsOutOn === null
        ? 'The shelf lasts longer than it is planned'
        : `The shelf runs out ${inDaysText(daysBetween(today, runsOutOn))}`;
    const opens = `its best days would begin ${inDaysText(daysBetween(today, bestFrom))}`;
    if (lateDays > 0)
      return `Order ${inDaysText(wait)}: ${lasts[0]?.toLowerCase()}${lasts.slice(1)}, and ${opens}, ${days(lateDays)} later.`;
    return `Order ${inDaysText(wait)} at the latest: then ${opens}. ${lasts}.`;
  },

  onItsWay({ arrivesOn, today }: { arrivesOn: PlainDate | null; today: PlainDate }): string {
    return arrivesOn === null ? 'On its way.' : `On its way, here ${inDaysText(daysBetween(today, arrivesOn))}.`;
  },
};

/** A price for 100 g, and against what 100 g usually cost where that is known. */
export function priceText(per100G: number, goingRate: number | null, units: Pick<Units, 'currency'>): string {
  const price = `${moneyText(per100G, units)} for 100 g`;
  if (goingRate === null || goingRate === 0) return price;
  const percent = Math.round((per100G / goingRate - 1) * 100);
  if (percent === 0) return `${price}, the going rate`;
  return `${price}, ${Math.abs(percent)} % ${percent > 0 ? 'above' : 'below'} the going rate`;
}
