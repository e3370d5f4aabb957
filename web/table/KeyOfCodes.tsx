import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { api } from '../api/api';
import { ProblemNote } from '../ui/ProblemNote';

/** Which code goes on which cup, shown to whoever pours, and only when asked for. */
export function KeyOfCodes({ id }: { id: string }) {
  const [askKey, { data, error, reset }] = api.useSittingKeyMutation();
  const [isAsked, setAsked] = useState(false);
  if (data)
    return (
      <div className="key-of-codes">
        <table className="table table-sm">
          <caption className="visually-hidden">Which code goes on which cup</caption>
          <tbody>
            {data.cups.map(({ id: cup, name, code }) => (
              <tr key={cup}>
                <th scope="row" className="code">
                  {code}
                </th>
                <td dir="auto">{name}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <Button variant="plain" onClick={reset}>
          Hide it again
        </Button>
      </div>
    );
  return (
    <p>
      <Button variant="plain" onClick={() => (isAsked ? void askKey({ id, body: {} }) : setAsked(true))}>
        {isAsked ? 'I pour: show which is which' : 'Which code goes where'}
      </Button>{' '}
      {isAsked && <span role="alert">Whoever looks is not blind any more; that it was looked up is kept.</span>}
      <ProblemNote error={error} />
    </p>
  );
}
