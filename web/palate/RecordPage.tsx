import { Link } from 'react-router';
import type { PalateRecord } from '../../contract/palate/palate';
import { comparedRecordText, cupsText } from '../../core/text';
import { api } from '../api/api';
import { useToday } from '../state/today';
import { dateText, numberText } from '../ui/format';
import { ProblemNote } from '../ui/ProblemNote';
import { usePageTitle } from '../ui/usePageTitle';
import { Wait } from '../ui/Wait';
import { CalibrationChart } from './CalibrationChart';
import { NumberHeads } from './NumberHeads';
import { PalateNav } from './PalateNav';

/** How often the engine was right: what it foretold of every cup before it was tasted, and what that then was. */
export function RecordPage() {
  usePageTitle('Palate');
  const { data: record, error, refetch } = api.usePalateRecordQuery(undefined);
  if (!record)
    return error ? <ProblemNote error={error} retry={() => void refetch()} /> : <Wait what="Reading the record" />;
  return (
    <article className="record">
      <h1>Palate: how often it was right</h1>
      <PalateNav />
      {record.cups.length === 0 ? (
        <p>
          Nothing was foretold yet. From the second cup of a bag on, every cup is foretold from the ones before it when
          it is logged; here you will see how often that came true.{' '}
          <Link className="text-decoration-underline" to="/">
            Log a cup from the shelf.
          </Link>
        </p>
      ) : (
        <Told record={record} />
      )}
    </article>
  );
}

function Told({ record: { overall, bags, cups } }: { record: PalateRecord }) {
  const today = useToday();
  const { foretold, inside, misses, compared, likeliestSaid } = overall;
  return (
    <>
      <p className="verdict">
        {foretold > 0 && `Of ${cupsText(foretold)} foretold ${inside} fell inside what was said before them`}
        {foretold > 0 && ', where 8 in 10 should. '}
        {misses &&
          `“The same as last time” missed by ${points(misses.last)} points, “as good as the best so far” by ${points(misses.best)}, this by ${points(misses.engine)}. `}
        {comparedRecordText(compared, likeliestSaid)}
      </p>
      <p className="quiet">
        Points are of a score of 0 to 100. What was foretold is kept as it stood before the cup, with the version of the
        engine that said it, and is never worked out again. Cups with a fault are not counted.
      </p>
      <div className="row">
        <div className="col-lg-7">
          <h2>By bag</h2>
          <div className="table-scroll" tabIndex={0} role="region" aria-label="The record by bag">
            <table className="table table-sm">
              <thead>
                <tr>
                  <th scope="col">Bag</th>
                  <NumberHeads names={['Foretold', 'Inside', 'Missed by', 'Last time again', 'The best so far']} />
                </tr>
              </thead>
              <tbody>
                {bags.map((bag) => (
                  <tr key={bag.bagId}>
                    <th scope="row">
                      <Link to={`/bags/${bag.bagId}`}>{bag.bagName}</Link>
                    </th>
                    <td className="number">{bag.foretold}</td>
                    <td className="number">{bag.inside}</td>
                    <td className="number">{bag.misses ? points(bag.misses.engine) : ''}</td>
                    <td className="number">{bag.misses ? points(bag.misses.last) : ''}</td>
                    <td className="number">{bag.misses ? points(bag.misses.best) : ''}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </div>
        <div className="col-lg-5">
          <h2>What was said, and what happened</h2>
          <CalibrationChart bins={overall.bins} />
        </div>
      </div>
      <details>
        <summary>Cup by cup</summary>
        <ol className="foretold-cups">
          {cups.map((cup) => (
            <li key={cup.brewId}>
              <span className="quiet">{dateText(cup.brewedAt.slice(0, 10), today)}</span>{' '}
              <Link to={`/bags/${cup.bagId}`}>{cup.bagName}</Link>: {outcomeText(cup)}{' '}
              <span className="quiet small">engine {cup.engineVersion}</span>
            </li>
          ))}
        </ol>
      </details>
    </>
  );
}

/** "said 74.1 to 83.0, was 80.0". */
function outcomeText({ lo, hi, score, against }: PalateRecord['cups'][number]): string {
  const words = against.map(
    ({ was, ...said }) => `called ${was}, which was given ${numberText(100 * said[was], 0)} in 100`,
  );
  const mark =
    score === null
      ? []
      : [`said ${points(lo)} to ${points(hi)}, was ${points(score)}${lo <= score && score <= hi ? '' : ': missed'}`];
  return [...mark, ...words].join('; ') || 'not marked';
}

const points = (value: number): string => numberText(value, 1, 1);
