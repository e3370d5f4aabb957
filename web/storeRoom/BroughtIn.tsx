import Button from 'react-bootstrap/Button';
import { householdText } from '../../core/text';
import { api, problemOf } from '../api/api';
import { toastShown } from '../state/notices';
import { useAppDispatch } from '../state/store';
import { localDateTime, useToday } from '../state/today';
import { dateText, momentText } from '../ui/format';

/** The tables that were brought in, each to be taken back as a whole. */
export function BroughtIn() {
  const { data: taken = [] } = api.useNotebookImportsQuery(undefined);
  const [undo, undoing] = api.useUndoNotebookMutation();
  const [redo, redoing] = api.useRedoNotebookMutation();
  const dispatch = useAppDispatch();
  const today = useToday();
  if (taken.length === 0) return null;
  const set = async (id: string, isUndone: boolean): Promise<void> => {
    const { error } = await (isUndone ? redo({ id }) : undo({ id }));
    const problem = problemOf(error);
    if (problem) dispatch(toastShown({ text: problem.message }));
  };
  return (
    <details className="mt-2">
      <summary>Tables that were brought in ({taken.length})</summary>
      <ul className="backup-list">
        {taken.map(({ id, fileName, takenAt, undoneOn, ...counts }) => (
          <li key={id}>
            <span>
              {fileName === '' ? 'A table' : fileName}
              <br />
              <span className="quiet small">
                {momentText(localDateTime(new Date(takenAt)))}: {householdText(counts)}
                {undoneOn !== null && `, taken back on ${dateText(undoneOn, today)}`}
              </span>
            </span>
            <Button
              variant="bare"
              disabled={undoing.isLoading || redoing.isLoading}
              aria-label={`${undoneOn === null ? 'Take it back' : 'Bring it back'}: ${fileName}`}
              onClick={() => void set(id, undoneOn !== null)}
            >
              {undoneOn === null ? 'Take it back' : 'Bring it back'}
            </Button>
          </li>
        ))}
      </ul>
    </details>
  );
}
