import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import type { NotebookMapping, NotebookState } from '../../contract/keeping/notebook';
import { aboutRowText } from '../../core/text';
import { numberText } from '../ui/format';

/** What is wrong with which row, what is here already, and what was read otherwise than it stands. */
export function NotebookRows({ state, change }: { state: NotebookState; change: (mapping: NotebookMapping) => void }) {
  const { mapping, counts, problems, duplicates, notes, noteCount } = state;
  const leaveOut = (rows: readonly number[]): void =>
    change({ ...mapping, leaveOut: [...new Set([...mapping.leaveOut, ...rows])].sort((a, b) => a - b) });
  const rows = [...new Set(problems.map(({ row }) => row))];
  const isAnything = counts.problems + counts.duplicates + noteCount + mapping.leaveOut.length > 0;
  if (!isAnything && !mapping.takeDuplicates) return null;
  return (
    <fieldset>
      <legend>Row by row</legend>
      {problems.length > 0 && (
        <>
          <p className="mb-1">
            {numberText(counts.problems)} {counts.problems === 1 ? 'row' : 'rows'} cannot be read as they are. Mend how
            they are read below, or mend the file and choose it again, or leave them out:
          </p>
          <ul className="plain-rows">
            {problems.map((problem, i) => (
              <li key={i}>
                <span dir="auto">{aboutRowText(problem)}</span>
                <Button variant="bare" onClick={() => leaveOut([problem.row])}>
                  Leave row {problem.row} out
                </Button>
              </li>
            ))}
          </ul>
          <Button variant="plain" className="mb-2" onClick={() => leaveOut(rows)}>
            Leave {rows.length === 1 ? 'it' : `all ${numberText(rows.length)} of these`} out
          </Button>
        </>
      )}
      {mapping.leaveOut.length > 0 && (
        <p>
          Left out on purpose: {mapping.leaveOut.length === 1 ? 'row' : 'rows'} {mapping.leaveOut.join(', ')}.{' '}
          <Button variant="bare" onClick={() => change({ ...mapping, leaveOut: [] })}>
            Take them in after all
          </Button>
        </p>
      )}
      {(duplicates.length > 0 || mapping.takeDuplicates) && (
        <>
          <Form.Check
            type="switch"
            id="take-duplicates"
            label="Take in what seems to be here already"
            checked={mapping.takeDuplicates}
            onChange={() => change({ ...mapping, takeDuplicates: !mapping.takeDuplicates })}
          />
          <ul className="plain-rows">
            {duplicates.map(({ row, of }) => (
              <li key={row}>
                row {row}: the same as {of}
              </li>
            ))}
          </ul>
        </>
      )}
      {notes.length > 0 && (
        <details>
          <summary>Read otherwise than it stands ({numberText(noteCount)})</summary>
          <ul className="plain-rows">
            {notes.map((note, i) => (
              <li key={i} dir="auto">
                {aboutRowText(note)}
              </li>
            ))}
          </ul>
        </details>
      )}
    </fieldset>
  );
}
