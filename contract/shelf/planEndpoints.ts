import { z } from 'zod';
import { added, byId, get, nothing, post, put, remove, type Endpoint } from '../endpoint';
import { orderAdvice, orderInput } from './order';
import { plan, planMarkInput } from './plan';
import { todayQuery } from './shelf';

/** The shelf as a plan: cups to come, what is set on it, orders, and the calendar of all that. */
export const PLAN_ENDPOINTS = {
  plan: get('/plan', 'Which bag each cup of the days to come is of, and why.', {
    query: todayQuery,
    answer: plan,
    providesTags: ['Shelf'],
  }),
  addPlanMark: post('/plan/marks', 'Sets a cup of a bag, a day with fewer cups, or visitors.', {
    body: planMarkInput,
    answer: added,
    creates: true,
    errors: ['not-found', 'conflict'],
    invalidatesTags: ['Shelf'],
  }),
  removePlanMark: remove('/plan/marks/:id', 'Takes back what was set.', {
    params: byId,
    body: nothing,
    errors: ['not-found'],
    invalidatesTags: ['Shelf'],
  }),
  freezerRate: get('/plan/freezer', 'How fast the freezer ages beans, by bags that were both in it and out.', {
    answer: z.strictObject({
      /** Rest days a day: median and interval of probability 0.8; null where no bag tells. */
      learnt: z.strictObject({ median: z.number(), lo: z.number(), hi: z.number(), bags: z.number().int() }).nullable(),
    }),
    providesTags: ['Bag', 'Shelf'],
  }),
  orders: get('/orders', 'Bags wished for or on their way, and when to order them.', {
    query: todayQuery,
    answer: z.array(orderAdvice),
    providesTags: ['Shelf'],
  }),
  addOrder: post('/orders', 'Puts a bag on the wish list.', {
    body: orderInput,
    answer: added,
    creates: true,
    errors: ['not-found', 'conflict'],
    invalidatesTags: ['Shelf'],
  }),
  changeOrder: put('/orders/:id', 'Writes an order anew.', {
    params: byId,
    body: orderInput,
    errors: ['not-found', 'conflict'],
    invalidatesTags: ['Shelf'],
  }),
  removeOrder: remove('/orders/:id', 'Takes a bag off the list.', {
    params: byId,
    body: nothing,
    errors: ['not-found'],
    invalidatesTags: ['Shelf'],
  }),
  calendarAddress: get('/calendar/address', 'What the secret address of the calendar ends with, where there is one.', {
    answer: z.strictObject({ path: z.string().nullable() }),
    providesTags: ['Calendar'],
  }),
  renewCalendarAddress: post(
    '/calendar/address',
    'Makes a new secret address; the one before opens nothing any more.',
    {
      body: nothing,
      answer: z.strictObject({ path: z.string() }),
      creates: true,
      invalidatesTags: ['Calendar'],
    },
  ),
  dropCalendarAddress: remove('/calendar/address', 'Closes the secret address.', {
    body: nothing,
    invalidatesTags: ['Calendar'],
  }),
  calendarFile: get('/calendar', 'The calendar, to keep (RFC 5545).', { producesFile: 'text/calendar' }),
  calendarFeed: get('/calendar/feed/:secret', 'The calendar for whoever knows its secret address, to subscribe to.', {
    params: z.strictObject({ secret: z.string().regex(/^[\w-]{20,64}$/) }),
    producesFile: 'text/calendar',
    open: true,
    errors: ['not-found'],
  }),
} as const satisfies Record<string, Endpoint>;
