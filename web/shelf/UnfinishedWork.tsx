import type { ReactNode } from 'react';
import { Link } from 'react-router';
import type { Shelf } from '../../contract/shelf/shelf';
import { dateText, momentText } from '../ui/format';
import { localDateTime } from '../state/today';

/** What waits: sheets that were begun, words that would not come, and whatever else is due. */
export function UnfinishedWork({
  shelf: { unfinished, nagging, today },
  children,
}: {
  shelf: Shelf;
  children?: ReactNode;
}) {
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
      {children}
    </ul>
  );
}
