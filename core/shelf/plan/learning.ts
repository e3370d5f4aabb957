import { suits } from './assign';
import type { CupsWanted, PlanBag } from './types';
import { scoreAt } from './scoreAt';

/** Gauss–Hermite nodes of a standard normal, exact to the fifth power. */
const OUTCOMES = [
  { z: -Math.sqrt(3), p: 1 / 6 },
  { z: 0, p: 2 / 3 },
  { z: Math.sqrt(3), p: 1 / 6 },
] as const;

/** Of the curves every second stands for a truth; all of them learn from it. *Numerical*. */
const EVERY = 2;

/**
 * What a cup of a bag on a day is expected to add to all later ones by what it tells, points: the mean worth of the
 * bag's later cups planned with its mark known, less their worth as planned without. Other bags stand at what their
 * cups cost (`pricesOf`), so that a bag is reckoned alone; the outcome is integrated over the bag's equally likely
 * curves and the noise (the knowledge gradient of Frazier, Powell and Dayanik, *SIAM Journal on Control and
 * Optimization* 47, 2008).
 *
 * @param prices by group of `wanted`, points
 */
export function worthOfLearning(
  bag: PlanBag,
  on: number,
  wanted: readonly CupsWanted[],
  prices: readonly number[],
): number {
  const lot = bag.lots.find(({ isFrozen, cups }) => !isFrozen && cups > 1);
  if (!lot || lot.fromDay > on || lot.age + on < 0) return 0;
  const later = wanted.flatMap(({ day, cups, needs }, g) =>
    day > on && suits(bag, needs) ? [{ age: lot.age + day, cups, price: prices[g] ?? 0 }] : [],
  );
  const curves = bag.curves.map((curve) => later.map(({ age }) => scoreAt(curve, age)));
  const worthBy = (weights: readonly number[]): number => {
    const gains = later.flatMap(({ price, cups }, i) => {
      let mean = 0;
      for (let k = 0; k < curves.length; k++) mean += (weights[k] ?? 0) * (curves[k]?.[i] ?? 0);
      return mean > price ? [{ gain: mean - price, cups }] : [];
    });
    gains.sort((a, b) => b.gain - a.gain);
    let left = lot.cups - 1;
    let sum = 0;
    for (const { gain, cups } of gains) {
      const taken = Math.min(left, cups);
      sum += taken * gain;
      left -= taken;
      if (left === 0) break;
    }
    return sum;
  };
  const onDay = bag.curves.map((curve) => scoreAt(curve, lot.age + on));
  const truths = onDay.filter((_, k) => k % EVERY === 0);
  let learnt = 0;
  for (const truth of truths)
    for (const { z, p } of OUTCOMES) {
      const mark = truth + bag.noise * z;
      const likelihood = onDay.map((y) => Math.exp(-0.5 * ((mark - y) / bag.noise) ** 2));
      const total = likelihood.reduce((sum, l) => sum + l, 0);
      learnt += (p / truths.length) * worthBy(likelihood.map((l) => l / total));
    }
  return Math.max(0, learnt - worthBy(curves.map(() => 1 / curves.length)));
}
