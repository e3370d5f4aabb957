/** The colours of a publication. */
export interface Palette {
  paper: string;
  ink: string;
  soft: string;
  rule: string;
  lichen: string;
  fill: string;
  ember: string;
}

/** Files that stand alone have their colours written out. */
export const LIGHT: Palette = {
  paper: '#fdfcf9',
  ink: '#182136',
  soft: '#515a70',
  rule: '#dcd8cd',
  lichen: '#4c6a33',
  fill: '#8ba66c',
  ember: '#b4461f',
};

export const DARK: Palette = {
  paper: '#121827',
  ink: '#e9e6dd',
  soft: '#a9b0c0',
  rule: '#313a50',
  lichen: '#a9c583',
  fill: '#7d9a5e',
  ember: '#ef8d5f',
};

/** Within a page they follow its theme. */
export const OF_THE_PAGE: Palette = {
  paper: 'var(--pub-paper)',
  ink: 'var(--pub-ink)',
  soft: 'var(--pub-soft)',
  rule: 'var(--pub-rule)',
  lichen: 'var(--pub-lichen)',
  fill: 'var(--pub-fill)',
  ember: 'var(--pub-ember)',
};

/** The same as declarations of a style sheet. */
export const declarations = (palette: Palette): string =>
  Object.entries(palette)
    .map(([name, colour]) => `--pub-${name}:${colour as string}`)
    .join(';');

export const SANS = "'Public Sans Variable', system-ui, sans-serif";
export const SERIF = "'Newsreader Variable', Georgia, serif";
