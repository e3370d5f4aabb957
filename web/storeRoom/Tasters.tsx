import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import type { Taster } from '../../contract/table/taster';
import { cupsText } from '../../core/text';
import { api, problemOf } from '../api/api';
import { toastShown } from '../state/notices';
import { useAppDispatch } from '../state/store';

/** The tasters: called otherwise, or two that are one merged; that can be taken back. */
export function Tasters() {
  const { data: tasters = [] } = api.useTastersQuery(undefined);
  if (tasters.length === 0) return null;
  return (
    <fieldset>
      <legend>Tasters</legend>
      <ul className="effects">
        {tasters.map((taster) => (
          <TasterLine key={taster.id} taster={taster} all={tasters} />
        ))}
      </ul>
    </fieldset>
  );
}

function TasterLine({ taster: { id, name, mergedInto, cups }, all }: { taster: Taster; all: readonly Taster[] }) {
  const [rename] = api.useChangeTasterMutation();
  const [merge] = api.useMergeTasterMutation();
  const [doing, setDoing] = useState<'rename' | 'merge' | null>(null);
  const [typed, setTyped] = useState(name);
  const dispatch = useAppDispatch();
  const others = all.filter((one) => one.id !== id && one.mergedInto === null);
  const done = (error: Parameters<typeof problemOf>[0]): void => {
    const problem = problemOf(error);
    if (problem) dispatch(toastShown({ text: problem.message }));
    else setDoing(null);
  };
  const mergeInto = async (into: string | null): Promise<void> => done((await merge({ id, body: { into } })).error);
  if (mergedInto !== null)
    return (
      <li>
        <span className="quiet">
          {name} is {all.find((one) => one.id === mergedInto)?.name}
        </span>{' '}
        <Button variant="bare" onClick={() => void mergeInto(null)}>
          They are two after all
        </Button>
      </li>
    );
  return (
    <li>
      <strong dir="auto">{name}</strong> <span className="quiet small">{cupsText(cups)}</span>{' '}
      {doing === null && (
        <>
          <Button variant="bare" aria-label={`Rename ${name}`} onClick={() => setDoing('rename')}>
            Rename
          </Button>
          {others.length > 0 && (
            <Button variant="bare" aria-label={`The same as another: ${name}`} onClick={() => setDoing('merge')}>
              The same as another
            </Button>
          )}
        </>
      )}
      {doing === 'rename' && (
        <form
          className="d-flex gap-2 mt-1"
          onSubmit={(event) => {
            event.preventDefault();
            void rename({ id, body: { name: typed } }).then(({ error }) => done(error));
          }}
        >
          <Form.Control
            aria-label={`A name for ${name}`}
            value={typed}
            maxLength={60}
            autoFocus
            autoComplete="off"
            onChange={({ target }) => setTyped(target.value)}
          />
          <Button type="submit" variant="plain" disabled={typed.trim() === ''}>
            Keep it
          </Button>
          <Button variant="bare" onClick={() => setDoing(null)}>
            Never mind
          </Button>
        </form>
      )}
      {doing === 'merge' && (
        <div className="d-flex gap-2 mt-1 flex-wrap align-items-center">
          {others.map((other) => (
            <Button key={other.id} variant="plain" onClick={() => void mergeInto(other.id)}>
              {name} is {other.name}
            </Button>
          ))}
          <Button variant="bare" onClick={() => setDoing(null)}>
            Never mind
          </Button>
        </div>
      )}
    </li>
  );
}
