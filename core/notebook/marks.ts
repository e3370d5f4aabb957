import { levelValue, nearestLevel, onStep, parseLevel, SCALE_RANGES, type ScoringScale } from '../cup';
import { roundTo } from '../brew';
import { numberIn, type DecimalMark } from './cells';
import { textOf, type Cell } from './table';

/** How a column of marks is read: out of how many, and the scale it goes into. */
export interface MarkScale {
  scoringScale: ScoringScale;
  outOf: number;
}

/** A mark as written, and what a text says it is out of: "4/5", "3½ ★", "8.5 of 10". */
export interface WrittenMark {
  value: number;
  outOf: number | null;
  /** With a "+", a "-", "high" or "low", as levels are. */
  isLevel: boolean;
  /** In stars. */
  isStars: boolean;
}

/** No mark is longer, characters; what is may be anything. */
const LONGEST_MARK = 30;
const STARS = /^[★☆⭐*\s]+½?$/u;
const FULL_STAR = /[★⭐*]/u;

/** A mark as a cell has it; null where it has none. */
export function markIn(cell: Cell | undefined, decimal: DecimalMark): WrittenMark | null {
  const text = textOf(cell);
  if (text === '') return null;
  if (text.length <= LONGEST_MARK && STARS.test(text) && FULL_STAR.test(text)) {
    const full = (text.match(/[★⭐*]/gu) ?? []).length;
    return { value: full + (text.endsWith('½') ? 0.5 : 0), outOf: 5, isLevel: false, isStars: true };
  }
  const level = /[+\-−]$|^[hl]/i.test(text) ? parseLevel(text) : null;
  if (level !== null) return { value: levelValue(level), outOf: 5, isLevel: true, isStars: false };
  const written = numberIn(cell, decimal);
  if (!written) return null;
  const [, of] = /^(?:\/|of|out of|von|sur|de)\s*(\d+)/i.exec(written.unit) ?? [];
  const isStars = /★|⭐|stars?/i.test(written.unit);
  return { value: written.value, outOf: of === undefined ? (isStars ? 5 : null) : Number(of), isLevel: false, isStars };
}

const OUT_OF = [5, 10, 20, 100] as const;
const near = (value: number, step: number): boolean => Math.abs(value / step - Math.round(value / step)) < 1e-6;

/** The scale a column of marks is in: by what its cells say, else by the least that holds the highest of them. */
export function markScaleOf(cells: readonly Cell[], decimal: DecimalMark): MarkScale {
  const marks = cells.flatMap((cell) => markIn(cell, decimal) ?? []);
  const said = marks.find(({ outOf }) => outOf !== null)?.outOf ?? null;
  const highest = Math.max(0, ...marks.map(({ value }) => value));
  const outOf = said ?? OUT_OF.find((most) => highest <= most) ?? 100;
  if (outOf !== 5) return { scoringScale: outOf > 20 ? 'parts' : 'mark10', outOf };
  if (marks.some(({ isLevel }) => isLevel)) return { scoringScale: 'levels', outOf };
  // What stars cannot say is kept as tenths, so that nothing is rounded away.
  return { scoringScale: marks.every(({ value }) => near(value, 0.25)) ? 'stars' : 'mark10', outOf };
}

/** A written mark in a scale, on that scale's step; null where it lies outside. */
export function markInto(
  { scoringScale, outOf }: MarkScale,
  { value, outOf: said, isLevel }: WrittenMark,
): number | null {
  if (isLevel && scoringScale === 'levels') return levelValue(nearestLevel(value));
  const { max, min } = SCALE_RANGES[scoringScale];
  const mark = roundTo((value / (said ?? outOf)) * max, 6);
  if (mark < min - 1e-9 || mark > max + 1e-9) return null;
  return scoringScale === 'parts' ? mark : onStep(scoringScale, mark);
}

/** A mark of an attribute, of ten, to a tenth. */
export function attributeMarkInto(outOf: number, { value, outOf: said }: WrittenMark): number | null {
  const mark = roundTo((value / (said ?? outOf)) * 10, 1);
  return mark >= 0 && mark <= 10 ? mark : null;
}
