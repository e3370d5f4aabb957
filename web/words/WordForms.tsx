import { useState, type SubmitEvent } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { WORD_MAX } from '../../contract/word';
import { FAMILIES, wordSpelt, type Family, type Word } from '../../core/cup/words';
import { api, problemOf } from '../api/api';
import { sentenceCase } from '../ui/format';
import { toastShown } from '../state/notices';
import { useAppDispatch } from '../state/store';
import { useVocabulary } from '../domain/useVocabulary';

interface Props {
  word: Word;
  done: () => void;
}

const undoOf = ({ id, name, family, mergedInto }: Word) =>
  ({ kind: 'word', id, before: { name, family, mergedInto }, forgotten: false }) as const;

/** Another name, and for a word of one's own its family. */
export function RenameForm({ word, done }: Props) {
  const dispatch = useAppDispatch();
  const [name, setName] = useState(word.name);
  const [family, setFamily] = useState<Family | ''>(word.family ?? '');
  const [rename, { error, isLoading }] = api.useRenameWordMutation();
  const submit = async (event: SubmitEvent): Promise<void> => {
    event.preventDefault();
    const { error: refused } = await rename({ id: word.id, body: { name, family: family === '' ? null : family } });
    if (refused) return;
    dispatch(toastShown({ text: `${word.name} is ${name} now, in every cup.`, undo: undoOf(word) }));
    done();
  };
  return (
    <form className="fields mt-2" onSubmit={(event) => void submit(event)}>
      <div>
        <Form.Label htmlFor={`rename-${word.id}`}>New name</Form.Label>
        <Form.Control
          id={`rename-${word.id}`}
          value={name}
          maxLength={WORD_MAX}
          dir="auto"
          autoFocus
          autoComplete="off"
          onChange={(event) => setName(event.target.value)}
        />
      </div>
      {!word.descriptor && (
        <div>
          <Form.Label htmlFor={`family-${word.id}`}>Family</Form.Label>
          <Form.Select
            id={`family-${word.id}`}
            value={family}
            onChange={(event) => setFamily(event.target.value as Family | '')}
          >
            <option value="">None</option>
            {FAMILIES.map((one) => (
              <option key={one} value={one}>
                {sentenceCase(one)}
              </option>
            ))}
          </Form.Select>
        </div>
      )}
      <Actions {...{ problem: problemOf(error)?.message, isLoading, done }} word="Rename" />
    </form>
  );
}

/** Merging one word into another, found by typing. */
export function MergeForm({ word, done }: Props) {
  const dispatch = useAppDispatch();
  const { vocabulary, suggest } = useVocabulary();
  const [text, setText] = useState('');
  const [merge, { error, isLoading }] = api.useMergeWordMutation();
  const target = wordSpelt(vocabulary, text);
  const submit = async (event: SubmitEvent): Promise<void> => {
    event.preventDefault();
    if (!target) return;
    const { error: refused } = await merge({ id: word.id, body: { into: target.id } });
    if (refused) return;
    dispatch(toastShown({ text: `${word.name} is ${target.name} now, in every cup.`, undo: undoOf(word) }));
    done();
  };
  return (
    <form className="fields mt-2" onSubmit={(event) => void submit(event)}>
      <div>
        <Form.Label htmlFor={`merge-${word.id}`}>Merge into</Form.Label>
        <Form.Control
          id={`merge-${word.id}`}
          value={text}
          list={`words-for-${word.id}`}
          autoFocus
          autoComplete="off"
          onChange={(event) => setText(event.target.value)}
        />
        <datalist id={`words-for-${word.id}`}>
          {suggest(text).map((one) => (
            <option key={one.word.id} value={one.word.name} />
          ))}
        </datalist>
      </div>
      <Actions
        {...{
          problem: problemOf(error)?.message ?? (text !== '' && !target ? 'Choose a word that is there.' : undefined),
          isLoading: isLoading || !target,
          done,
        }}
        word="Merge"
      />
    </form>
  );
}

function Actions({
  problem,
  isLoading,
  done,
  word,
}: {
  problem: string | undefined;
  isLoading: boolean;
  done: () => void;
  word: string;
}) {
  return (
    <div className="wide d-flex flex-wrap gap-2 align-items-center">
      <Button type="submit" disabled={isLoading}>
        {word}
      </Button>
      <Button variant="plain" onClick={done}>
        Never mind
      </Button>
      {problem && <div className="invalid-feedback d-block w-auto">{problem}</div>}
    </div>
  );
}
