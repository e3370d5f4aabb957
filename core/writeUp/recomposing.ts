import { diffWordsWithSpace } from 'diff';
import { editOf, SECTION_IDS, sectionOf, type Passage, type Section, type SectionId, type Words } from './document';

/** What is different between a write-up as it was composed and as the record would have it now. */
export interface Difference {
  key: string;
  section: SectionId;
  /** As it was composed; null where the record said nothing of the kind. */
  before: string | null;
  /** As it would be composed now; null where the record says nothing of the kind any more. */
  now: string | null;
  /** What the writer put there, which stays; null where nothing was. */
  yours: string | null;
}

const passagesOf = (sections: readonly Section[]): Map<string, Passage> =>
  new Map(sections.flatMap(({ passages }) => passages.map((passage) => [passage.key, passage])));

const saysSame = (a: Passage | undefined, b: Passage | undefined): boolean =>
  a?.text === b?.text && a?.named === b?.named;

/** What composing anew would change, passage by passage, in the order in which they stand. */
export function differences({ sections, edits }: Words, fresh: readonly Section[]): Difference[] {
  const [before, now] = [passagesOf(sections), passagesOf(fresh)];
  const keys = [...new Set([...now.keys(), ...before.keys()])].filter(
    (key) => !saysSame(before.get(key), now.get(key)),
  );
  const place = (key: string): number => SECTION_IDS.indexOf(sectionOf(key));
  return keys
    .sort((a, b) => place(a) - place(b))
    .map((key) => ({
      key,
      section: sectionOf(key),
      before: before.get(key)?.text ?? null,
      now: now.get(key)?.text ?? null,
      yours: editOf(edits, key)?.text ?? null,
    }));
}

/** Composes anew: what the record says now; whatever the writer wrote stays as it is. */
export function recomposed(words: Words, fresh: readonly Section[]): Words {
  return { ...words, sections: fresh };
}

/** Passages that were written over, and of which the record has come to say something else since. */
export function staleEdits({ sections, edits }: Words): string[] {
  const composed = passagesOf(sections);
  return Object.entries(edits)
    .filter(([key, { over }]) => {
      const now = composed.get(key);
      return now ? ![now.text, now.named].includes(over) : over !== '';
    })
    .map(([key]) => key);
}

/** A run of words that stands in both texts, in the later alone, or in the earlier alone. */
export interface WordRun {
  text: string;
  is: 'same' | 'new' | 'gone';
}

/** What became of a text, word by word; put together, the runs that are not new are the earlier one. */
export function wordChanges(before: string, now: string): WordRun[] {
  return diffWordsWithSpace(before, now).map(({ value, added, removed }) => ({
    text: value,
    is: added ? 'new' : removed ? 'gone' : 'same',
  }));
}
