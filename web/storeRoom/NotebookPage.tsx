import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { Link, useNavigate, useParams } from 'react-router';
import type { NotebookMapping, NotebookState } from '../../contract/keeping/notebook';
import { rowsOfNotebookText } from '../../core/text';
import { api, problemOf } from '../api/api';
import { toastShown } from '../state/notices';
import { useAppDispatch } from '../state/store';
import { ProblemNote } from '../ui/ProblemNote';
import { usePageTitle } from '../ui/usePageTitle';
import { Wait } from '../ui/Wait';
import { NotebookColumns } from './NotebookColumns';
import { NotebookFirstBrews } from './NotebookFirstBrews';
import { NotebookOptions } from './NotebookOptions';
import { NotebookRows } from './NotebookRows';

/** Anyone's table of brews on its way in: what it comes to, how it is read, and what is wrong with which row. */
export function NotebookPage() {
  const { importId = '' } = useParams();
  const { data, error } = api.useNotebookQuery({ id: importId });
  const [readOtherwise, otherwise] = api.useReadNotebookMutation();
  usePageTitle('Bring in a table');
  const state = otherwise.data ?? data;
  if (!state)
    return error ? (
      <>
        <ProblemNote error={error} />
        <p>
          A table waits here until another file is chosen or Slow Crest is stopped.{' '}
          <Link to="/store-room">Choose it again</Link>; how it was read is remembered once it was taken in.
        </p>
      </>
    ) : (
      <Wait what="Reading the table" />
    );
  const change = (mapping: NotebookMapping): void => void readOtherwise({ id: importId, body: mapping });
  return (
    <>
      <h1>Bring in {state.fileName === '' ? 'a table' : state.fileName}</h1>
      <TakeIn state={state} isBusy={otherwise.isLoading} />
      {otherwise.error && <p className="panel-error">{problemOf(otherwise.error)?.message}</p>}
      <div className="form-sheet">
        <NotebookRows state={state} change={change} />
        <NotebookColumns state={state} change={change} />
        <NotebookOptions state={state} change={change} />
        <NotebookFirstBrews state={state} />
      </div>
    </>
  );
}

/** Where every row goes, and the one step that changes anything. */
function TakeIn({ state, isBusy }: { state: NotebookState; isBusy: boolean }) {
  const [take, { isLoading, error }] = api.useTakeNotebookMutation();
  const [drop] = api.useDropImportMutation();
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const [taken, setTaken] = useState(false);
  const { counts, bags } = state;
  const fresh = bags.filter(({ isNew }) => isNew).length;
  const isReady = counts.problems === 0 && counts.brews > 0;
  const go = async (): Promise<void> => {
    const { data } = await take({ id: state.id });
    if (!data) return;
    setTaken(true);
    dispatch(toastShown({ text: `${data.brews} brews are taken in. The store room takes them back as a whole.` }));
    void navigate('/store-room');
  };
  const aside = (): void => {
    void drop({ id: state.id });
    void navigate('/store-room');
  };
  return (
    <div className={counts.problems > 0 ? 'panel-error mb-3' : 'panel-ask'} role="status">
      <p className="mb-1">
        <strong>{rowsOfNotebookText(state)}</strong>{' '}
        {bags.length > 0 &&
          `They are of ${bags.length} ${bags.length === 1 ? 'bag' : 'bags'}, ${fresh === bags.length ? 'all of them new' : `${fresh} of them new`}.`}
      </p>
      {state.isRemembered && <p className="mb-1">It is read as a table with these headings was the last time.</p>}
      {state.doubts.map((doubt) => (
        <p key={doubt} className="mb-1">
          {doubt}
        </p>
      ))}
      <p className="quiet small mb-2">
        Nothing is changed yet. It is taken in all or not at all, after a backup, and can be taken back as a whole.
      </p>
      {error && <p className="mb-2">{problemOf(error)?.message}</p>}
      <div className="d-flex gap-2 flex-wrap">
        <Button disabled={!isReady || isLoading || isBusy || taken} onClick={() => void go()}>
          {isLoading
            ? `Taking in ${counts.brews} brews …`
            : `Take in ${counts.brews} ${counts.brews === 1 ? 'brew' : 'brews'}`}
        </Button>
        <Button variant="plain" disabled={isLoading} onClick={aside}>
          Put it aside
        </Button>
      </div>
    </div>
  );
}
