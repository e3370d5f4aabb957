import { sortBy } from 'es-toolkit';
import type { Brew } from '../contract/bag/brew';
import type { Verdict } from '../contract/bag/verdict';
import type { Style } from '../core/brew';
import { isProbablyGross } from '../core/crest';
import type { ScoringScale } from '../core/cup';
import { slipQuestion } from '../core/text';

/** So many marks are named beside the one that is asked about. */
const NAMED = 3;

/** A cup as far as it is asked whether its mark is a slip of the pen. */
interface MarkedCup {
  /** Null for a cup that is not saved yet: it comes after all others. */
  id: string | null;
  style: Style;
  scale: ScoringScale;
  score: number;
}

/**
 * The question about a mark that is probably a slip, with the marks beside it; null where there are none.
 *
 * @param written a score as it is written on a scale
 */
export function slipQuestionOf(
  { id, style, scale, score }: MarkedCup,
  brews: readonly Brew[],
  written: (scale: ScoringScale, score: number) => string,
): string | null {
  const own = brews.find((brew) => brew.id === id);
  // The log has the newest first; of one minute the one written later counts as later.
  const counted = brews.filter(
    (brew) => brew.id !== id && brew.style === style && brew.score !== null && brew.fault === null,
  );
  const marked = sortBy(counted.toReversed(), [({ brewedAt }) => brewedAt]);
  const before = marked.filter(({ brewedAt }) => own === undefined || brewedAt <= own.brewedAt).slice(-NAMED);
  const others = before.length > 0 ? before : marked.slice(0, NAMED);
  if (others.length === 0) return null;
  const marks = others.map((brew) => written(scale, brew.score ?? NaN));
  return slipQuestion(written(scale, score), marks, before.length > 0 ? 'after' : 'before');
}

/** What a mark that is being typed is held against. */
export type SlipEvidence = Pick<Verdict, 'curve' | 'restDay' | 'sigma0' | 'basis'>;

/** Whether a mark that is being typed for a cup of today is probably a slip, by the curve of the cups before it. */
export function isProbablySlip(score: number, { curve, restDay, sigma0, basis }: SlipEvidence): boolean {
  const today = curve[Math.min(restDay, curve.length - 1)];
  if (!today || basis.marks < 2) return false;
  return isProbablyGross(score, today, sigma0);
}
