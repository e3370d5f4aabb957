import { CAPTION_KEY } from '../../../core/text';
import type { SectionId, ShownPassage, ShownSection } from '../../../core/writeUp';

/** Sections whose passages stand one under another; those of others run on. */
const IN_LINES: readonly SectionId[] = ['head', 'readers', 'cups', 'pairs', 'days', 'why', 'caution', 'table'];

/** Days and cups have several passages each: what stands before the second dot of their keys. */
const lineOf = ({ key, from }: ShownPassage): string =>
  from !== 'own' && /^(?:days|cups)\./.test(key) ? key.split('.').slice(0, 2).join('.') : key;

/** The passages of a section as they stand: in lines, what is of one cup or day together, or as one paragraph. */
export function inParagraphs(
  id: SectionId,
  passages: readonly ShownPassage[],
): { areLines: boolean; paragraphs: ShownPassage[][] } {
  if (!IN_LINES.includes(id)) return { areLines: false, paragraphs: [[...passages]] };
  const paragraphs: ShownPassage[][] = [];
  for (const one of passages) {
    const last = paragraphs.at(-1);
    if (last?.[0] && lineOf(last[0]) === lineOf(one)) last.push(one);
    else paragraphs.push([one]);
  }
  return { areLines: true, paragraphs };
}

/** The sections without what stands under the ridge. */
export const withoutCaption = (sections: readonly ShownSection[]): ShownSection[] =>
  sections
    .map(({ id, passages }) => ({ id, passages: passages.filter(({ key }) => key !== CAPTION_KEY) }))
    .filter(({ passages }) => passages.length > 0);
