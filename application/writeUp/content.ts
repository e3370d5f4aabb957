import { omit } from 'es-toolkit';
import type { z } from 'zod';
import type { Composed, ownPassageInput, PassageChange, WriteUpContent } from '../../contract/writeUps/writeUp';
import { editOf, FIRST_SHOWS, headOf, published, standing } from '../../core/writeUp';
import { Problem } from '../problem';

/** What is done with the words of a write-up. Every function gives new content and leaves the old one as it was. */

/** A write-up as it begins: as composed, with nothing written over. */
export const firstContent = (composed: Composed, paper: WriteUpContent['paper']): WriteUpContent => ({
  ...composed,
  edits: {},
  own: [],
  shows: FIRST_SHOWS,
  pictures: [],
  paper,
});

const passageOf = ({ sections }: WriteUpContent, key: string) =>
  sections.flatMap(({ passages }) => passages).find((passage) => passage.key === key);

/**
 * Writes over a passage, or gives it back to the record. Throws a conflict Problem where something else stands there
 * than whoever writes has seen, and a not-found one for a passage nobody knows.
 */
export function withPassage(content: WriteUpContent, { key, text, was }: PassageChange): WriteUpContent {
  const composed = passageOf(content, key);
  const before = editOf(content.edits, key);
  if (!composed && !before) throw new Problem('not-found', 'This passage is not here any more.');
  const stands = before?.text ?? null;
  if (stands === text) return content;
  if (stands !== was)
    throw new Problem(
      'conflict',
      stands === null
        ? 'This passage was given back to the record elsewhere since you began. What you wrote is kept here.'
        : `This passage was written over elsewhere since you began: “${stands}”. What you wrote is kept here.`,
    );
  if (text === null || (composed && [composed.text, composed.named].includes(text)))
    return { ...content, edits: omit(content.edits, [key]) };
  const over = before?.over ?? saidOf(content, key);
  return { ...content, edits: { ...content.edits, [key]: { text, over } } };
}

/** A passage as the record has it, with names where they are shown. */
function saidOf(content: WriteUpContent, key: string): string {
  const all = standing(content, content.shows).flatMap(({ passages }) => passages);
  return all.find((one) => one.key === key)?.composed ?? '';
}

/** Adds a passage of the writer's own, or writes it anew. */
export function withOwnPassage(content: WriteUpContent, passage: z.output<typeof ownPassageInput>): WriteUpContent {
  const isThere = content.own.some(({ key }) => key === passage.key);
  return {
    ...content,
    own: isThere
      ? content.own.map((one) => (one.key === passage.key ? { ...one, text: passage.text } : one))
      : [...content.own, passage],
  };
}

export function withoutOwnPassage(content: WriteUpContent, key: string): WriteUpContent {
  return { ...content, own: content.own.filter((one) => one.key !== key) };
}

/** A write-up that has none says so. */
export const UNTITLED = 'Without a title';

/** What a list says of a write-up: its title, and what is read first. */
export function summaryOf(content: WriteUpContent): { title: string; says: string } {
  const { title, lines, short } = headOf(published(content, content.shows));
  return { title: title?.text ?? UNTITLED, says: (short[0] ?? lines[0])?.text ?? '' };
}
