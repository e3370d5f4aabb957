import { useId, useState } from 'react';
import Form from 'react-bootstrap/Form';
import { suggester, vocabularyOf } from '../../core/cup/words';
import { WORD_MAX } from '../../contract/palate/word';
import { isSameName } from '../forms/typed';

/** The words everyone knows: a guest has none of the household’s. */
const suggest = suggester(vocabularyOf([]));
const OFFERED = 6;

/** Words of a cup as chips: typed and ended by Enter or a comma, or tapped; only agreed ones where some are. */
export function WordsField({
  words,
  agreed,
  onWords,
}: {
  words: readonly string[];
  agreed: readonly string[];
  onWords: (words: string[]) => void;
}) {
  const id = useId();
  const [typed, setTyped] = useState('');
  const add = (word: string): void => {
    const clean = word.trim().slice(0, WORD_MAX);
    if (clean !== '' && !words.some((one) => isSameName(one, clean))) onWords([...words, clean]);
    setTyped('');
  };
  const offered =
    agreed.length > 0
      ? agreed.filter((word) => !words.includes(word))
      : typed.trim() === ''
        ? []
        : suggest(typed, OFFERED).map(({ word }) => word.name);
  return (
    <div className="seat-words">
      <Form.Label htmlFor={agreed.length > 0 ? undefined : id}>What is in it</Form.Label>
      <div className="chips">
        {words.map((word) => (
          <button
            key={word}
            type="button"
            className="chip"
            dir="auto"
            aria-label={`Take ${word} off`}
            onClick={() => onWords(words.filter((one) => one !== word))}
          >
            {word} <span aria-hidden="true">×</span>
          </button>
        ))}
      </div>
      {agreed.length === 0 && (
        <Form.Control
          id={id}
          value={typed}
          dir="auto"
          autoComplete="off"
          enterKeyHint="done"
          placeholder="quince, walnut, …"
          maxLength={WORD_MAX}
          onChange={({ target }) =>
            /[,;]$/.test(target.value) ? add(target.value.slice(0, -1)) : setTyped(target.value)
          }
          onKeyDown={(event) => {
            if (event.key !== 'Enter') return;
            event.preventDefault();
            add(typed);
          }}
          onBlur={() => add(typed)}
        />
      )}
      {offered.length > 0 && (
        <div className="taps">
          <div>
            {offered.map((word) => (
              <button
                key={word}
                type="button"
                className="btn btn-plain"
                // Before the field is left: leaving it takes what was half typed.
                onPointerDown={(event) => event.preventDefault()}
                onClick={() => add(word)}
              >
                {word}
              </button>
            ))}
          </div>
        </div>
      )}
    </div>
  );
}
