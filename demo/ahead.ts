import type { EntityManager } from 'typeorm';
import { orderInput } from '../contract/shelf/order';
import { addDays, weekdayOf, type PlainDate } from '../core/rest';
import { addMark, addOrder } from '../server/db/shelf/plan';

/** The bag the household would buy again. */
export const BOUGHT_AGAIN = 'Kivu Terrace';

const SATURDAY = 5;

/** What the household has planned: visitors on the Saturday after next, a bag on its way, and two it wishes for. */
export async function planAhead(db: EntityManager, today: PlainDate, bagId: string): Promise<void> {
  const saturday = addDays(today, ((SATURDAY - weekdayOf(today) + 7) % 7) + 7);
  await addMark(db, { kind: 'visit', on: saturday, bagId: null, cups: 5 });
  const orders = [
    {
      name: 'Lake Mist',
      roaster: 'Ninth Kettle',
      weightG: 250,
      price: 17.5,
      roastLevel: 'light',
      process: 'natural',
      orderedOn: addDays(today, -2),
      roastedOn: today,
      arrivesOn: addDays(today, 3),
    },
    {
      name: 'Kivu Terrace again',
      roaster: 'Fernhill Roastery',
      bagId,
      weightG: 250,
      price: 15.5,
      roastLevel: 'light',
      process: 'washed',
    },
    {
      name: 'Winter Lot',
      roaster: 'Fernhill Roastery',
      weightG: 200,
      price: 19,
      roastLevel: 'medium-light',
      availableFrom: addDays(today, 20),
      availableUntil: addDays(today, 45),
    },
  ];
  for (const order of orders) await addOrder(db, orderInput.parse(order));
}
