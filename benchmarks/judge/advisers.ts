import { solve, Matrix } from 'ml-matrix';
import { ADVISED_DAYS, type CrestInput } from '../../core/crest';

/** Ways of naming the day to drink a bag, from its log alone. */
export type Adviser = (input: CrestInput) => number;

const clampDay = (day: number): number => Math.min(ADVISED_DAYS.to, Math.max(ADVISED_DAYS.from, Math.round(day)));
const sound = (input: CrestInput) =>
  input.brews.flatMap((b) => (b.fault === null && b.overall !== null ? [{ age: b.age, y: b.overall }] : []));

/** What a notebook says: the day that scored best. */
export const bestScoringDay: Adviser = (input) => {
  const brews = sound(input);
  return brews.length === 0 ? 20 : clampDay(brews.reduce((best, b) => (b.y > best.y ? b : best)).age);
};

/** What a spreadsheet says: the top of a parabola through the scores, or the better end where it opens upward. */
export const parabola: Adviser = (input) => {
  const brews = sound(input);
  if (brews.length < 3) return bestScoringDay(input);
  const X = new Matrix(brews.map(({ age }) => [1, age, age * age]));
  const [[c = 0] = [], [b = 0] = [], [a = 0] = []] = solve(
    X,
    Matrix.columnVector(brews.map(({ y }) => y)),
    true,
  ).to2DArray();
  if (a < 0) return clampDay(-b / (2 * a));
  const at = (day: number): number => c + b * day + a * day * day;
  const first = brews[0]!.age;
  const last = brews.at(-1)!.age;
  return clampDay(at(first) > at(last) ? first : last);
};
