import { useEffect } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import type { Shelf } from '../../contract/shelf/shelf';
import { api } from '../api/api';
import { useActionKey } from '../api/keys';
import { useJudging } from '../api/useJudging';
import { ProblemNote } from '../ui/ProblemNote';
import { useToday } from '../state/today';
import { usePageTitle } from '../ui/usePageTitle';
import { Wait } from '../ui/Wait';
import { CaffeineLine } from './CaffeineLine';
import { UnfinishedWork } from './UnfinishedWork';
import { FinishedBags } from './FinishedBags';
import { JudgingNote } from './JudgingNote';
import { Lanes } from './Lanes';
import { Morning } from './Morning';
import { Reminders } from './Reminders';

/** A shelf that is still being judged is read anew once in so long at most, ms: often enough to be seen to grow. */
const ANEW_EVERY_MS = 4000;

/**
 * A morning that was shown before the plan was made is asked for again once it is; and the plan, once all that it is
 * made of is judged.
 */
function usePlanArriving(shelf: Shelf | undefined, refetch: () => unknown): void {
  const { data: plan, refetch: planAnew } = api.usePlanQuery({ today: shelf?.today ?? '' }, { skip: !shelf });
  const waits = shelf !== undefined && !shelf.isPlanned;
  useEffect(() => {
    if (waits && plan) refetch();
    // Once for each plan that comes.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [waits, plan]);
  const judged = shelf?.lanes.filter((lane) => lane.judged === 'now').length ?? 0;
  const planned = plan !== undefined;
  useEffect(() => {
    if (planned) void planAnew();
    // As more of the shelf is judged.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [judged]);
}

/** Home: which bag this morning, and every bag's place on the calendar. */
export function ShelfPage() {
  const today = useToday();
  const navigate = useNavigate();
  const [address] = useSearchParams();
  const finished = address.get('finished') === 'yes' ? 'yes' : 'no';
  const { data: shelf, error, refetch } = api.useShelfQuery({ today, finished });
  usePageTitle(finished === 'yes' ? 'Finished bags' : '');
  const isUnsettled = shelf?.lanes.some(({ judged }) => judged !== 'now') ?? false;
  const heard = useJudging(isUnsettled, refetch, ANEW_EVERY_MS);
  const judging = isUnsettled ? (heard ?? shelf?.judging ?? null) : null;
  usePlanArriving(shelf, refetch);
  const pick = finished === 'no' ? (shelf?.pick ?? null) : null;
  useActionKey('waterOn', () => pick && void navigate(`/bags/${pick.bagId}/bench`), [pick]);
  useActionKey('sameAgain', () => pick && void navigate(`/bags/${pick.bagId}/brew?again=last`), [pick]);
  useActionKey('logBrew', () => pick && void navigate(`/bags/${pick.bagId}/brew`), [pick]);

  if (!shelf)
    return error ? <ProblemNote error={error} retry={() => void refetch()} /> : <Wait what="Reading the shelf" />;
  const other = finished === 'yes' ? <Link to="/">Bags in use</Link> : <Link to="/?finished=yes">Finished bags</Link>;

  if (shelf.lanes.length === 0) {
    return (
      <div className="empty">
        <h1>{finished === 'yes' ? 'No bag is finished yet' : 'An empty shelf'}</h1>
        <p>
          {finished === 'yes'
            ? 'A bag comes here when you mark it as finished; its verdict stays.'
            : 'Add the bag you are drinking. From its roast date and a few marked cups, Slow Crest works out when it is at its best, and says how sure it is.'}
        </p>
        <p className="d-flex gap-3 align-items-center">
          {finished === 'no' && (
            <Link className="btn btn-primary" to="/bags/new">
              Add your first bag
            </Link>
          )}
          {other}
        </p>
        {finished === 'no' && <UnfinishedWork shelf={shelf} />}
      </div>
    );
  }
  return (
    <>
      {finished === 'yes' ? <h1>Finished bags</h1> : <Morning shelf={shelf} />}
      {finished === 'no' && (
        <UnfinishedWork shelf={shelf}>
          <Reminders shelf={shelf} />
        </UnfinishedWork>
      )}
      {shelf.unreadable.map(({ id, name, why }) => (
        <p key={id} className="panel-error small">
          The bag {name} can’t be read ({why}). It is kept, and left out of the shelf and the plan. A backup from before
          may still have it whole.
        </p>
      ))}
      {judging && <JudgingNote judging={judging} />}
      {finished === 'yes' ? <FinishedBags shelf={shelf} /> : <Lanes shelf={shelf} />}
      {finished === 'no' && <CaffeineLine caffeine={shelf.caffeine} today={shelf.today} />}
      <p className="mt-3 d-flex gap-4">
        {finished === 'no' && <Link to="/plan">The plan, day by day</Link>}
        {other}
      </p>
    </>
  );
}
