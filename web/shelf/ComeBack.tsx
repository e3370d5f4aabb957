import { Link } from 'react-router';
import type { Shelf } from '../../contract/shelf';
import { dateText, momentText } from '../ui/format';
import { localDateTime } from '../state/today';

/** What waits to be finished: sheets that were begun, and words that would not come. */
export function ComeBack({ shelf: { unfinished, nagging, today } }: { shelf: Shelf }) {
  if (unfinished.length + nagging.length === 0) return null;
  return (
    <ul className="come-back" aria-label="Waiting for you">
      {unfinished.map(({ key, title, href, updatedAt }) => (
        <li key={key}>
          Not saved: <Link to={href}>{title}</Link>, {momentText(localDateTime(new Date(updatedAt)), today)}
        </li>
      ))}
      {nagging.map(({ brewId, bagName, on, said, tapped }) => (
        <li key={brewId}>
          Still nags:{' '}
          <q>
            <Link to={`/words/find?brew=${brewId}`}>
              <bdi>{said.trim() || tapped.join(', ') || 'a word without a clue'}</bdi>
            </Link>
          </q>{' '}
          ({bagName}, {dateText(on, today)})
        </li>
      ))}
    </ul>
  );
}
