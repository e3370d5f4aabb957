import ical, { ICalAlarmType, ICalCalendarMethod } from 'ical-generator';
import { groupBy } from 'es-toolkit';
import type { OrderAdvice } from '../../contract/shelf/order';
import type { Plan } from '../../contract/shelf/plan';
import { dayNumber, addDays, type PlainDate } from '../../core/rest';

/** What a calendar is made of. */
export interface CalendarInput {
  /** Bags with the days they are at their best. */
  windows: readonly { bagId: string; name: string; from: PlainDate; to: PlainDate; isExpected: boolean }[];
  plan: Pick<Plan, 'cups' | 'freeze' | 'marks'>;
  orders: readonly OrderAdvice[];
  /** Brews that are over at an instant, ms: cold steeps. */
  steeps: readonly { id: string; bagName: string; dueAt: number }[];
  /** The last one that was changed: an instant, ms. */
  writtenAt: number;
}

const MS_PER_DAY = 86_400_000;
/** A plain date as the instant the calendar library takes for it: an all-day event has no zone. */
const atMidnight = (date: PlainDate): Date => new Date(dayNumber(date) * MS_PER_DAY);

/**
 * The household's calendar (RFC 5545): windows, planned cups, what goes into the freezer and comes out, order dates and
 * steeps that are due. Days are days wherever they are read; a steep is due at its instant. Each entry keeps its
 * identifier from one reading to the next, so that a program that subscribes moves it and does not add it twice.
 */
export function calendarText({ windows, plan, orders, steeps, writtenAt }: CalendarInput): string {
  const calendar = ical({
    name: 'Slow Crest',
    prodId: { company: 'Slow Crest', product: 'Shelf', language: 'EN' },
    method: ICalCalendarMethod.PUBLISH,
    ttl: 3600,
  });
  const day = (id: string, summary: string, from: PlainDate, to: PlainDate = from, description?: string): void => {
    calendar.createEvent({
      id: `${id}@slow-crest`,
      stamp: new Date(writtenAt),
      start: atMidnight(from),
      // The end of an all-day event is the day after its last.
      end: atMidnight(addDays(to, 1)),
      allDay: true,
      summary,
      ...(description !== undefined && { description }),
    });
  };
  for (const { bagId, name, from, to, isExpected } of windows)
    day(`window-${bagId}`, `${name}: ${isExpected ? 'expected at its best' : 'at its best'}`, from, to);
  for (const [on, cups] of Object.entries(groupBy(plan.cups, (cup) => cup.on)))
    cups.forEach(({ name, why }, i) => day(`cup-${on}-${i}`, `Brew ${name}`, on, on, why));
  for (const { bagId, name, grams, from, to } of plan.freeze) {
    day(`freeze-${bagId}-${from}-${to}`, `Freeze ${grams} g of ${name}`, from);
    day(`thaw-${bagId}-${from}-${to}`, `Thaw ${grams} g of ${name}`, to);
  }
  for (const { id, kind, on, cups } of plan.marks)
    if (kind === 'visit') day(`visit-${id}`, `Visitors: ${cups} ${cups === 1 ? 'cup' : 'cups'}`, on);
  for (const { order, orderBy, headline } of orders)
    if (orderBy !== null) day(`order-${order.id}`, `Order ${order.name}`, orderBy, orderBy, headline);
  for (const { id, bagName, dueAt } of steeps) {
    const event = calendar.createEvent({
      id: `steep-${id}@slow-crest`,
      stamp: new Date(writtenAt),
      start: new Date(dueAt),
      end: new Date(dueAt + 15 * 60_000),
      summary: `${bagName}: the steep is done`,
    });
    event.createAlarm({ type: ICalAlarmType.display, trigger: 0 });
  }
  return calendar.toString();
}
