import cdf from '@stdlib/stats-base-dists-normal-cdf';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { COMPARED, type Compared } from '../../cup/comparison';
import { TruncatedNormalEP } from '../../numeric/truncatedNormal';
import { compareWith } from '../report/compareWith';
import { ALIKE, PEAK_GROUPS, SHAPES } from '../model/constants';
import { normalTable, type Draws } from '../inference/draws';
import { fitCrest, posteriorFor } from '../fit';
import { KNOTS } from '../model/knots';
import { cholesky } from '../../numeric/linalg';
import type { Posterior } from '../inference/posterior';
import type { CrestBrew, CrestInput, DaySpan } from '../model/types';
import { bruteForceCompared } from './bruteForceCompared';
import { bagOf, brewOf } from './samples';

/** Cups of the given ages, each said to be better, like or worse than an earlier one, by its place. */
function comparedBag(
  cups: readonly { age: number; than?: number; was?: Compared; mark?: number; brewer?: string }[],
): CrestInput {
  const brews: CrestBrew[] = [];
  for (const { age, than, was, mark, brewer } of cups)
    brews.push(
      brewOf(age, mark ?? null, {
        ...(brewer ? { brewer } : {}),
        comparisons: was === undefined ? [] : [{ thanId: brews[than ?? brews.length - 1]!.id, was }],
      }),
    );
  return bagOf(brews);
}

const CASES: Record<string, CrestInput> = {
  'each against the last': comparedBag([
    { age: 6 },
    { age: 11, was: 'better' },
    { age: 18, was: 'like' },
    { age: 30, was: 'worse' },
  ]),
  'each against the best yet, one with another brewer': comparedBag([
    { age: 5 },
    { age: 9, was: 'better' },
    { age: 14, than: 1, was: 'worse', brewer: 'press' },
    { age: 20, than: 1, was: 'better' },
    { age: 33, than: 3, was: 'worse' },
  ]),
  'two of one morning, and a cup called worse twice': comparedBag([
    { age: 8 },
    { age: 15, was: 'better' },
    { age: 15, was: 'worse' },
    { age: 24, than: 1, was: 'worse' },
  ]),
  'a valley, which no crest is': comparedBag([
    { age: 6 },
    { age: 15, was: 'worse' },
    { age: 17, than: 0, was: 'worse' },
    { age: 40, than: 1, was: 'better' },
    { age: 44, than: 2, was: 'better' },
  ]),
  'a word beside the right one': comparedBag([
    { age: 7 },
    { age: 13, was: 'better' },
    { age: 17, was: 'like' },
    { age: 18, than: 0, was: 'worse' },
  ]),
  'marks and comparisons together': comparedBag([
    { age: 7, mark: 77 },
    { age: 12, was: 'better' },
    { age: 19, mark: 86, was: 'like' },
    { age: 34, was: 'worse' },
  ]),
};
const AGES = [8, 20, 40];

describe.each(Object.entries(CASES))('the posterior of %s agrees with brute force', (name, input) => {
  // Bags that explain two marks, or all words but one, are rarer than those that explain a word.
  const slow = bruteForceCompared(
    input,
    input.brews.some(({ overall }) => overall !== null) || name.includes('beside') ? 2_500_000 : 400_000,
    AGES,
  );
  const fast = fitCrest(input);

  it('on the peak age and the shapes, to 2 % of probability', () => {
    expect(slow.kept).toBeGreaterThan(10_000);
    expect(Math.abs(slow.peakBefore(fast.peak.day) - 0.5)).toBeLessThan(0.02);
    expect(Math.abs(slow.doubtedBefore(fast.peak.hi) - slow.doubtedBefore(fast.peak.lo) - 0.7)).toBeLessThan(0.02);
    for (const shape of SHAPES) expect(Math.abs(slow.share(shape) - fast.shapes[shape])).toBeLessThan(0.02);
  });

  it('on how the days differ, and what a brewer did, to 0.1 points', () => {
    const at = (age: number): number => fast.curve[age]!.mean;
    expect(Math.abs(at(20) - at(8) - slow.difference(20, 8))).toBeLessThan(0.1);
    expect(Math.abs(at(40) - at(20) - slow.difference(40, 20))).toBeLessThan(0.1);
    for (const { setting, mean } of fast.effects) expect(Math.abs(mean - slow.brewerEffect(setting))).toBeLessThan(0.1);
  });
});

