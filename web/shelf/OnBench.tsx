import { Link } from 'react-router';
import type { OnBench as Brew } from '../../contract/shelf/shelf';
import { clockHere, weekdayText } from '../ui/format';
import { localDate } from '../state/today';
import { useMinute } from '../state/useMinute';

/** What is under way on the bench; a steep that is due says so. */
export function OnBench({ brews }: { brews: readonly Brew[] }) {
  const now = useMinute();
  if (brews.length === 0) return null;
  return (
    <ul className="on-bench" aria-label="On the bench">
      {brews.map((brew) => {
        const due = brew.dueAt !== null && !brew.over && brew.dueAt <= now;
        return (
          <li key={brew.id} className={due ? 'due' : ''}>
            <Link to={`/bench?brew=${brew.id}`}>
              {due && <strong>Due: </strong>}
              {brew.bagName}, {brew.recipeName}
            </Link>{' '}
            {said(brew, now)}
          </li>
        );
      })}
    </ul>
  );
}

function said({ dueAt, over, end, kind }: Brew, now: number): string {
  if (over) return `is ${end}, and waits for its cup.`;
  if (dueAt === null) return 'is laid out on the bench.';
  const moment = new Date(dueAt);
  const [on, today] = [localDate(moment), localDate(new Date(now))];
  const when = `${on === today ? 'today' : weekdayText(on)} at ${clockHere(moment)}`;
  if (dueAt <= now)
    return kind === 'cold steep' ? `since ${when}: strain it and keep it in the refrigerator.` : `since ${when}.`;
  return `is on the bench, due ${when}.`;
}
