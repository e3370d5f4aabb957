import { useState, type SubmitEvent } from 'react';
import Form from 'react-bootstrap/Form';
import { WORD_MAX } from '../../contract/palate/word';
import {
  ALLERGENS,
  currentWord,
  FAMILIES,
  KNOWN_BY,
  printedNotes,
  wordSpelt,
  type Allergen,
  type Family,
  type KnownBy,
  type Word,
} from '../../core/cup/words';
import { api, problemOf } from '../api/api';
import { saidOfWord } from '../domain/saidOfWord';
import { useVocabulary } from '../domain/useVocabulary';
import { Taps } from '../forms/fields';
import { toastShown } from '../state/notices';
import { useAppDispatch } from '../state/store';
import { sentenceCase } from '../ui/format';
import { WordActions } from './WordActions';

/** Another name, how it is known; and for a word of one's own all that the vocabulary says of its notes. */
export function DescribeForm({ word, done }: { word: Word; done: () => void }) {
  const dispatch = useAppDispatch();
  const { vocabulary } = useVocabulary();
  const isOwn = word.descriptor === null;
  const [said, setSaid] = useState(() => saidOfWord(word));
  const [near, setNear] = useState(() => word.near.flatMap((id) => currentWord(vocabulary, id)?.name ?? []).join(', '));
  const [describe, { error, isLoading }] = api.useDescribeWordMutation();
  const change = (differently: Partial<typeof said>): void => setSaid({ ...said, ...differently });
  const neighbours = printedNotes(near).map((name) => ({ name, id: wordSpelt(vocabulary, name)?.id }));
  const strangers = isOwn ? neighbours.filter(({ id }) => id === undefined).map(({ name }) => name) : [];
  const submit = async (event: SubmitEvent): Promise<void> => {
    event.preventDefault();
    if (strangers.length > 0) return;
    const body = isOwn ? { ...said, near: neighbours.flatMap(({ id }) => id ?? []) } : said;
    const { error: refused } = await describe({ id: word.id, body });
    if (refused) return;
    const text =
      word.name === said.name ? `${said.name} is described.` : `${word.name} is ${said.name} now, in every cup.`;
    dispatch(toastShown({ text, undo: { kind: 'word', id: word.id, before: word, forgotten: false } }));
    done();
  };
  const problem =
    strangers.length > 0 ? `No word yet: ${strangers.join(', ')}. Write it at a cup first.` : problemOf(error)?.message;
  return (
    <form className="fields mt-2" onSubmit={(event) => void submit(event)}>
      <Line
        id={`name-${word.id}`}
        label="New name"
        value={said.name}
        max={WORD_MAX}
        autoFocus
        onChange={(name) => change({ name })}
      />
      {isOwn && (
        <>
          <div>
            <Form.Label htmlFor={`family-${word.id}`}>Family</Form.Label>
            <Form.Select
              id={`family-${word.id}`}
              value={said.family ?? ''}
              onChange={({ target }) => change({ family: target.value === '' ? null : (target.value as Family) })}
            >
              <option value="">None</option>
              {FAMILIES.map((one) => (
                <option key={one} value={one}>
                  {sentenceCase(one)}
                </option>
              ))}
            </Form.Select>
          </div>
          <Line
            id={`like-${word.id}`}
            label="What it is like"
            wide
            value={said.like}
            max={300}
            onChange={(like) => change({ like })}
          />
          <Line
            id={`reference-${word.id}`}
            label="How to have it beside the cup"
            wide
            value={said.reference}
            max={300}
            onChange={(reference) => change({ reference })}
          />
          <Line id={`near-${word.id}`} label="Near, with commas" wide value={near} max={500} onChange={setNear} />
          <div className="wide">
            <Taps<Allergen>
              label="Contains"
              options={ALLERGENS}
              pressed={said.allergens}
              onTap={(one) =>
                change({
                  allergens: said.allergens.includes(one)
                    ? said.allergens.filter((other) => other !== one)
                    : [...said.allergens, one],
                })
              }
            />
          </div>
        </>
      )}
      <div className="wide">
        <Taps<KnownBy>
          label="Known"
          options={KNOWN_BY}
          pressed={said.knownBy === null ? [] : [said.knownBy]}
          onTap={(one) => change({ knownBy: said.knownBy === one ? null : one })}
        />
      </div>
      {said.knownBy === 'only by its substitute' && (
        <Line
          id={`substitute-${word.id}`}
          label="The substitute"
          wide
          value={said.substitute}
          max={100}
          onChange={(substitute) => change({ substitute })}
        />
      )}
      <WordActions {...{ problem, isLoading, done }} word="Keep it" />
    </form>
  );
}

interface LineProps {
  id: string;
  label: string;
  value: string;
  max: number;
  wide?: boolean;
  autoFocus?: boolean;
  onChange: (text: string) => void;
}

function Line({ id, label, value, max, wide, autoFocus, onChange }: LineProps) {
  return (
    <div className={wide ? 'wide' : undefined}>
      <Form.Label htmlFor={id}>{label}</Form.Label>
      <Form.Control
        id={id}
        value={value}
        maxLength={max}
        dir="auto"
        autoFocus={autoFocus}
        autoComplete="off"
        onChange={({ target }) => onChange(target.value)}
      />
    </div>
  );
}