/** A comparison read from the other cup's side. */
const REVERSED: Readonly<Record<Compared, Compared>> = { better: 'worse', like: 'like', worse: 'better' };

/** How much of a span lies in another, days counted whole. */
function overlap(one: DaySpan, other: DaySpan): number {
  const shared = Math.min(one.to, other.to) - Math.max(one.from, other.from) + 1;
  return Math.max(0, shared) / Math.min(one.to - one.from + 1, other.to - other.from + 1);
}

describe('the same cups, once marked and once compared', () => {
  const marks = [
    { age: 4, mark: 72 },
    { age: 7, mark: 75 },
    { age: 11, mark: 82 },
    { age: 15, mark: 87 },
    { age: 19, mark: 88 },
    { age: 24, mark: 85 },
    { age: 30, mark: 80 },
    { age: 38, mark: 74 },
  ];
  const alike = 1.5;
  const marked = comparedBag(marks);
  let best = 0;
  const compared = comparedBag(
    marks.map(({ age, mark }, i) => {
      if (i === 0) return { age };
      const by = mark - (marks[best]?.mark ?? NaN);
      const than = best;
      if (by > alike) best = i;
      return { age, than, was: by > alike ? 'better' : by < -alike ? 'worse' : 'like' };
    }),
  );

  it('name windows that overlap by at least half', () => {
    const [one, other] = [fitCrest(marked), fitCrest(compared)];
    expect(one.basis).toEqual({ marks: 8, levels: 0, comparisons: 0 });
    expect(other.basis).toEqual({ marks: 0, levels: 0, comparisons: 8 });
    expect(one.window).not.toBeNull();
    expect(other.window).not.toBeNull();
    expect(overlap(one.window!, other.window!)).toBeGreaterThanOrEqual(0.5);
    expect(Math.abs(one.advisedDay - other.advisedDay)).toBeLessThanOrEqual(4);
  });

  it('are read the same from both sides, in any order, whatever they are called, to the last bit', () => {
    const turned: CrestInput = {
      ...compared,
      brews: compared.brews.map((brew) => ({
        ...brew,
        comparisons: compared.brews.flatMap((other) =>
          (other.comparisons ?? [])
            .filter(({ thanId }) => thanId === brew.id)
            .map(({ was }) => ({ thanId: other.id, was: REVERSED[was] })),
        ),
      })),
    };
    const fit = fitCrest(compared);
    expect(fitCrest(turned).peak.day).toBeCloseTo(fit.peak.day, 1);
    const shuffled = fitCrest({ ...compared, brews: [...compared.brews].reverse() });
    expect(shuffled.curve).toEqual(fit.curve);
    const rename = (id: string): string => `z${id}`;
    const renamed = fitCrest({
      ...compared,
      brews: compared.brews.map((brew) => ({
        ...brew,
        id: rename(brew.id),
        comparisons: brew.comparisons?.map((one) => ({ ...one, thanId: rename(one.thanId) })),
      })),
    });
    expect(renamed.curve).toEqual(fit.curve);
  });

  it('say less of a cup that was called worse twice than of two that were called worse', () => {
    // Whether day 24 was a bad day: one cup of it, worse than two; or two cups, each worse than one.
    const once = comparedBag([{ age: 8 }, { age: 16, was: 'better' }, { age: 24, was: 'worse' }]);
    const [first, second, third] = once.brews;
    const twice = { ...once, brews: [first!, second!, { ...third!, comparisons: both(first!, second!) }] };
    const other = { ...brewOf(25, null), comparisons: [{ thanId: first!.id, was: 'worse' as const }] };
    const two = { ...once, brews: [...once.brews, other] };
    const fading = (input: CrestInput): number => fitCrest(input).fading[24]!;
    expect(fading(two)).toBeGreaterThan(fading(twice));
  });

  it('say nothing with a cup that had a fault, with itself, or with one that is not there', () => {
    const [first, second] = [brewOf(8, 80), brewOf(14, 84)];
    const plain = fitCrest(bagOf([first, second]));
    const faulty = brewOf(20, null, { fault: 'spill' });
    const said = [second.id, faulty.id, 'nobody'].map((thanId) => ({ thanId, was: 'worse' as const }));
    const fit = fitCrest(bagOf([first, { ...second, comparisons: said }, faulty]));
    expect(fit.curve).toEqual(plain.curve);
    expect(fit.usable).toBe(2);
  });

  it('are answered for any bag: finite, ordered, also where they go in a circle', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            age: fc.integer({ min: 0, max: 60 }),
            mark: fc.option(fc.integer({ min: 40, max: 100 })),
            than: fc.array(fc.tuple(fc.nat(9), fc.constantFrom(...COMPARED)), { maxLength: 3 }),
          }),
          { minLength: 1, maxLength: 10 },
        ),
        (cups) => {
          const ids = cups.map((_, i) => `c${i}`);
          const brews = cups.map(({ age, mark, than }, i) =>
            brewOf(age, mark, {
              id: ids[i]!,
              comparisons: than.map(([k, was]) => ({ thanId: ids[k % ids.length]!, was })),
            }),
          );
          const fit = fitCrest(bagOf(brews));
          for (const { lo, mean, hi } of fit.curve) {
            expect(Number.isFinite(mean)).toBe(true);
            expect(lo).toBeLessThanOrEqual(hi);
          }
          expect(SHAPES.reduce((sum, shape) => sum + fit.shapes[shape], 0)).toBeCloseTo(1, 9);
        },
      ),
      { numRuns: 25 },
    );
  });
});

