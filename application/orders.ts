import type { Order, OrderAdvice } from '../contract/order';
import type { Roaster } from '../contract/plan';
import { pricePer100G, roundTo } from '../core/brew';
import { fitCrest, likelyDays } from '../core/crest';
import { SCALE_RANGES } from '../core/cup';
import { addDays } from '../core/rest';
import { orderDates, UNKNOWN_ROASTER, type RoasterDays } from '../core/shelf';
import { orderText } from '../core/text';

/** The rest days on which a bag nobody has tasted yet is expected at its best. */
export function expectedDays({ roastLevel, process }: Pick<Order, 'roastLevel' | 'process'>): {
  from: number;
  to: number;
} {
  const reference = { style: 'filter', brewer: 'cone', doseG: 16, waterG: 256, waterC: null, grindStep: null } as const;
  const { sigma0 } = SCALE_RANGES.mark10;
  return likelyDays(fitCrest({ roastLevel, process, restAdviceDays: null, reference, brews: [], sigma0 }));
}

/** What to do about each order, for a shelf that lasts until a day (null: longer than it is planned). */
export function orderAdvice(
  orders: readonly Order[],
  roasters: readonly Roaster[],
  { today, runsOutOn, planTo }: { today: string; runsOutOn: string | null; planTo: string },
): OrderAdvice[] {
  return orders.map((order): OrderAdvice => {
    const best = expectedDays(order);
    const per100G = order.price === null ? null : roundTo(pricePer100G(order.price, order.weightG), 2);
    const roastedOn = order.roastedOn ?? null;
    if (order.orderedOn !== null) {
      const bestFrom = roastedOn && addDays(roastedOn, best.from);
      const bestTo = roastedOn && addDays(roastedOn, best.to);
      const headline = orderText.onItsWay({ arrivesOn: order.arrivesOn, today });
      return {
        order,
        orderBy: null,
        roastedOn,
        arrivesOn: order.arrivesOn,
        bestFrom,
        bestTo,
        headline,
        pricePer100G: per100G,
      };
    }
    const dates = orderDates(today, runsOutOn ?? planTo, best.from, daysOf(order, roasters), {
      from: order.availableFrom,
      until: order.availableUntil,
    });
    return {
      order,
      orderBy: dates.isTooLate ? null : dates.orderBy,
      roastedOn: dates.isTooLate ? null : dates.roastedOn,
      arrivesOn: dates.isTooLate ? null : dates.arrivesOn,
      bestFrom: dates.isTooLate ? null : dates.bestFrom,
      bestTo: dates.isTooLate ? null : addDays(dates.roastedOn, best.to),
      headline: orderText.toOrder({ ...dates, today, runsOutOn }),
      pricePer100G: per100G,
    };
  });
}

function daysOf({ roaster }: Order, roasters: readonly Roaster[]): RoasterDays {
  return roasters.find(({ name }) => name.toLowerCase() === roaster.toLowerCase()) ?? UNKNOWN_ROASTER;
}
