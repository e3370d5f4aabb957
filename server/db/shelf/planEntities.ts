import { EntitySchema } from 'typeorm';
import { orderFields, type Order } from '../../../contract/shelf/order';
import { planMarkFields, type PlanMark } from '../../../contract/shelf/plan';
import { columnsOf, id, mayReferTo, refersTo } from '../columns';

/** What the taster has set on the plan of the shelf. */
export const PlanMarkEntity = new EntitySchema<PlanMark>({
  name: 'plan_mark',
  columns: { id, ...columnsOf(planMarkFields), bagId: mayReferTo('bag') },
  indices: [{ name: 'plan_mark_bag', columns: ['bagId'] }],
});

/** Bags wished for or on their way. */
export const OrderEntity = new EntitySchema<Order>({
  name: 'bag_order',
  // What is wished for may be had again, though the bag it was is gone.
  columns: { id, ...columnsOf(orderFields), bagId: refersTo('bag', 'SET NULL') },
  indices: [{ name: 'bag_order_bag', columns: ['bagId'] }],
});
