import { useEffect, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { Link, useNavigate, useParams } from 'react-router';
import type { Sitting } from '../../contract/table/sitting';
import { SITTING_KIND_WORDS, SITTING_TIMING_WORDS } from '../../core/text';
import { api } from '../api/api';
import { listen } from '../api/listen';
import { useSayOutcome } from '../api/useSayOutcome';
import { ProblemNote } from '../ui/ProblemNote';
import { usePageTitle } from '../ui/usePageTitle';
import { Wait } from '../ui/Wait';
import { sync } from '../state/store';
import { BrewSchedule } from './BrewSchedule';
import { KeyOfCodes } from './KeyOfCodes';
import { Reading } from './Reading';
import { Seats } from './Seats';
import { Sharing } from './Sharing';

/** One sitting, for whoever hosts it: what to brew when, who sits where, how far they are; and the reveal. */
export function SittingPage() {
  const { sittingId = '' } = useParams();
  const { data: sitting, error, refetch } = api.useSittingQuery({ id: sittingId }, { refetchOnMountOrArgChange: true });
  const { data: settings } = api.useSettingsQuery(undefined);
  usePageTitle(sitting?.name ?? 'Table');
  useEffect(() => {
    const again = (): void => void refetch();
    // After a break what happened meanwhile is asked for; at first the page has just asked.
    let isFirst = true;
    const opened = (): void => {
      if (!isFirst) again();
      isFirst = false;
    };
    return listen('sittingStream', { id: sittingId }, { changed: again }, opened);
  }, [sittingId, refetch]);
  if (sitting?.id !== sittingId)
    return error ? <ProblemNote error={error} retry={() => void refetch()} /> : <Wait what="Reading the table" />;
  return (
    <article className="table-place">
      <p className="quiet mb-1">
        <Link className="text-decoration-underline" to="/table">
          Table
        </Link>{' '}
        · {SITTING_KIND_WORDS[sitting.kind].name} · {SITTING_TIMING_WORDS[sitting.timing]}
      </p>
      <h1 dir="auto">{sitting.name}</h1>
      {sitting.revealed ? (
        <>
          <Reading
            revealed={sitting.revealed}
            seats={sitting.seats}
            scale={sitting.scoringScale}
            yardstick={sitting.yardstick?.name ?? null}
            attributes={settings?.intensityAttributes ?? []}
            linksToBags
          />
          <p className="mt-3">
            <Link className="btn btn-plain" to={`/write-ups/new?kind=sitting&of=${sitting.id}`}>
              Write it up
            </Link>
          </p>
          <TakeAway sitting={sitting} />
        </>
      ) : (
        <Hidden sitting={sitting} />
      )}
    </article>
  );
}

function Hidden({ sitting }: { sitting: Sitting }) {
  const { id, seats, codes, keySeenAt } = sitting;
  const done = seats.filter(({ isDone }) => isDone).length;
  return (
    <>
      <p className="verdict">
        {seats.length === 0
          ? 'Seat whoever tastes, yourself among them.'
          : done === seats.length
            ? 'Everyone is through.'
            : `${done} of ${seats.length} are through.`}
      </p>
      <div className="row">
        <div className="col-lg-7">
          <Seats sitting={sitting} />
          <RevealButton id={id} done={done} of={seats.length} />
          <BrewSchedule sitting={sitting} />
        </div>
        <aside className="col-lg-5 side">
          <Sharing sitting={sitting} />
          <section>
            <h2>Codes</h2>
            <p>
              On the table: <span className="codes">{codes.join(' · ')}</span>
            </p>
            <p className="quiet">
              Which is which stays on this machine until the reveal. Whoever pours looks it up; whoever tastes does not.
              {keySeenAt !== null && ' It was looked up already.'}
            </p>
            <KeyOfCodes id={id} />
            <Link className="btn btn-plain" to={`/table/${id}/paper`}>
              Paper for tables without phones
            </Link>
          </section>
          <TakeAway sitting={sitting} />
        </aside>
      </div>
    </>
  );
}

/** Asked again while some still write: what is revealed is not hidden any more. */
function RevealButton({ id, done, of }: { id: string; done: number; of: number }) {
  const [isAsked, setAsked] = useState(false);
  const [isRevealing, setRevealing] = useState(false);
  const [reveal, { error }] = api.useRevealMutation();
  if (of === 0) return null;
  const waits = of - done;
  const revealAll = async (): Promise<void> => {
    setRevealing(true);
    // The host may come from a sheet of their own, whose last words count too.
    await sync.settled();
    await reveal({ id, body: {} });
    setRevealing(false);
  };
  return (
    <div className="reveal">
      <Button disabled={isRevealing} onClick={() => (waits > 0 && !isAsked ? setAsked(true) : void revealAll())}>
        {isAsked ? 'Reveal all the same' : 'Reveal'}
      </Button>{' '}
      {isAsked && (
        <span role="alert">
          {waits === 1 ? 'One is' : `${waits} are`} not through. What is written by then counts, and no more can be.
        </span>
      )}
      <ProblemNote error={error} />
    </div>
  );
}

function TakeAway({ sitting: { id, revealedAt } }: { sitting: Sitting }) {
  const navigate = useNavigate();
  const [remove] = api.useRemoveSittingMutation();
  const say = useSayOutcome();
  const takeAway = async (): Promise<void> => {
    // Away from it first: what is cleared is not asked for again.
    await navigate('/table');
    const { error } = await remove({ id, body: {} });
    const kept = revealedAt === null ? '' : '; the cups stay in the logs of their bags';
    say(error, `The table is cleared${kept}.`, { kind: 'sitting', id });
  };
  return (
    <p className="mt-3">
      <Button variant="bare" onClick={() => void takeAway()}>
        Clear this table away
      </Button>
    </p>
  );
}
