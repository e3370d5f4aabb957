import { useEffect } from 'react';
import { Link } from 'react-router';
import type { Shelf } from '../../contract/shelf/shelf';
import { remindersOf, type Reminder } from '../../core/text';
import { api } from '../api/api';
import { useMinute } from '../state/useMinute';
import { keptInBrowser } from '../state/kept';

/** What is due today or tomorrow: each is put away for the day by a tap, or for good in the plan. */
export function Reminders({ shelf }: { shelf: Shelf }) {
  const { today } = shelf;
  const now = useMinute();
  const { data: settings } = api.useSettingsQuery(undefined);
  const { data: plan } = api.usePlanQuery({ today });
  const { data: orders } = api.useOrdersQuery({ today });
  const due =
    settings && plan && orders
      ? remindersOf({
          today,
          pickId: shelf.pick?.bagId ?? null,
          wanted: settings.reminders,
          lanes: shelf.lanes,
          freeze: plan.freeze,
          orders: orders.map(({ order, orderBy }) => ({ id: order.id, name: order.name, orderBy })),
          steeps: shelf.bench.filter(({ kind, dueAt }) => kind === 'cold steep' && dueAt !== null && dueAt <= now),
        })
      : [];
  useNotifications(due, today);
  return due.map(({ key, link, rest, href }) => (
    <li key={key}>
      <Link to={href}>{link}</Link>
      {rest}
    </li>
  ));
}

/** Says each once a day by the browser, where that is allowed. */
function useNotifications(due: readonly Reminder[], today: string): void {
  const keys = due.map(({ key }) => key).join(' ');
  useEffect(() => {
    if (!('Notification' in window) || Notification.permission !== 'granted') return;
    const said = keptInBrowser.get('reminded');
    const before = said?.on === today ? said.keys : [];
    const fresh = due.filter(({ key }) => !before.includes(key));
    if (fresh.length === 0) return;
    for (const { key, link, rest } of fresh) new Notification('Slow Crest', { body: link + rest, tag: key });
    keptInBrowser.set('reminded', { on: today, keys: [...before, ...fresh.map(({ key }) => key)] });
    // What is due is the same as long as its keys are.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [keys, today]);
}
