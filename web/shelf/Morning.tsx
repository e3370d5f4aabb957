import { Link } from 'react-router';
import type { Shelf } from '../../contract/shelf';
import { OnBench } from './OnBench';

const NOTHING = { headline: 'Nothing needs brewing today.', reason: 'What is on the shelf is frozen or used up.' };
const NOT_JUDGED = {
  headline: 'Which bag today is not known yet.',
  reason: 'The bags are being judged; the first are there in a moment. Any of them can be opened meanwhile.',
};

/** The decision at the kettle: which bag, with what, why; and which to leave alone. */
export function Morning({ shelf: { pick, mostInformative, leaveAlone, bench, lanes } }: { shelf: Shelf }) {
  const { headline, reason } = pick ?? (lanes.some(({ judged }) => judged === 'not yet') ? NOT_JUDGED : NOTHING);
  return (
    <>
      <section className="morning" aria-label="Today">
        <div>
          <h1>{headline}</h1>
          <p>{reason}</p>
        </div>
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
          {leaveAlone.map(({ bagId, name, reason }, i) => (
            <span key={bagId}>
              {i > 0 && '; '}
              <Link to={`/bags/${bagId}`}>{name}</Link> ({reason})
            </span>
          ))}
          .
        </p>
      )}
    </>
  );
}
