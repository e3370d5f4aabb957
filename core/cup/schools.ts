import { clamp, roundTo } from '../brew/units';

/** The schools of scoring. One bag keeps one main school; all map onto the common liking scale, 0–100. */
export const SCHOOLS = ['mark10', 'composite', 'sum100', 'stars'] as const;
export type School = (typeof SCHOOLS)[number];

/** How a school writes its main score. `points` is what one unit of the mark is worth in liking. */
export interface SchoolScale {
  max: number;
  step: number;
  points: number;
  /** Repeatability of one taster on one coffee, σ₀, in points of liking. *Assumption* until blind repeats measure it. */
  sigma0: number;
}

export const SCHOOL_SCALES: Readonly<Record<School, SchoolScale>> = {
  mark10: { max: 10, step: 0.1, points: 10, sigma0: 3.5 },
  composite: { max: 10, step: 0.1, points: 10, sigma0: 3 },
  sum100: { max: 100, step: 0.25, points: 1, sigma0: 1.5 },
  stars: { max: 5, step: 0.25, points: 20, sigma0: 6 },
};

/** Liking, 0–100, of a mark in a school. Throws a RangeError outside the school's range. */
export function likingOf(school: School, mark: number): number {
  const { max, points } = SCHOOL_SCALES[school];
  if (!(mark >= 0 && mark <= max)) throw new RangeError(`A mark here runs from 0 to ${max}, not ${mark}`);
  return mark * points;
}

/** The mark a school would write for a liking, rounded to the school's step; undoes `likingOf` to that step. */
export function markOf(school: School, liking: number): number {
  const { max, points, step } = SCHOOL_SCALES[school];
  return clamp(roundTo(Math.round(liking / points / step) * step, 2), 0, max);
}

/** The attributes of the quick sheet, each marked 0–10 for how good it is. */
export const ATTRIBUTES = ['aroma', 'acidity', 'body', 'sweetness', 'cleanness'] as const;
export type Attribute = (typeof ATTRIBUTES)[number];

/** Weights a composite gives each attribute; what the taster means by "best". */
export type AttributeWeights = Readonly<Record<Attribute, number>>;

/** Equal weights. *Assumption* until the taster sets them. */
export const EQUAL_WEIGHTS: AttributeWeights = { aroma: 1, acidity: 1, body: 1, sweetness: 1, cleanness: 1 };

/** Weights under which one attribute is all that counts. */
export function onlyAttribute(attribute: Attribute): AttributeWeights {
  return { aroma: 0, acidity: 0, body: 0, sweetness: 0, cleanness: 0, [attribute]: 1 };
}

/**
 * Liking, 0–100, as the weighted mean of the attribute marks × 10, over the attributes that were marked; null when none
 * with a weight was.
 */
export function compositeLiking(marks: Readonly<Partial<Record<Attribute, number | null>>>, weights: AttributeWeights = EQUAL_WEIGHTS): number | null {
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

/** A cup's scores, as far as liking depends on them. */
export interface ScoredCup extends Partial<Record<Attribute, number | null>> {
  school: School;
  mark: number | null;
}

/** Liking, 0–100, of a cup in its own school; null when it was not marked. */
export function likingOfCup(cup: ScoredCup): number | null {
  if (cup.school === 'composite') return compositeLiking(cup);
  return cup.mark === null ? null : likingOf(cup.school, cup.mark);
}

/**
 * Liking, 0–100, of a cup by what its taster means by "best": weights on the attributes, or (null) the overall mark in
 * the cup's own school; null when that was not marked.
 */
export function judgedLiking(cup: ScoredCup, weights: AttributeWeights | null): number | null {
  return weights === null ? likingOfCup(cup) : compositeLiking(cup, weights);
}

/** The school a judgement is written in: weighted attributes are a composite, whatever school the overall mark is in. */
export function judgedSchool(school: School, weights: AttributeWeights | null): School {
  return weights === null ? school : 'composite';
}
