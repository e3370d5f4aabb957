import { renderToStaticMarkup } from 'react-dom/server';
import type { Figures } from '../../../contract/writeUps/writeUp';
import type { Palette } from '../publication/palette';
import { RIDGE_SIZE, RidgeFigure } from '../publication/RidgeFigure';
import { SHARE_SIZE, SharePicture, type SharedWords } from '../publication/SharePicture';

/** A picture that stands alone: its text, and its size in pixels. */
export interface SvgFile {
  svg: string;
  width: number;
  height: number;
}

const PROLOGUE = '<?xml version="1.0" encoding="UTF-8"?>\n';

/** With a ground of its own, and whatever style goes in with it. */
function standingAlone(svg: string, ground: string, style: string): string {
  const inside = `${style === '' ? '' : `<style>${style}</style>`}<rect width="100%" height="100%" fill="${ground}"/>`;
  return PROLOGUE + svg.replace(/^<svg[^>]*>/, (open) => open + inside);
}

/** The ridge as a file; null where there is none. `style` goes in with it: fonts, where it is to be drawn from. */
export function ridgeSvg({ ridges }: Figures, label: string, palette: Palette, style = ''): SvgFile | null {
  if (ridges.length === 0) return null;
  const svg = renderToStaticMarkup(<RidgeFigure figures={ridges} palette={palette} label={label} />);
  return { svg: standingAlone(svg, palette.paper, style), ...RIDGE_SIZE };
}

/** The picture for whoever passes a link or an image on. */
export function shareSvg(words: SharedWords, figures: Figures, palette: Palette, style = ''): SvgFile {
  const svg = renderToStaticMarkup(<SharePicture words={words} figures={figures} palette={palette} />);
  return { svg: standingAlone(svg, palette.paper, style), ...SHARE_SIZE };
}
