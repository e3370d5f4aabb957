import { groupBy, maxBy } from 'es-toolkit';
import { roundTo } from '../../brew';
import type { State } from '../../crest';
import { keepsWithoutFreezing } from '../../shelf';
import { addDays, daysBetween, type PlainDate } from '../../rest';
import { inDaysText } from '../words';

/** Something due, and where it is done. */
export interface Reminder {
  key: string;
  /** What leads there, and the rest of the sentence. */
  link: string;
  rest: string;
  href: string;
}

/** What reminders are made of. */
export interface DueToday {
  today: PlainDate;
  /** The bag of this morning, of which all is said already. */
  pickId: string | null;
  /** Which kinds are wanted. */
  wanted: Readonly<Record<'steeps' | 'lastGoodDays' | 'orders' | 'thaws', boolean>>;
  lanes: readonly {
    id: string;
    name: string;
    state: State;
    cupsLeft: number;
    window: { from: PlainDate; to: PlainDate } | null;
    frozen: boolean;
  }[];
  freeze: readonly { bagId: string; name: string; grams: number; from: PlainDate; to: PlainDate }[];
  orders: readonly { id: string; name: string; orderBy: PlainDate | null }[];
  steeps: readonly { id: string; bagName: string }[];
}

/** Days of a window that are its last good ones, the last included. */
const LAST_DAYS = 3;
/** An order is spoken of so many days before its last one. */
const ORDER_DAYS = 2;

const gramsOf = (steps: DueToday['freeze']): number => steps.reduce((sum, { grams }) => sum + grams, 0);
const weightOf = (steps: DueToday['freeze']): string => `${roundTo(gramsOf(steps), 0)} g of ${steps[0]?.name ?? ''}`;

/** What is due: steeps that are done, beans to freeze or thaw, last days to order, windows about to close. */
export function remindersOf({ today, pickId, wanted, lanes, freeze, orders, steeps }: DueToday): Reminder[] {
  const kept = new Set([pickId, ...lanes.flatMap((lane) => (keepsWithoutFreezing(lane, today) ? [lane.id] : []))]);
  const done = steeps.map(({ id, bagName }) => ({
    key: `steep-${id}`,
    link: `The steep of ${bagName} is done`,
    rest: ': strain it, and keep it in the refrigerator.',
    href: '/bench',
  }));
  const toFreeze = Object.values(
    groupBy(
      freeze.filter(({ from, bagId }) => from === today && !kept.has(bagId)),
      ({ bagId }) => bagId,
    ),
  );
  // One bag a day is offered: the one with most to keep.
  const most = maxBy(toFreeze, gramsOf);
  const freezing = most
    ? [{ key: 'freeze', link: 'You could freeze', rest: ` ${weightOf(most)} today.`, href: '/plan' }]
    : [];
  const ordering = orders.flatMap(({ id, name, orderBy }) =>
    orderBy !== null && orderBy <= addDays(today, ORDER_DAYS)
      ? [
          {
            key: `order-${id}`,
            link: `Order ${name}`,
            rest: ` ${inDaysText(daysBetween(today, orderBy))} at the latest.`,
            href: '/plan#orders',
          },
        ]
      : [],
  );
  const closing = lanes.flatMap(({ id, name, cupsLeft, window, frozen }) => {
    const left = window === null || frozen || today < window.from ? null : daysBetween(today, window.to) + 1;
    if (id === pickId || left === null || left < 1 || left > LAST_DAYS || cupsLeft === 0) return [];
    const days = left === 1 ? 'Today is the last good day' : `${left} good days are left`;
    return [{ key: `closing-${id}`, link: days, rest: ` of ${name}.`, href: `/bags/${id}` }];
  });
  return [
    ...(wanted.steeps ? done : []),
    ...(wanted.thaws ? freezing : []),
    ...(wanted.orders ? ordering : []),
    ...(wanted.lastGoodDays ? closing : []),
  ];
}
