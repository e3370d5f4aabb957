import Button from 'react-bootstrap/Button';
import { Link, useParams } from 'react-router';
import { api } from '../api/api';
import { SCORING_SCALE_NAMES } from '../ui/format';
import { ProblemNote } from '../ui/ProblemNote';
import { usePageTitle } from '../ui/usePageTitle';
import { Wait } from '../ui/Wait';

/** Sheets of paper: labels with the codes to stand by the cups, and a sheet for each taster without a phone. */
export function PaperPage() {
  const { sittingId = '' } = useParams();
  const { data: sitting, error, refetch } = api.useSittingQuery({ id: sittingId });
  usePageTitle('Paper');
  if (!sitting)
    return error ? <ProblemNote error={error} retry={() => void refetch()} /> : <Wait what="Reading the table" />;
  const { name, codes, seats, scoringScale } = sitting;
  const tasters = seats.length > 0 ? seats : [{ id: 'blank', name: '', servingOrder: codes }];
  return (
    <article className="paper">
      <div className="no-print">
        <p>
          <Link to={`/table/${sittingId}`}>Back to the table</Link>
        </p>
        <h1>Paper for this table</h1>
        <p className="quiet">
          The codes to cut out and stand by the cups, and a sheet for each taster. What was written on them is entered
          at the seat of each.
        </p>
        <Button onClick={() => print()}>Print</Button>
      </div>
      <section className="paper-codes" aria-label="Codes">
        {codes.map((code) => (
          <span key={code} className="code">
            {code}
          </span>
        ))}
      </section>
      {tasters.map((seat) => (
        <section key={seat.id} className="paper-sheet">
          <h2 dir="auto">
            {name}
            {seat.name !== '' && `, ${seat.name}`}
          </h2>
          <p>Marks: {SCORING_SCALE_NAMES[scoringScale]}. Taste in this order; smell before tasting.</p>
          <table>
            <thead>
              <tr>
                <th scope="col">Cup</th>
                <th scope="col">Mark</th>
                <th scope="col">What is in it</th>
              </tr>
            </thead>
            <tbody>
              {seat.servingOrder.map((code) => (
                <tr key={code}>
                  <th scope="row">{code}</th>
                  <td />
                  <td />
                </tr>
              ))}
            </tbody>
          </table>
          <p>The best first: {codes.map(() => '____').join('  ')}</p>
        </section>
      ))}
    </article>
  );
}
