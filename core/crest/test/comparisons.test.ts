import { describe, expect, it } from 'vitest';
import type { Compared } from '../../cup/comparison';
import { SHAPES } from '../constants';
import { fitCrest } from '../fit';
import type { CrestBrew, CrestInput } from '../types';
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
  'marks and comparisons together': comparedBag([
    { age: 7, mark: 77 },
    { age: 12, was: 'better' },
    { age: 19, mark: 86, was: 'like' },
    { age: 34, was: 'worse' },
  ]),
};
const AGES = [8, 20, 40];

describe.each(Object.entries(CASES))('the posterior of %s agrees with brute force', (_name, input) => {
  const slow = bruteForceCompared(input, 600_000, AGES);
  const fast = fitCrest(input);

  it('on the peak age and the shapes, to 2 % of probability', () => {
    expect(slow.kept).toBeGreaterThan(10_000);
    expect(Math.abs(slow.peakBefore(fast.peak.day) - 0.5)).toBeLessThan(0.02);
    expect(Math.abs(slow.peakBefore(fast.peak.hi) - slow.peakBefore(fast.peak.lo) - 0.8)).toBeLessThan(0.02);
    for (const shape of SHAPES) expect(Math.abs(slow.share(shape) - fast.shapes[shape])).toBeLessThan(0.02);
  });

  it('on how the days differ, and what a brewer did, to 0.1 points', () => {
    const at = (age: number): number => fast.curve[age]!.mean;
    expect(Math.abs(at(20) - at(8) - slow.difference(20, 8))).toBeLessThan(0.1);
    expect(Math.abs(at(40) - at(20) - slow.difference(40, 20))).toBeLessThan(0.1);
    for (const { setting, mean } of fast.effects) expect(Math.abs(mean - slow.brewerEffect(setting))).toBeLessThan(0.1);
  });
});
