import { groupBy } from 'es-toolkit';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { Link, useSearchParams } from 'react-router';
import type { Change } from '../../contract/keeping/history';
import { api, problemOf } from '../api/api';
import { toastShown } from '../state/notices';
import { useAppDispatch } from '../state/store';
import { localDateTime, useToday } from '../state/today';
import { clockText, dateText, weekdayText } from '../ui/format';
import { ProblemNote } from '../ui/ProblemNote';
import { usePageTitle } from '../ui/usePageTitle';
import { Wait } from '../ui/Wait';
import { useChangedField } from './changedField';

/** What was changed of bags, brews and cups in the last thirty days, each to be taken back by itself. */
export function HistoryPage() {
  const [search] = useSearchParams();
  const bag = search.get('bag') ?? undefined;
  const [pages, setPages] = useState<string[]>([]);
  usePageTitle('What was changed');
  return (
    <>
      <h1>What was changed</h1>
      <p className="quiet">
        Every change of a bag, a brew or a cup can be taken back for thirty days; what was changed since stays as it is.
      </p>
      {bag !== undefined && (
        <p className="d-flex gap-3">
          <Link to={`/bags/${bag}`}>To the bag</Link>
          <Link to="/store-room/changes">Of all bags</Link>
        </p>
      )}
      {[undefined, ...pages].map((before, i) => (
        <Page
          key={before ?? ''}
          bag={bag}
          before={before}
          more={i === pages.length ? (last) => setPages([...pages, last]) : null}
        />
      ))}
    </>
  );
}

function Page({
  bag,
  before,
  more,
}: {
  bag: string | undefined;
  before: string | undefined;
  /** Shows the page after; null where it is shown. */
  more: ((last: string) => void) | null;
}) {
  const { data, error, refetch } = api.useHistoryQuery({ ...(bag && { bag }), ...(before && { before }) });
  const today = useToday();
  if (!data)
    return error ? (
      <ProblemNote error={error} retry={() => void refetch()} />
    ) : (
      <Wait what="Reading what was changed" />
    );
  const { changes, hasMore } = data;
  if (changes.length === 0)
    return (
      <>
        <p>Nothing was changed in the last thirty days.</p>
        {bag === undefined && (
          <p>
            <Link to="/">To the shelf</Link>
          </p>
        )}
      </>
    );
  const dayOf = ({ at }: Change): string => localDateTime(new Date(at)).slice(0, 10);
  const last = changes.at(-1)?.id;
  return (
    <>
      {Object.entries(groupBy(changes, dayOf)).map(([day, ofDay]) => (
        <section key={day}>
          <h2 className="history-day">{day === today ? 'Today' : weekdayText(day)}</h2>
          <ul className="history-list">
            {ofDay.map((change) => (
              <ChangeLine key={change.id} change={change} isOfOne={bag !== undefined} />
            ))}
          </ul>
        </section>
      ))}
      {hasMore && more !== null && last !== undefined && (
        <Button variant="plain" onClick={() => more(last)}>
          What was changed before
        </Button>
      )}
    </>
  );
}

const DONE = { added: 'Added', changed: 'Changed', deleted: 'Deleted', restored: 'Brought back' } as const;
const BACK = { added: 'Delete it', changed: 'Take it back', deleted: 'Bring it back', restored: 'Delete it' } as const;

function ChangeLine({ change, isOfOne }: { change: Change; isOfOne: boolean }) {
  const { id, at, subject, kind, bagId, bagName, brewedAt, fields, isUndone, isDeleted } = change;
  const [undo, { isLoading }] = api.useUndoChangeMutation();
  const dispatch = useAppDispatch();
  const field = useChangedField();
  const takeBack = async (): Promise<void> => {
    const { error } = await undo({ id });
    dispatch(toastShown({ text: problemOf(error)?.message ?? 'Done; this can be taken back as well.' }));
  };
  const what = subject === 'bag' ? 'the bag' : brewedAt ? `the brew of ${dateText(brewedAt.slice(0, 10))}` : 'a brew';
  // What was added and is gone, or deleted and here again, needs no way back.
  const isMoot = kind === 'deleted' ? !isDeleted : isDeleted;
  return (
    <li className={isUndone ? 'quiet' : undefined}>
      <span className="quiet small">{clockText(localDateTime(new Date(at)))}</span>
      <div>
        {DONE[kind]}: {what}
        {!isOfOne && (
          <>
            {' of '}
            {isDeleted ? (
              <strong dir="auto">{bagName}</strong>
            ) : (
              <Link className="text-decoration-underline" to={`/bags/${bagId}`}>
                {bagName}
              </Link>
            )}
          </>
        )}
        {fields.length > 0 && (
          <ul className="history-fields small">
            {fields.map((one) => (
              <li key={one.path} dir="auto">
                {field(one)}
              </li>
            ))}
          </ul>
        )}
      </div>
      {isUndone ? (
        <span className="small">taken back</span>
      ) : (
        !isMoot && (
          <Button
            variant="bare"
            disabled={isLoading}
            aria-label={`${BACK[kind]}: ${what}, ${clockText(localDateTime(new Date(at)))}`}
            onClick={() => void takeBack()}
          >
            {BACK[kind]}
          </Button>
        )
      )}
    </li>
  );
}
