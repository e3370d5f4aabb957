import Button from 'react-bootstrap/Button';
import { isEqual } from 'es-toolkit';
import type { WriteUp } from '../../contract/writeUps/writeUp';
import { differences, wordChanges, type Difference } from '../../core/writeUp';
import { capitalised, countWord, SECTION_HEADINGS } from '../../core/text';
import { api } from '../api/api';
import { useSayOutcome } from '../api/useSayOutcome';
import { useToday } from '../state/today';

/** What the record would have a write-up say now, passage by passage; and taking it in. */
export function RecordChanged({ writeUp: { id, content, fresh } }: { writeUp: WriteUp }) {
  const today = useToday();
  const [composeAnew, { isLoading }] = api.useComposeAnewMutation();
  const say = useSayOutcome();
  if (fresh === null)
    return (
      <section>
        <h2>The record</h2>
        <p className="mb-0">What this is of is not here any more. The write-up stands as it is.</p>
      </section>
    );
  const all = differences(content, fresh.sections);
  const figuresMoved = !isEqual(content.figures, fresh.figures);
  const take = async (): Promise<void> => {
    const { error } = await composeAnew({ id, today });
    say(error, 'Composed anew; what you wrote stays, and what stood before is among the versions.');
  };
  if (all.length === 0 && !figuresMoved)
    return (
      <section>
        <h2>The record</h2>
        <p className="mb-0">It says what the record says today.</p>
      </section>
    );
  return (
    <section>
      <h2>The record has moved on</h2>
      <p>
        {all.length === 0
          ? 'The sentences would be the same; the pictures would be drawn anew.'
          : `${capitalised(countWord(all.length))} ${all.length === 1 ? 'passage' : 'passages'} would read otherwise today. What you wrote stays as it is.`}
      </p>
      <ul className="plain-list differences">
        {all.map((one) => (
          <li key={one.key}>
            <ChangedPassage difference={one} />
          </li>
        ))}
      </ul>
      <Button variant="plain" disabled={isLoading} onClick={() => void take()}>
        Compose it anew
      </Button>
    </section>
  );
}

function ChangedPassage({ difference: { section, before, now, yours } }: { difference: Difference }) {
  return (
    <>
      <span className="quiet small">{SECTION_HEADINGS[section] || 'At the top'}</span>
      <span dir="auto">
        {wordChanges(before ?? '', now ?? '').map(({ text, is }, i) =>
          is === 'new' ? (
            <ins key={i}>{text}</ins>
          ) : is === 'gone' ? (
            <del key={i}>{text}</del>
          ) : (
            <span key={i}>{text}</span>
          ),
        )}
      </span>
      {yours !== null && (
        <span className="quiet small" dir="auto">
          {yours.trim() === '' ? 'You left it out; it stays out.' : `Yours stays: ${yours}`}
        </span>
      )}
    </>
  );
}
