import { EntitySchema } from 'typeorm';
import { orderFields, type Order } from '../../../contract/shelf/order';
import { planMarkFields, type PlanMark } from '../../../contract/shelf/plan';
import { columnsOf, id } from '../columns';

/** What the taster has set on the plan of the shelf. */
export const PlanMarkEntity = new EntitySchema<PlanMark>({
  name: 'plan_mark',
  columns: { id, ...columnsOf(planMarkFields) },
});

/** Bags wished for or on their way. */
export const OrderEntity = new EntitySchema<Order>({
  name: 'bag_order',
  columns: { id, ...columnsOf(orderFields) },
});
