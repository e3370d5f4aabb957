import { useDeferredValue, useMemo, useState, type ReactNode } from 'react';
import Form from 'react-bootstrap/Form';
import { Link } from 'react-router';
import { currentWord, FAMILIES, type Family, type Vocabulary, type Word } from '../../core/cup/words';
import { sentenceCase } from '../ui/format';
import { usePageTitle } from '../ui/usePageTitle';
import { useVocabulary } from '../domain/useVocabulary';
import { WordEntry } from './WordEntry';

const MOST_FOUND = 30;
/** Own words shown before all are asked for. */
const MOST_OWN = 60;

/** In how many cups each word stands, those merged into it counted with it. */
function cupsByWord(vocabulary: Vocabulary, uses: Readonly<Record<string, number>>): ReadonlyMap<string, number> {
  const cups = new Map<string, number>();
  for (const [id, count] of Object.entries(uses)) {
    const word = currentWord(vocabulary, id);
    if (word) cups.set(word.id, (cups.get(word.id) ?? 0) + count);
  }
  return cups;
}

/** The household's vocabulary: its own words first, then every family; each word with its likeness and a reference. */
export function WordsPage() {
  const { vocabulary, uses, suggest } = useVocabulary();
  const [text, setText] = useState('');
  const asked = useDeferredValue(text);
  const found = useMemo(() => suggest(asked, MOST_FOUND).map(({ word }) => word), [suggest, asked]);
  usePageTitle('Words');
  const own = vocabulary.words.filter(({ descriptor }) => descriptor === null);
  const familyOf = (family: Family): Word[] =>
    vocabulary.words.filter(
      ({ descriptor, mergedInto, family: one }) => descriptor !== null && mergedInto === null && one === family,
    );
  const cups = useMemo(() => cupsByWord(vocabulary, uses), [vocabulary, uses]);
  const [all, setAll] = useState(false);
  const entries = (words: readonly Word[]) => (
    <ul className="word-list">
      {words.map((word) => (
        <WordEntry key={word.id} word={word} cups={cups.get(word.id) ?? 0} />
      ))}
    </ul>
  );
  return (
    <>
      <h1>Words</h1>
      <p className="quiet">
        {vocabulary.words.length} words, {own.length} of them your own. Rename or merge one and every old cup follows.
        Is one on the tip of the tongue?{' '}
        <Link className="text-decoration-underline" to="/words/find">
          Find it by what it is like.
        </Link>
      </p>
      <div className="mb-3" style={{ maxWidth: '26rem' }}>
        <Form.Label htmlFor="word-search">Look a word up</Form.Label>
        <Form.Control
          id="word-search"
          value={text}
          autoComplete="off"
          placeholder="rasp, treacle, rubarb …"
          onChange={(event) => setText(event.target.value)}
        />
      </div>
      {asked.trim() !== '' ? (
        found.length > 0 ? (
          entries(found)
        ) : (
          <p className="quiet">No word is like “{asked}”. Write it at a cup and it is one.</p>
        )
      ) : (
        <>
          <section>
            <h2>Your own</h2>
            {own.length > 0 ? (
              entries(all ? own : own.slice(0, MOST_OWN))
            ) : (
              <p className="quiet">
                None yet. Type any word at a cup, with a comma after it, and it stands here for good.
              </p>
            )}
            {!all && own.length > MOST_OWN && (
              <button type="button" className="btn btn-plain" onClick={() => setAll(true)}>
                Show all {own.length}
              </button>
            )}
          </section>
          {FAMILIES.map((family) => (
            <FoldedWords key={family} heading={`${sentenceCase(family)} (${familyOf(family).length})`}>
              {() => entries(familyOf(family))}
            </FoldedWords>
          ))}
        </>
      )}
    </>
  );
}

/** Words under a heading, drawn once it is unfolded: all families together are some thousands of elements. */
function FoldedWords({ heading, children }: { heading: string; children: () => ReactNode }) {
  const [wasOpened, setOpened] = useState(false);
  return (
    <details
      className="what-if"
      onToggle={({ currentTarget }) => {
        if (currentTarget.open) setOpened(true);
      }}
    >
      <summary>{heading}</summary>
      {wasOpened && children()}
    </details>
  );
}
