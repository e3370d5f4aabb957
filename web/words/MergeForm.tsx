import { useState, type SubmitEvent } from 'react';
import Form from 'react-bootstrap/Form';
import { wordSpelt, type Word } from '../../core/cup/words';
import { api, problemOf } from '../api/api';
import { toastShown } from '../state/notices';
import { useAppDispatch } from '../state/store';
import { useVocabulary } from '../domain/useVocabulary';
import { WordActions } from './WordActions';

/** Merging one word into another, found by typing. */
export function MergeForm({ word, done }: { word: Word; done: () => void }) {
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
    dispatch(
      toastShown({
        text: `${word.name} is ${target.name} now, in every cup.`,
        undo: { kind: 'word', id: word.id, before: word, forgotten: false },
      }),
    );
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
      <WordActions
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
