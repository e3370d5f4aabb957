import type { ReactNode } from 'react';
import { SANS, type Palette } from './palette';

interface Props {
  /** Pixels. */
  width: number;
  height: number;
  /** Said by whoever reads it aloud. */
  label: string;
  palette: Palette;
  fontSize?: number;
  children: ReactNode;
}

/** The sheet a figure is drawn on: it can stand in a page and by itself. */
export function Drawing({ width, height, label, palette, fontSize = 12, children }: Props) {
  return (
    <svg
      xmlns="http://www.w3.org/2000/svg"
      viewBox={`0 0 ${width} ${height}`}
      width={width}
      height={height}
      role="img"
      aria-label={label}
      fontFamily={SANS}
      fontSize={fontSize}
      fill={palette.soft}
    >
      {children}
    </svg>
  );
}