const both = (one: CrestBrew, other: CrestBrew) =>
  [one, other].map(({ id }) => ({ thanId: id, was: 'worse' as const }));

describe('the cup that is asked about', () => {
  it('is one of the bag that counts, and none of which the answer is known beforehand', () => {
    const spoiled = brewOf(9, 30);
    const cups = [brewOf(5, 74), spoiled, brewOf(13, 84), brewOf(18, 87), brewOf(12, null, { style: 'espresso' })];
    const fit = fitCrest(bagOf(cups));
    expect(fit.compareWith).toHaveLength(91);
    const usable = cups.slice(0, 4).map(({ id }) => id);
    for (const id of fit.compareWith) expect(usable).toContain(id);
    expect(fit.compareWith.slice(10, 60)).not.toContain(spoiled.id);
    expect(fitCrest(bagOf([])).compareWith).toEqual([]);
  });

  it('is the one whose word tells most of the peak, as the probabilities of the words have it', () => {
    const marked = [brewOf(4, 71), brewOf(7, 82), brewOf(11, 83), brewOf(14, 90), brewOf(22, 88), brewOf(31, 76)];
    const { posterior, draws, brews } = posteriorFor(bagOf(marked), []);
    const chosen = compareWith(posterior, draws, brews);
    for (const day of [8, 12, 16, 20, 24, 40]) {
      const told = new Map(brews.map(({ id, score }) => [id, informationOfWord(posterior, draws, day, score!)]));
      const most = Math.max(...told.values());
      expect(most).toBeGreaterThan(0.01);
      expect(told.get(chosen[day]!)! / most).toBeGreaterThan(0.95);
    }
  });
});

