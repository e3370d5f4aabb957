import { strToU8, zipSync } from 'fflate';
import { cardFile } from '../../../application/writeUp/recipeCard';
import { headOf } from '../../../core/writeUp';
import css from '../publication/publication.scss?inline';
import type { Palette } from '../publication/palette';
import type { PublicationParts, PublishedPicture } from '../publication/Publication';
import { saveFile } from '../../ui/saveFile';
import { fileNameOf } from '../parts';
import { dataUri } from './dataUri';
import { embeddedFonts } from './fonts';
import { htmlFile } from './html';
import { markdownOf } from './markdown';
import { pngOf } from './png';
import { ridgeSvg, shareSvg } from './svg';

/** What a write-up is saved as. Each is made here, in the browser, from what is shown, and goes nowhere by itself. */
export interface Saved {
  parts: PublicationParts;
  title: string;
  paper: 'A4' | 'letter';
  palette: Palette;
}

const wordsOf = ({ parts: { sections }, title }: Saved) => {
  const { lines, short } = headOf(sections);
  return { title, line: lines[0]?.text ?? '', says: short.map(({ text }) => text) };
};

const svgBlob = (svg: string): Blob => new Blob([svg], { type: 'image/svg+xml' });
const labelOf = (saved: Saved): string => `Score against rest day. ${wordsOf(saved).says[0] ?? ''}`;

async function pictureBlob({ src }: PublishedPicture): Promise<Blob> {
  const answer = await fetch(src);
  if (!answer.ok) throw new Error('A picture could not be read');
  return answer.blob();
}

/** One HTML file that needs nothing from anywhere else. */
export async function saveHtml({ parts, title, paper }: Saved): Promise<void> {
  const pictures = await Promise.all(
    parts.pictures.map(async (picture) => ({ ...picture, src: await dataUri(await pictureBlob(picture)) })),
  );
  const html = htmlFile({ ...parts, pictures }, title, { css, fonts: await embeddedFonts(), paper });
  saveFile(new Blob([html], { type: 'text/html' }), `${fileNameOf(title)}.html`);
}

const bytesOf = async (file: Blob): Promise<Uint8Array> => new Uint8Array(await file.arrayBuffer());

/** Markdown with its pictures beside it, in a zip; without any picture the text alone. */
export async function saveMarkdown(saved: Saved): Promise<void> {
  const { parts, title, palette } = saved;
  const name = fileNameOf(title);
  const ridge = ridgeSvg(parts.figures, labelOf(saved), palette, await embeddedFonts());
  const pictures = parts.pictures.map((_, i) => `${name}-picture-${i + 1}.jpg`);
  const text = markdownOf(parts, { ridge: ridge && `${name}-ridge.png`, pictures });
  if (!ridge && pictures.length === 0) {
    saveFile(new Blob([text], { type: 'text/markdown' }), `${name}.md`);
    return;
  }
  const files: Record<string, Uint8Array> = { [`${name}.md`]: strToU8(text) };
  if (ridge) files[`${name}-ridge.png`] = await bytesOf(await pngOf(ridge));
  for (const [i, picture] of parts.pictures.entries())
    files[pictures[i] ?? ''] = await bytesOf(await pictureBlob(picture));
  const zip = zipSync(files);
  saveFile(new Blob([zip.slice().buffer], { type: 'application/zip' }), `${name}.zip`);
}

export function saveRidgeSvg(saved: Saved): Promise<void> {
  const ridge = ridgeSvg(saved.parts.figures, labelOf(saved), saved.palette);
  if (ridge) saveFile(svgBlob(ridge.svg), `${fileNameOf(saved.title)}-ridge.svg`);
  return Promise.resolve();
}

export async function saveRidgePng(saved: Saved): Promise<void> {
  const ridge = ridgeSvg(saved.parts.figures, labelOf(saved), saved.palette, await embeddedFonts());
  if (ridge) saveFile(await pngOf(ridge), `${fileNameOf(saved.title)}-ridge.png`);
}

/** The picture for whoever passes it on. */
export async function saveSharePicture(saved: Saved): Promise<void> {
  const picture = shareSvg(wordsOf(saved), saved.parts.figures, saved.palette, await embeddedFonts());
  saveFile(await pngOf(picture), `${fileNameOf(saved.title)}.png`);
}

/** The card as a file that another household reads, with why it is so. */
export function saveCard({ parts: { figures, sections }, title }: Saved): Promise<void> {
  if (figures.card) {
    const why = sections.find(({ id }) => id === 'why')?.passages.map(({ text }) => text) ?? [];
    const file = cardFile({ ...figures.card, name: title.slice(0, 80) }, why);
    saveFile(
      new Blob([`${JSON.stringify(file, null, 2)}\n`], { type: 'application/json' }),
      `${fileNameOf(title)}.recipe.json`,
    );
  }
  return Promise.resolve();
}
