import { useEffect, useRef, useState, type ChangeEvent } from 'react';
import Button from 'react-bootstrap/Button';
import type { ImportState } from '../../contract/keeping/archive';
import { Navigate } from 'react-router';
import { api, problemOf } from '../api/api';
import { listen } from '../api/listen';
import { toastShown } from '../state/notices';
import { useAppDispatch } from '../state/store';
import { useToday } from '../state/today';
import { dateText, numberText } from '../ui/format';
import { BroughtIn } from './BroughtIn';
import { keptText } from './keptText';

/**
 * A file is looked at, and taken in on purpose, all of it or nothing: an archive in the place of what is here, a table
 * of brews on a page of its own, added to it.
 */
export function BringIn() {
  const [begin, { isLoading: sending, error }] = api.useBeginImportMutation();
  const [id, setId] = useState<string | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const choose = async ({ target }: ChangeEvent<HTMLInputElement>): Promise<void> => {
    const file = target.files?.[0];
    target.value = '';
    if (!file) return;
    const { data } = await begin({ file, name: file.name.slice(-300) });
    setId(data?.id ?? null);
  };
  return (
    <>
      <h2>Bring one in</h2>
      <p className="quiet small mb-2">
        Anyone’s table of brews (CSV, TSV or XLSX, one row a brew) is added to what is here; an archive stands in its
        place. Either is looked through first and changes nothing, and what is here is backed up before.
      </p>
      <input
        ref={input}
        type="file"
        className="visually-hidden"
        aria-label="A table or an archive"
        tabIndex={-1}
        accept=".csv,.tsv,.txt,.xlsx,.zip,.json"
        onChange={(event) => void choose(event)}
      />
      <Button variant="plain" disabled={sending} onClick={() => input.current?.click()}>
        {sending ? 'Sending …' : 'Choose a file'}
      </Button>
      {error && <p className="panel-error mt-2">{problemOf(error)?.message}</p>}
      <BroughtIn />
      {id !== null && <Looked key={id} id={id} done={() => setId(null)} />}
    </>
  );
}

function Looked({ id, done }: { id: string; done: () => void }) {
  const { data: first, error } = api.useImportStateQuery({ id });
  const [heard, setHeard] = useState<ImportState | null>(null);
  const state = heard ?? first;
  const isOver = state !== undefined && state.stage !== 'checking';
  useEffect(() => (isOver ? undefined : listen('importStream', { id }, { changed: setHeard })), [id, isOver]);
  const [drop] = api.useDropImportMutation();
  const cancel = (): void => {
    void drop({ id });
    done();
  };
  if (state?.stage === 'notebook') return <Navigate to={`/store-room/tables/${id}`} />;
  if (error)
    return (
      <div className="panel-error mt-2" role="alert">
        {problemOf(error)?.message} It may have been put aside elsewhere; nothing was changed.{' '}
        <Button variant="bare" onClick={done}>
          Good
        </Button>
      </div>
    );
  if (!state || state.stage === 'checking')
    return (
      <div className="panel-ask mt-2" role="status">
        Reading the file{state && state.of > 0 && `: ${numberText((100 * state.done) / state.of, 0)} %`} …{' '}
        <Button variant="bare" onClick={cancel}>
          Cancel
        </Button>
      </div>
    );
  return state.stage === 'refused' ? (
    <Refused state={state} cancel={cancel} />
  ) : (
    <Ready state={state} cancel={cancel} done={done} />
  );
}

/** What is wrong, by its place in the file. */
function Refused({ state: { preview }, cancel }: { state: ImportState; cancel: () => void }) {
  const { problems = [], problemCount = 0 } = preview ?? {};
  return (
    <div className="panel-error mt-2" role="alert">
      <p className="mb-1">It cannot be taken in. Nothing was changed.</p>
      <ul className="mb-1">
        {problems.map(({ where, message }, i) => (
          <li key={i}>
            <strong>{where}</strong>: {message}
          </li>
        ))}
        {problemCount > problems.length && <li>and {numberText(problemCount - problems.length)} more.</li>}
      </ul>
      <Button variant="plain" onClick={cancel}>
        Put it aside
      </Button>
    </div>
  );
}

function Ready({ state: { id, preview }, cancel, done }: { state: ImportState; cancel: () => void; done: () => void }) {
  const [finish, { isLoading }] = api.useFinishImportMutation();
  const dispatch = useAppDispatch();
  const today = useToday();
  if (!preview?.brings) return null;
  const go = async (): Promise<void> => {
    const { error } = await finish({ id });
    dispatch(
      toastShown({ text: problemOf(error)?.message ?? 'Taken in. What was here before is the newest of the backups.' }),
    );
    if (!error) done();
  };
  return (
    <div className="panel-ask mt-2" role="status">
      <dl className="fact-list mb-2">
        {preview.writtenAt && (
          <div>
            <dt>Written</dt>
            <dd>{dateText(preview.writtenAt.slice(0, 10), today)}</dd>
          </div>
        )}
        <div>
          <dt>It brings</dt>
          <dd>{keptText(preview.brings, today)}</dd>
        </div>
        <div>
          <dt>Here now</dt>
          <dd>{keptText(preview.has, today)}</dd>
        </div>
      </dl>
      <div className="d-flex gap-2">
        <Button disabled={isLoading} onClick={() => void go()}>
          Take it in
        </Button>
        <Button variant="plain" onClick={cancel}>
          Put it aside
        </Button>
      </div>
    </div>
  );
}
