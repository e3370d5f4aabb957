import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { GRIND_WORDS, type Grinder, type GrindWord } from '../../core/brew';
import { asTyped, typedNumber } from '../forms/typed';
import { sentenceCase } from '../ui/format';

/** What the words for a grind are on a grinder: a recipe that says "medium" then names a setting. */
export function GrindWords({
  grinder: { name, grindWords },
  keep,
}: {
  grinder: Grinder;
  keep: (words: Grinder['grindWords']) => void;
}) {
  const said = GRIND_WORDS.flatMap((word) => {
    const setting = grindWords.find((one) => one.word === word)?.setting;
    return setting === undefined ? [] : [`${word} ${setting}`];
  });
  const set = (word: GrindWord, setting: number | null): void =>
    keep([...grindWords.filter((one) => one.word !== word), ...(setting === null ? [] : [{ word, setting }])]);
  return (
    <details className="small">
      <summary>{said.length === 0 ? 'Its settings in words' : sentenceCase(said.join(', '))}</summary>
      <div className="fields mt-1">
        {GRIND_WORDS.map((word) => (
          <WordSetting
            key={word}
            label={sentenceCase(word)}
            of={name}
            setting={grindWords.find((one) => one.word === word)?.setting ?? null}
            set={(setting) => set(word, setting)}
          />
        ))}
      </div>
    </details>
  );
}

function WordSetting({
  label,
  of,
  setting,
  set,
}: {
  label: string;
  of: string;
  setting: number | null;
  set: (setting: number | null) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const number = typed === null || typed.trim() === '' ? null : typedNumber(typed);
  const isWrong = typed !== null && number !== null && typeof number !== 'number';
  const keep = (): void => {
    if (typed === null || isWrong) return;
    set(typeof number === 'number' ? number : null);
    setTyped(null);
  };
  return (
    <label>
      {label}
      <Form.Control
        size="sm"
        aria-label={`${label} on ${of}`}
        inputMode="decimal"
        autoComplete="off"
        value={typed ?? asTyped(setting)}
        isInvalid={isWrong}
        onChange={({ target }) => setTyped(target.value)}
        onBlur={keep}
        onKeyDown={({ key }) => key === 'Enter' && keep()}
      />
    </label>
  );
}
