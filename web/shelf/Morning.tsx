import { Link } from 'react-router';
import type { Shelf } from '../../contract/shelf/shelf';
import { waitingText } from '../../core/text';
import { OnBench } from './OnBench';

/** Bags to leave alone that are named; the others are counted. */
const MOST_LEFT_ALONE = 6;

const NOTHING = { headline: 'Nothing needs brewing today.', reason: 'What is on the shelf is frozen or used up.' };
const NOT_JUDGED = {
  headline: 'Which bag today is not known yet.',
  reason: 'The bags are being judged; the first are there in a moment. Any of them can be opened meanwhile.',
};

/** The decision at the kettle: which bag, with what, why; and which to leave alone. */
export function Morning({
  shelf: { pick, waitsFor, mostInformative, leaveAlone, bench, lanes, today },
}: {
  shelf: Shelf;
}) {
  const isUnjudged = lanes.some(({ judged }) => judged === 'not yet');
  const { headline, reason } = pick ?? (isUnjudged ? NOT_JUDGED : waitsFor ? waitingText(waitsFor, today) : NOTHING);
  const shown = leaveAlone.slice(0, MOST_LEFT_ALONE);
  const more = leaveAlone.length - shown.length;
  return (
    <>
      <section className="morning" aria-label="Today">
        <div>
          <h1>{headline}</h1>
          <p>{reason}</p>
        </div>
        {!pick && waitsFor && (
          <div className="morning-actions">
            <Link className="btn btn-plain" to={`/bags/${waitsFor.bagId}/bench`}>
              Brew it all the same
            </Link>
            <Link className="btn btn-plain" to="/plan">
              See the plan
            </Link>
          </div>
        )}
        {pick && (
          <div className="morning-actions">
            <Link className="btn btn-primary" to={`/bags/${pick.bagId}/bench`}>
              Brew it
            </Link>
            <Link className="btn btn-plain" to={`/bags/${pick.bagId}/brew`}>
              Log this brew
            </Link>
            <Link className="btn btn-plain" to={`/bags/${pick.bagId}`}>
              Why this one?
            </Link>
          </div>
        )}
      </section>
      <OnBench brews={bench} />
      {mostInformative && (
        <p className="most-telling">
          <Link to={`/bags/${mostInformative.bagId}`}>{mostInformative.headline}</Link> {mostInformative.reason}
        </p>
      )}
      {leaveAlone.length > 0 && (
        <p className="leave-alone">
          Leave alone:{' '}
          {shown.map(({ bagId, name, reason }, i) => (
            <span key={bagId}>
              {i > 0 && '; '}
              <Link to={`/bags/${bagId}`}>{name}</Link> ({reason})
            </span>
          ))}
          {more > 0 && `; and ${more} more`}.
        </p>
      )}
    </>
  );
}
