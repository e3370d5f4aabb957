import { clamp, roundTo } from '../brew';
import { levelValue, nearestLevel } from './levels';
import { scoreOfSheet, type MarkedPart } from './sheetOfParts';

/** The scales of scoring. One bag keeps one main scale; all map onto the common scale, 0–100. */
export const SCORING_SCALES = ['mark10', 'composite', 'levels', 'parts', 'stars'] as const;
export type ScoringScale = (typeof SCORING_SCALES)[number];

/** How a scale writes its main score. `points` is what one unit of the mark is worth in score. */
export interface ScaleRange {
  min: number;
  max: number;
  /** Apart two marks that can be written; levels go by halves and thirds instead. */
  step: number;
  points: number;
  /**
   * Repeatability of one taster on one coffee, σ₀, in points. *Assumption* until blind repeats measure it.
   */
  sigma0: number;
}

export const SCALE_RANGES: Readonly<Record<ScoringScale, ScaleRange>> = {
  mark10: { min: 0, max: 10, step: 0.1, points: 10, sigma0: 3.5 },
  composite: { min: 0, max: 10, step: 0.1, points: 10, sigma0: 3 },
  levels: { min: 1, max: 5, step: 0.5, points: 20, sigma0: 6 },
  parts: { min: 0, max: 100, step: 0.5, points: 1, sigma0: 1.5 },
  stars: { min: 0, max: 5, step: 0.25, points: 20, sigma0: 6 },
};

/** Score, 0–100, of a mark in a scale: mark × points. Throws a RangeError outside the scale's range. */
export function scoreOf(scoringScale: ScoringScale, mark: number): number {
  const { min, max, points } = SCALE_RANGES[scoringScale];
  if (!(mark >= min && mark <= max)) throw new RangeError(`A mark here runs from ${min} to ${max}, not ${mark}`);
  return mark * points;
}

/** The nearest mark that can be written in a scale. */
export function onStep(scoringScale: ScoringScale, mark: number): number {
  const { min, max, step } = SCALE_RANGES[scoringScale];
  if (scoringScale === 'levels') return levelValue(nearestLevel(mark));
  return clamp(roundTo(Math.round(mark / step) * step, 2), min, max);
}

/** The mark a scale would write for a score; undoes `scoreOf` to the scale's own step. */
export function markOf(scoringScale: ScoringScale, score: number): number {
  return onStep(scoringScale, score / SCALE_RANGES[scoringScale].points);
}

const QUARTERS = ['', '¼', '½', '¾'];

/** Stars in quarters: "3¾". */
export function starsText(mark: number): string {
  const quarters = Math.round(mark * 4);
  const [whole, rest] = [Math.floor(quarters / 4), QUARTERS[quarters % 4] ?? ''];
  return whole === 0 && rest !== '' ? rest : `${whole}${rest}`;
}

/** The same score as another scale would write it: by way of the common scale, to that scale's step. */
export function inOtherScale(from: ScoringScale, mark: number, to: ScoringScale): number {
  return markOf(to, scoreOf(from, mark));
}

/** The attributes that can mean "best", each marked 0–10 for how good it is. */
export const ATTRIBUTES = ['aroma', 'acidity', 'body', 'sweetness', 'cleanness'] as const;
export type Attribute = (typeof ATTRIBUTES)[number];

/** Marks of attributes, 0–10; null or missing where not marked. */
export type AttributeMarks = Readonly<Partial<Record<Attribute, number | null>>>;

/** The attributes of the quick sheet. */
export const QUICK_ATTRIBUTES = ['aroma', 'acidity', 'body'] as const satisfies readonly Attribute[];

/** Weights a composite gives each attribute; what the taster means by "best". */
export type AttributeWeights = Readonly<Record<Attribute, number>>;

/** Equal weights. *Assumption* until the taster sets them. */
export const EQUAL_WEIGHTS: AttributeWeights = { aroma: 1, acidity: 1, body: 1, sweetness: 1, cleanness: 1 };

/** Weights under which one attribute is all that counts. */
export function onlyAttribute(attribute: Attribute): AttributeWeights {
  return { aroma: 0, acidity: 0, body: 0, sweetness: 0, cleanness: 0, [attribute]: 1 };
}

/**
 * Score, 0–100, as the weighted mean of the attribute marks × 10, over the attributes that were marked; null when none
 * with a weight was.
 */
export function compositeScore(marks: AttributeMarks, weights: AttributeWeights = EQUAL_WEIGHTS): number | null {
  let sum = 0;
  let total = 0;
  for (const attribute of ATTRIBUTES) {
    const mark = marks[attribute];
    if (mark === null || mark === undefined) continue;
    sum += weights[attribute] * mark;
    total += weights[attribute];
  }
  return total > 0 ? (sum / total) * 10 : null;
}

/** A cup's scores, as far as score depends on them. */
export interface ScoredCup extends AttributeMarks {
  scoringScale: ScoringScale;
  mark: number | null;
  parts: readonly MarkedPart[];
}

/**
 * The main score of a cup in its own scale: of a sheet of parts what it comes to, out of 100; of a quick sheet without
 * an overall mark the mean of its attributes; else what was written. Null when it was not scored.
 */
export function markOfCup(cup: ScoredCup): number | null {
  if (cup.scoringScale === 'parts') return scoreOfSheet(cup.parts) ?? cup.mark;
  if (cup.scoringScale === 'composite' && cup.mark === null) {
    const score = compositeScore(cup);
    return score === null ? null : score / 10;
  }
  return cup.mark;
}

/** Score, 0–100, of a cup in its own scale; null when it was not scored, or in no scale, or with a mark its scale has not. */
export function scoreOfCup(cup: ScoredCup): number | null {
  if (!Object.hasOwn(SCALE_RANGES, cup.scoringScale)) return null;
  const mark = markOfCup(cup);
  const { min, max } = SCALE_RANGES[cup.scoringScale];
  return mark !== null && mark >= min && mark <= max ? scoreOf(cup.scoringScale, mark) : null;
}

/**
 * Score, 0–100, of a cup by what its taster means by "best": weights on the attributes, or (null) the overall mark in
 * the cup's own scale; null when that was not marked.
 */
export function judgedScore(cup: ScoredCup, weights: AttributeWeights | null): number | null {
  return weights === null ? scoreOfCup(cup) : compositeScore(cup, weights);
}

/**
 * The scale a judgement is written in: weighted attributes are a composite, whatever scale the overall mark is in.
 */
export function judgedScale(scoringScale: ScoringScale, weights: AttributeWeights | null): ScoringScale {
  return weights === null ? scoringScale : 'composite';
}
