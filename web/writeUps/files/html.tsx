import { escape } from 'es-toolkit';
import { renderToStaticMarkup } from 'react-dom/server';
import { DARK, declarations, LIGHT } from '../publication/palette';
import { Publication, type PublicationParts } from '../publication/Publication';
import { printSize } from './printSize';

/** What a file is dressed in. */
export interface Dress {
  /** The style of a publication. */
  css: string;
  /** Fonts that need nothing from anywhere else. */
  fonts: string;
  paper: 'A4' | 'letter';
}

/** A write-up as one file: nothing in it is fetched from anywhere, and nothing is in it that is not shown. */
export function htmlFile(parts: PublicationParts, title: string, { css, fonts, paper }: Dress): string {
  const style = [
    fonts,
    `:root{color-scheme:light dark;${declarations(LIGHT)}}`,
    `@media (prefers-color-scheme:dark){:root{${declarations(DARK)}}}`,
    `@media print{:root{color-scheme:light;${declarations(LIGHT)};--pub-print-size:${printSize(parts)}pt}}`,
    `@page{size:${paper};margin:15mm}`,
    'body{margin:0;padding:1.5rem;background:var(--pub-paper)}@media print{body{padding:0}}',
    css,
  ].join('\n');
  const body = renderToStaticMarkup(<Publication {...parts} />);
  return [
    '<!doctype html>',
    '<html lang="en">',
    `<head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><title>${escape(title)}</title>`,
    `<style>${style.replaceAll('</', '<\\/')}</style></head>`,
    `<body><main>${body}</main></body>`,
    '</html>',
    '',
  ].join('\n');
}