/** Mutual information of a word about a cup of `day` against one marked `score`, and the group of peaks; nats. */
function informationOfWord(posterior: Posterior, draws: Draws, day: number, score: number): number {
  const { sigma0 } = posterior.data;
  const knot = KNOTS.indexOf(day);
  const groups = Array.from({ length: PEAK_GROUPS }, () => [0, 0, 0]);
  const perGroup = draws.count / PEAK_GROUPS;
  for (let d = 0; d < draws.count; d++) {
    const by = draws.curves[d * KNOTS.length + knot]! - score;
    const sd = posterior.noiseNodes[draws.noiseNode[d]!]!.noise * sigma0;
    const [worse, notBetter] = [cdf(-ALIKE * sigma0, by, sd), cdf(ALIKE * sigma0, by, sd)];
    const group = groups[Math.floor(d / perGroup)]!;
    [worse, notBetter - worse, 1 - notBetter].forEach((p, word) => (group[word]! += p / perGroup));
  }
  const entropy = (words: readonly number[]): number => -words.reduce((sum, p) => sum + p * Math.log(p), 0);
  const all = [0, 1, 2].map((word) => groups.reduce((sum, group) => sum + group[word]! / PEAK_GROUPS, 0));
  return entropy(all) - groups.reduce((sum, group) => sum + entropy(group) / PEAK_GROUPS, 0);
}

describe('a normal vector between bounds', () => {
  it('has the probability and the moments that trying gives it', () => {
    const covariance = Float64Array.of(4, 1.2, -0.8, 1.2, 3, 0.5, -0.8, 0.5, 2);
    const [from, to] = [Float64Array.of(-0.5, -Infinity, -0.7), Float64Array.of(Infinity, 0.4, 0.7)];
    const box = new TruncatedNormalEP(3);
    const logMass = box.run(covariance, from, to);
    const factor = covariance.slice();
    cholesky(factor, 3);
    const normals = normalTable(300_000, 3, 5);
    let inside = 0;
    const sums = [0, 0, 0];
    for (let d = 0; d < 300_000; d++) {
      const x = [0, 1, 2].map((i) =>
        [0, 1, 2].reduce((s, k) => (k > i ? s : s + factor[i * 3 + k]! * normals[d * 3 + k]!), 0),
      );
      if (x.some((v, i) => v < from[i]! || v > to[i]!)) continue;
      inside++;
      x.forEach((v, i) => (sums[i]! += v));
    }
    expect(Math.exp(logMass)).toBeCloseTo(inside / 300_000, 2);
    for (const i of [0, 1, 2]) expect(box.mean[i]!).toBeCloseTo(sums[i]! / inside, 1);
    // Begun from sites of its own it says the same; from those of something much like it nearly.
    expect(box.follow(covariance, from, to)).toBeCloseTo(logMass, 6);
    expect(
      box.follow(
        covariance,
        from,
        to.map((t) => t + 0.05),
      ),
    ).toBeCloseTo(
      new TruncatedNormalEP(3).run(
        covariance,
        from,
        to.map((t) => t + 0.05),
      ),
      3,
    );
  });

  it('has none where the bounds cannot be met', () => {
    expect(new TruncatedNormalEP(1).run(Float64Array.of(1), Float64Array.of(60), Float64Array.of(61))).toBe(-Infinity);
  });
});

describe('eleven cups held against those that tell most', () => {
  it('find the day they were truly best on', () => {
    const worth = (day: number): number => -Math.abs(Math.log(day / 20));
    const brews = [brewOf(5, null, { id: '5' })];
    for (const day of [8, 11, 14, 17, 20, 24, 28, 32, 36, 39]) {
      const thanId = fitCrest(bagOf(brews)).compareWith[day] ?? '';
      const by = worth(day) - worth(Number(thanId));
      const was = Math.abs(by) < 0.12 ? 'like' : by > 0 ? 'better' : 'worse';
      brews.push(brewOf(day, null, { id: String(day), comparisons: [{ thanId, was }] }));
    }
    const { peak, window } = fitCrest(bagOf(brews));
    expect(Math.abs(Math.log(peak.day / 20))).toBeLessThan(0.15);
    expect(window!.from).toBeGreaterThan(10);
    expect(window!.to).toBeLessThan(32);
  });
});
