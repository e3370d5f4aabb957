import { timingSafeEqual } from 'node:crypto';
import { Readable } from 'node:stream';
import { calendarText } from '../../application/shelf/calendar';
import { orderAdvice } from '../../application/shelf/orders';
import { notFound } from '../../application/problem';
import { dueAt, planOf } from '../../core/brew';
import { ageOn, daysAtBest, isExpectation, stateOf } from '../../core/crest';
import { roastDate } from '../../core/rest';
import { datesOf } from '../../core/shelf';
import { dateHere } from '../dates';
import { loadBagsInUse } from '../db/bag/bags';
import { loadBench } from '../db/bench/live';
import {
  addMark,
  addOrder,
  changeOrder,
  dropCalendarSecret,
  loadCalendarSecret,
  loadOrders,
  removeMark,
  removeOrder,
  renewCalendarSecret,
} from '../db/shelf/plan';
import { loadSettings } from '../db/settings';
import type { Deps } from '../deps';
import type { GivenFile, Handlers } from '../routes';

type PlanEndpoint =
  | 'plan'
  | 'addPlanMark'
  | 'removePlanMark'
  | 'freezerRate'
  | 'orders'
  | 'addOrder'
  | 'changeOrder'
  | 'removeOrder'
  | 'calendarAddress'
  | 'renewCalendarAddress'
  | 'dropCalendarAddress'
  | 'calendarFile'
  | 'calendarFeed';

const pathOf = (secret: string): string => `/api/calendar/feed/${secret}`;

/** The plan of the shelf, what is set on it, orders, and the calendar of all that. */
export function planHandlers({ store, planner, verdicts, now }: Deps): Handlers<PlanEndpoint> {
  const orders = async (today: string) => {
    const [{ runsOutOn, to }, kept] = await Promise.all([
      planner.plan(today),
      store.read(async (db) => ({ orders: await loadOrders(db), settings: await loadSettings(db) })),
    ]);
    return orderAdvice(await planner.expected(kept.orders), kept.settings.roasters, { today, runsOutOn, planTo: to });
  };

  const calendar = async (): Promise<GivenFile> => {
    const today = dateHere(now());
    const bags = await store.read(loadBagsInUse);
    const [fits, plan, advice, bench] = await Promise.all([
      verdicts.forShelf(bags),
      planner.plan(today),
      orders(today),
      store.read(loadBench),
    ]);
    const windows = bags.flatMap((bag) => {
      const fit = fits.get(bag.id)?.fit;
      if (!fit) return [];
      const { state } = stateOf(fit, ageOn(bag, today), false);
      const { roastedOn } = roastDate(bag);
      const dates = datesOf(daysAtBest(fit, state), roastedOn, bag.spells, bag.freezerRate);
      return dates ? [{ bagId: bag.id, name: bag.name, ...dates, isExpected: isExpectation(fit) }] : [];
    });
    const steeps = bench.flatMap(({ id, bagName, recipe, startedAt, endedS, instruments }) =>
      recipe.kind === 'cold steep' && startedAt !== null && endedS === null
        ? [{ id, bagName, dueAt: dueAt(planOf(recipe), startedAt, instruments.speed) }]
        : [],
    );
    const text = calendarText({ windows, plan, orders: advice, steeps, writtenAt: now().getTime() });
    return { name: 'slow-crest.ics', bytes: Readable.from([text]) };
  };

  return {
    plan: ({ query: { today } }) => planner.plan(today),
    addPlanMark: async ({ body }) => ({ id: await store.write((db) => addMark(db, body)) }),
    removePlanMark: async ({ params: { id } }) => {
      await store.write((db) => removeMark(db, id));
      return null;
    },

    freezerRate: async () => ({ learnt: await verdicts.freezerRate() }),

    orders: ({ query: { today } }) => orders(today),
    addOrder: async ({ body }) => ({ id: await store.write((db) => addOrder(db, body)) }),
    changeOrder: async ({ params: { id }, body }) => {
      await store.write((db) => changeOrder(db, id, body));
      return null;
    },
    removeOrder: async ({ params: { id } }) => {
      await store.write((db) => removeOrder(db, id));
      return null;
    },

    calendarAddress: async () => {
      const secret = await store.read(loadCalendarSecret);
      return { path: secret && pathOf(secret) };
    },
    renewCalendarAddress: async () => ({ path: pathOf(await store.write(renewCalendarSecret)) }),
    dropCalendarAddress: async () => {
      await store.write(dropCalendarSecret);
      return null;
    },
    calendarFile: calendar,
    calendarFeed: async ({ params: { secret } }) => {
      const kept = await store.read(loadCalendarSecret);
      if (kept === null || !isSame(kept, secret)) throw notFound('This calendar');
      return calendar();
    },
  };
}

/** Compared in a time that tells nothing of where two secrets differ. */
function isSame(kept: string, given: string): boolean {
  const [a, b] = [Buffer.from(kept), Buffer.from(given)];
  return a.length === b.length && timingSafeEqual(a, b);
}
