import type { RecipeCard } from '../../../contract/writeUps/writeUp';
import { CAPTION_KEY, cardSettings, cardStages, SECTION_HEADINGS, type Units } from '../../../core/text';
import { UNTITLED } from '../../../application/writeUp/content';
import { headOf } from '../../../core/writeUp';
import { inParagraphs, withoutCaption } from '../publication/lines';
import type { PublicationParts } from '../publication/Publication';

/** Names of the pictures that lie beside the text; null where there is none. */
export interface PictureNames {
  ridge: string | null;
  pictures: readonly string[];
}

/** Text in which nothing is taken for a mark of Markdown. */
export function plainText(text: string): string {
  return text
    .replace(/[\\`*_[\]<>|~]/g, (sign) => `\\${sign}`)
    .replace(/^([^\S\n\r\u2028\u2029]*)([#>+-])/gm, '$1\\$2')
    .replace(/^([^\S\n\r\u2028\u2029]*\d{1,9})([.)])(?=\s)/gm, '$1\\$2');
}

const row = (cells: readonly string[]): string => `| ${cells.map((cell) => plainText(cell)).join(' | ')} |`;

/** A write-up as Markdown, with its pictures by the names of files beside it. */
export function markdownOf(
  { kind, sections, figures, units, foot, pictures }: PublicationParts,
  names: PictureNames,
): string {
  const { title, lines, short } = headOf(sections);
  const all = sections.flatMap(({ passages }) => passages);
  const captions = all.flatMap(({ key, text }) => (key === CAPTION_KEY ? [text] : []));
  const blocks: string[] = [
    `# ${plainText(title?.text ?? UNTITLED)}`,
    ...lines.map(({ text }) => `*${plainText(text)}*`),
    ...short.map(({ text }) => plainText(text)),
    ...names.pictures.map((name, i) => `![${plainText(pictures[i]?.alt ?? '')}](${name})`),
    ...(names.ridge === null ? [] : [`![Score against rest day](${names.ridge})`, ...captions.map(plainText)]),
  ];
  if (kind === 'card') blocks.push(...cardBlocks(figures.card, units));
  for (const { id, passages } of withoutCaption(sections)) {
    if (id === 'head' || id === 'short') continue;
    blocks.push(`## ${SECTION_HEADINGS[id]}`);
    const { areLines, paragraphs } = inParagraphs(id, passages);
    const said = paragraphs.map((some) => plainText(some.map(({ text }) => text).join(' ')));
    blocks.push(areLines ? said.map((one) => `- ${one}`).join('\n') : said.join('\n\n'));
    if (id === 'recipe') blocks.push(...cardBlocks(figures.card, units));
  }
  if (foot !== '') blocks.push('---', plainText(foot));
  return `${blocks.join('\n\n')}\n`;
}

/** The settings and the stages of a recipe as tables; none where there is no recipe. */
function cardBlocks(card: RecipeCard | null, units: Units): string[] {
  if (!card) return [];
  const stages = cardStages(card, units).map(({ at, what, how }) => row([at, what, how]));
  return [
    [row(['Setting', 'Value']), '| --- | --- |', ...cardSettings(card, units).map(row)].join('\n'),
    [row(['At', 'Do', 'How']), '| --- | --- | --- |', ...stages].join('\n'),
  ];
}
