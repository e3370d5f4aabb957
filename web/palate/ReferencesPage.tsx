import { useId, useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { MATCHES, type ReferenceTasting } from '../../contract/palate/reference';
import { currentWord, wordSpelt, type Vocabulary, type Word } from '../../core/cup/words';
import { api } from '../api/api';
import { useSayOutcome } from '../api/useSayOutcome';
import { useUnits } from '../api/useUnits';
import { inUnits } from '../../core/text';
import { useVocabulary } from '../domain/useVocabulary';
import { Taps } from '../forms/fields';
import { useToday } from '../state/today';
import { dateText, sentenceCase } from '../ui/format';
import { PalatePart } from './PalatePart';
import { Trainer } from './Trainer';

const MOST = 12;

/** A food beside the cup, planned with its allergens and a shopping list, and logged; and one’s words asked back. */
export function ReferencesPage() {
  const answer = api.useReferencesQuery(undefined);
  return (
    <PalatePart title="References" answer={answer}>
      {(tastings) => (
        <div className="row">
          <div className="col-lg-7">
            <PlanTasting />
            <h2>Tastings</h2>
            {tastings.length === 0 ? (
              <p className="quiet">None yet. Three words you are not sure of are a good beginning.</p>
            ) : (
              tastings.map((tasting) => <Tasting key={tasting.id} tasting={tasting} />)
            )}
          </div>
          <aside className="col-lg-5 side">
            <Trainer />
          </aside>
        </div>
      )}
    </PalatePart>
  );
}

/** What some must avoid, first of all; then what is to be bought. */
function ShoppingList({ words }: { words: readonly Word[] }) {
  const units = useUnits();
  const allergens = [...new Set(words.flatMap((word) => word.allergens))];
  return (
    <>
      {allergens.length > 0 && (
        <p className="mb-1">
          <strong>Contains {allergens.join(', ')}.</strong> Ask everyone at the table first; a clean spoon for each.
        </p>
      )}
      <ul className="plain-list">
        {words.map((word) => (
          <li key={word.id}>
            <strong>{sentenceCase(word.name)}</strong>:{' '}
            {word.reference === '' ? 'as you know it' : inUnits(units, word.reference)}
          </li>
        ))}
      </ul>
    </>
  );
}

function PlanTasting() {
  const today = useToday();
  const { vocabulary, suggest } = useVocabulary();
  const [chosen, setChosen] = useState<Word[]>([]);
  const [typed, setTyped] = useState('');
  const [addReference] = api.useAddReferenceMutation();
  const say = useSayOutcome();
  const add = (word: Word | null): void => {
    if (word && !chosen.some(({ id }) => id === word.id)) setChosen([...chosen, word]);
    setTyped('');
  };
  const offered = typed.trim() === '' ? [] : suggest(typed, 6).map(({ word }) => word);
  const plan = async (): Promise<void> => {
    const items = chosen.map(({ id, reference }) => ({ wordId: id, food: reference.slice(0, 200) }));
    const { error } = await addReference({ body: { on: today, items } });
    say(error, 'Planned. What is to be bought stands with it.');
    if (!error) setChosen([]);
  };
  return (
    <section>
      <h2>Plan a tasting</h2>
      <Form.Group controlId="reference-word">
        <Form.Label>Words to have beside the cup</Form.Label>
        <Form.Control
          value={typed}
          autoComplete="off"
          placeholder="quince"
          onChange={({ target }) => setTyped(target.value)}
          onKeyDown={(event) => {
            if (event.key !== 'Enter') return;
            event.preventDefault();
            add(wordSpelt(vocabulary, typed) ?? offered[0] ?? null);
          }}
        />
      </Form.Group>
      {offered.length > 0 && (
        <Taps
          label="It may be"
          options={offered.map(({ id }) => id)}
          textOf={(id) => offered.find((word) => word.id === id)?.name ?? ''}
          pressed={[]}
          onTap={(id) => add(currentWord(vocabulary, id))}
        />
      )}
      {chosen.length > 0 && (
        <>
          <ShoppingList words={chosen} />
          <div className="d-flex gap-2">
            <Button disabled={chosen.length > MOST} onClick={() => void plan()}>
              Plan it for today
            </Button>
            <Button variant="plain" onClick={() => setChosen([])}>
              Start over
            </Button>
          </div>
        </>
      )}
    </section>
  );
}

const wordsOf = (vocabulary: Vocabulary, { items }: ReferenceTasting): Word[] =>
  items.flatMap(({ wordId }) => currentWord(vocabulary, wordId) ?? []);

function Tasting({ tasting }: { tasting: ReferenceTasting }) {
  const today = useToday();
  const { vocabulary } = useVocabulary();
  const [change] = api.useChangeReferenceMutation();
  const [remove] = api.useRemoveReferenceMutation();
  const say = useSayOutcome();
  const { id, createdAt: _, ...input } = tasting;
  const done = input.items.filter(({ matched }) => matched !== null).length;
  const keep = async (body: typeof input): Promise<void> => {
    const { error } = await change({ id, body });
    if (error) say(error, '');
  };
  const write = async (wordId: string, differently: Partial<ReferenceTasting['items'][number]>): Promise<void> => {
    const items = input.items.map((item) => (item.wordId === wordId ? { ...item, ...differently } : item));
    await keep({ ...input, items });
  };
  return (
    <section className="reference-tasting">
      <h3>
        {dateText(input.on, today)}:{' '}
        {wordsOf(vocabulary, tasting)
          .map(({ name }) => name)
          .join(', ')}
      </h3>
      {done < input.items.length && <ShoppingList words={wordsOf(vocabulary, tasting)} />}
      {input.items.map((item) => {
        const name = currentWord(vocabulary, item.wordId)?.name ?? item.wordId;
        return (
          <div key={item.wordId}>
            <Taps
              label={`${sentenceCase(name)}: is it what is in the cup?`}
              options={MATCHES}
              textOf={sentenceCase}
              pressed={item.matched === null ? [] : [item.matched]}
              onTap={(matched) => void write(item.wordId, { matched: item.matched === matched ? null : matched })}
            />
            <KeptText
              label={`${sentenceCase(name)}: what was the same, what was not`}
              kept={item.note}
              most={300}
              keep={(note) => void write(item.wordId, { note })}
            />
          </div>
        );
      })}
      <KeptText label="Remarks" kept={input.remarks} most={2000} keep={(remarks) => void keep({ ...input, remarks })} />
      <Button
        variant="bare"
        aria-label={`Take away the tasting of ${dateText(input.on, today)}`}
        onClick={() =>
          void remove({ id, body: {} }).then(({ error }) => say(error, 'Taken away.', { kind: 'reference', id }))
        }
      >
        Take away
      </Button>
    </section>
  );
}

/** A line of text that is kept when its field is left. */
function KeptText({
  label,
  kept,
  most,
  keep,
}: {
  label: string;
  kept: string;
  most: number;
  keep: (text: string) => void;
}) {
  const id = useId();
  const [typed, setTyped] = useState(kept);
  return (
    <Form.Group controlId={id} className="mb-2">
      <Form.Label className="small">{label}</Form.Label>
      <Form.Control
        dir="auto"
        autoComplete="off"
        maxLength={most}
        value={typed}
        onChange={({ target }) => setTyped(target.value)}
        onBlur={() => typed.trim() !== kept && keep(typed.trim())}
      />
    </Form.Group>
  );
}
