import type { Order, OrderAdvice } from '../../contract/shelf/order';
import type { Roaster } from '../../contract/shelf/plan';
import { pricePer100G, roundTo, type BrewParameters } from '../../core/brew';
import { fitCrest, likelyDays, type CrestFit, type CrestInput, type TasterPrior } from '../../core/crest';
import { SCALE_RANGES } from '../../core/cup';
import { addDays } from '../../core/rest';
import { orderDates, UNKNOWN_ROASTER, type RoasterDays } from '../../core/shelf';
import { orderText } from '../../core/text';

/** How a bag is brewed of which nothing else is known. *Assumption*. */
export const USUAL_REFERENCE: BrewParameters = {
  style: 'filter',
  brewer: 'cone',
  doseG: 16,
  waterG: 256,
  waterC: null,
  grindStep: null,
};

/** What the engine is given of a bag nobody has tasted yet. */
export function untastedInput(
  { roastLevel, process }: Pick<Order, 'roastLevel' | 'process'>,
  reference: BrewParameters,
  prior: TasterPrior | null,
): CrestInput {
  const { sigma0 } = SCALE_RANGES.mark10;
  return { roastLevel, process, restAdviceDays: null, reference, brews: [], sigma0, ...(prior && { prior }) };
}

/** A bag that is wished for or on its way, with what is expected of it. */
export interface ExpectedOrder {
  order: Order;
  /** How it will be brewed: as the bag it is again, or as usual. */
  reference: BrewParameters;
  fit: Pick<
    CrestFit,
    'window' | 'peak' | 'fresh' | 'inWindow' | 'usable' | 'sketch' | 'sigma0' | 'steady' | 'daysTried'
  >;
}

/** The same by the table alone. */
export function expectedByTable(order: Order, reference = USUAL_REFERENCE): ExpectedOrder {
  return { order, reference, fit: fitCrest(untastedInput(order, reference, null)) };
}

/** What to do about each order, for a shelf that lasts until a day (null: longer than it is planned). */
export function orderAdvice(
  orders: readonly ExpectedOrder[],
  roasters: readonly Roaster[],
  { today, runsOutOn, planTo }: { today: string; runsOutOn: string | null; planTo: string },
): OrderAdvice[] {
  return orders.map(({ order, fit }): OrderAdvice => {
    const best = likelyDays(fit);
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
