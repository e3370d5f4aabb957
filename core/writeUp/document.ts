import { partition } from 'es-toolkit';

/** A write-up as it is composed from the record, and what its writer made of it. Texts and keys, no coffee. */

/** What a write-up can be of: a bag, a table, bags held against each other, a recipe for others. */
export const WRITE_UP_KINDS = ['bag', 'sitting', 'comparison', 'card'] as const;
export type WriteUpKind = (typeof WRITE_UP_KINDS)[number];

/** The sections a write-up can have, in the order in which they stand. */
export const SECTION_IDS = [
  'head',
  'short',
  'readers',
  'table',
  'cups',
  'pairs',
  'crest',
  'recipe',
  'stages',
  'why',
  'levels',
  'notes',
  'drinks',
  'label',
  'days',
  'worth',
  'caution',
  'method',
] as const;
export type SectionId = (typeof SECTION_IDS)[number];

/** What a writer may leave out of what is published. */
export const SHOWABLE = ['names', 'own words', 'price', 'standing'] as const;
export type Showable = (typeof SHOWABLE)[number];
export type Shows = Readonly<Record<Showable, boolean>>;

/** Nobody's name, unless it is wanted. */
export const FIRST_SHOWS: Shows = { names: false, 'own words': true, price: true, standing: true };

/** One sentence, or a few that belong together. */
export interface Passage {
  /** Stays the same for as long as the record says the same kind of thing: `crest.window`, `days.<brew>`. */
  key: string;
  text: string;
  /** The same with the names of tasters; null where there are none in it. */
  named: string | null;
  /** What must be shown for it to stand; null: it always does. */
  needs: Showable | null;
}

export interface Section {
  id: SectionId;
  passages: Passage[];
}

/** What a writer put in the place of a composed passage: nothing, where it is left out; and what stood there then. */
export interface Edit {
  text: string;
  over: string;
}

/** A passage of the writer's own, after another of its section; first of it where that is null. */
export interface OwnPassage {
  /** `<section>.own-<anything>`. */
  key: string;
  after: string | null;
  text: string;
}

/** A write-up's words: as last composed, and what was written over and added. */
export interface Words {
  sections: readonly Section[];
  edits: Readonly<Record<string, Edit>>;
  own: readonly OwnPassage[];
}

/** A passage as it stands, and where it is from. */
export interface ShownPassage {
  key: string;
  text: string;
  from: 'record' | 'edited' | 'own';
  /** What the record says in its place; null where it says nothing. */
  composed: string | null;
  needs: Showable | null;
}

export interface ShownSection {
  id: SectionId;
  passages: ShownPassage[];
}

/** The passage that is the title, whatever stands beside it. */
export const TITLE_KEY = 'head.title';

/** The section a key belongs to: what stands before its first dot. */
export function sectionOf(key: string): SectionId {
  const section = SECTION_IDS.find((id) => id === key.split('.')[0]);
  if (!section) throw new RangeError(`"${key}" belongs to no section of a write-up`);
  return section;
}

const saidIn = ({ text, named }: Passage, shows: Shows): string => (shows.names && named !== null ? named : text);

/** What was written over a passage; a key that every object answers to is a key like any other. */
export const editOf = (edits: Words['edits'], key: string): Edit | undefined =>
  Object.hasOwn(edits, key) ? edits[key] : undefined;

/** Whether a key is one of a passage; what was written under another stands nowhere. */
const isOf = (key: string, id: SectionId): boolean => key.split('.')[0] === id;

/**
 * Everything as it stands, section by section: what was composed, what was written over it, and what was added. What
 * was written over a passage stands also where the record says nothing of the kind any more. Passages left out have an
 * empty text.
 */
export function standing({ sections, edits, own }: Words, shows: Shows): ShownSection[] {
  const composedKeys = new Set(sections.flatMap(({ passages }) => passages.map(({ key }) => key)));
  const orphans = Object.keys(edits).filter((key) => !composedKeys.has(key));
  return SECTION_IDS.flatMap((id): ShownSection[] => {
    const composed = (sections.find((one) => one.id === id)?.passages ?? []).map((passage): ShownPassage => {
      const edit = editOf(edits, passage.key);
      const said = saidIn(passage, shows);
      return edit
        ? { key: passage.key, text: edit.text, from: 'edited', composed: said, needs: null }
        : { key: passage.key, text: said, from: 'record', composed: said, needs: passage.needs };
    });
    const kept = orphans.flatMap((key): ShownPassage[] =>
      isOf(key, id) ? [{ key, text: editOf(edits, key)?.text ?? '', from: 'edited', composed: null, needs: null }] : [],
    );
    const passages = withOwn(
      [...composed, ...kept],
      own.filter(({ key }) => isOf(key, id)),
    );
    return passages.length === 0 ? [] : [{ id, passages }];
  });
}

/** Own passages behind those they were written after; at the end where that one is gone. */
function withOwn(passages: readonly ShownPassage[], own: readonly OwnPassage[]): ShownPassage[] {
  const all = [...passages];
  const fromTop = own.filter(({ after }) => after === null);
  for (const one of [...fromTop.reverse(), ...own.filter(({ after }) => after !== null)]) {
    const at = one.after === null ? -1 : all.findIndex(({ key }) => key === one.after);
    const place = one.after !== null && at < 0 ? all.length : at + 1;
    all.splice(place, 0, { key: one.key, text: one.text, from: 'own', composed: null, needs: null });
  }
  return all;
}

/** What is published: what stands, less what is left out and what is not to be shown. */
export function published(words: Words, shows: Shows): ShownSection[] {
  return standing(words, shows)
    .map(({ id, passages }) => ({
      id,
      passages: passages.filter(({ text, needs }) => text.trim() !== '' && (needs === null || shows[needs])),
    }))
    .filter(({ passages }) => passages.length > 0);
}

/** The title of a write-up, the lines under it, and what is read first. */
export interface Head {
  /** Null where it is left out. */
  title: ShownPassage | null;
  lines: readonly ShownPassage[];
  short: readonly ShownPassage[];
}

export function headOf(sections: readonly ShownSection[]): Head {
  const of = (id: SectionId): ShownPassage[] => sections.find((one) => one.id === id)?.passages ?? [];
  const isTitle = ({ key }: ShownPassage): boolean => key === TITLE_KEY;
  const [titles, lines] = partition(of('head'), isTitle);
  return { title: titles[0] ?? null, lines, short: of('short') };
}
