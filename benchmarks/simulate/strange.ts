import { simulateBag, SIGMA0, USUAL, type Habit, type SimulatedBag } from './brewing';
import { anyFamily } from './families';
import { random, type Random } from './random';

/** Households that do what the model does not expect. Their bags run as bags are believed to, but where it is said. */
export type Strange = (seed: number) => SimulatedBag;

const household =
  (habit: Habit, later = 1): Strange =>
  (seed) =>
    simulateBag(anyFamily(random(seed + 17)), seed, later, habit);

/** Marks off by more than their own errors: `extra` is added to each. */
const erring = (extra: (rng: Random, ages: readonly number[]) => number[]): Habit => ({
  ...USUAL,
  errors: (rng, ages, sigma) => {
    const more = extra(rng, ages);
    return USUAL.errors(rng, ages, sigma).map((error, i) => error + more[i]!);
  },
});

/** Errors that last: half of one is left after two days. */
const alike: Habit = {
  ...USUAL,
  errors: (rng, ages, sigma) => {
    let last = rng.normal(0, sigma);
    return ages.map((age, i) => {
      if (i === 0) return last;
      const kept = 0.5 ** ((age - ages[i - 1]!) / 2);
      last = kept * last + Math.sqrt(1 - kept ** 2) * rng.normal(0, sigma);
      return last;
    });
  },
};

const on = (ages: Habit['ages']): Habit => ({ ...USUAL, ages });

/** Three cups on each of four days, which have half of their error in common. */
const sittings: Habit = {
  ages: (rng) => {
    const first = rng.whole(4, 9);
    return [0, 1, 2, 3].flatMap((day) => Array.from({ length: 3 }, () => first + 7 * day));
  },
  errors: (rng, ages, sigma) => {
    const mornings = new Map(ages.map((age) => [age, rng.normal(0, sigma * Math.SQRT1_2)]));
    return ages.map((age) => mornings.get(age)! + rng.normal(0, sigma * Math.SQRT1_2));
  },
};

export const STRANGE: Readonly<Record<string, Strange>> = {
  'a smooth random process': (seed) => simulateBag('unseen', seed),
  'peaks 1.9 times later': household(USUAL, 1.9),
  'peaks at 0.45 of the table': household(USUAL, 0.45),
  'errors of neighbouring days alike': household(alike),
  'one cup in ten badly off': household(
    erring((rng, ages) => ages.map(() => (rng.chance(0.1) ? -rng.uniform(8, 20) : 0))),
  ),
  'a taster growing kinder': household(erring((_, ages) => ages.map((age) => 0.2 * (age - ages[0]!)))),
  'an unlogged change of burrs': household(
    erring((rng, ages) => {
      const [from, by] = [rng.whole(2, ages.length - 2), rng.normal(0, 1.5 * SIGMA0)];
      return ages.map((_, i) => (i < from ? 0 : by));
    }),
  ),
  'a cup every day': household(
    on((rng) => [rng.whole(2, 8)].flatMap((f) => Array.from({ length: 18 }, (_, i) => f + i))),
  ),
  'five cups in six weeks': household(on((rng) => [4, 13, 22, 33, 44].map((age) => age + rng.whole(-2, 2)))),
  'three cups on each of four days': household(sittings),
};
