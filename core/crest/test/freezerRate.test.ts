import { describe, expect, it } from 'vitest';
import { FREEZER_RATES, learntRate, logEvidenceOf, tellsFreezerRate } from '../history/freezerRate';
import type { CrestInput } from '../model/types';
import { bagOf, brewOf, ridgeScore } from './samples';

const OUT_DAYS = [6, 9, 12, 15];
/** Days in the freezer before each later cup; it went in on day 8. */
const IN_DAYS = [60, 75, 90, 105];

/** A bag of which a portion was frozen on day 8; its later cups taste as a freezer of a rate makes them. */
function bagAt(assumed: number, trueRate: number, noise: readonly number[]): CrestInput {
  const brews = [
    ...OUT_DAYS.map((age, i) => brewOf(age, ridgeScore(age, 20) + noise[i]!, { id: `out ${age}` })),
    ...IN_DAYS.map((days, i) =>
      brewOf(8 + days * assumed, ridgeScore(8 + days * trueRate, 20) + noise[i + 4]!, { id: `in ${days}` }),
    ),
  ];
  return bagOf(brews);
}
const NOISE = [0.8, -0.5, 0.3, -0.9, 0.6, -0.2, -0.7, 0.4];
const learnt = (trueRate: number, bags = 3) =>
  learntRate(
    Array.from({ length: bags }, (_, b) => {
      const noise = NOISE.map((_, i) => NOISE[(i + 3 * b) % NOISE.length]!);
      return FREEZER_RATES.map((rate) => logEvidenceOf(bagAt(rate, trueRate, noise)));
    }),
  );

describe('the rate of the freezer', () => {
  it('is learnt from bags that were both in and out', () => {
    const slow = learnt(0.01);
    const fast = learnt(0.25);
    expect(slow?.median).toBeLessThan(0.03);
    expect(fast?.median).toBeGreaterThan(0.12);
    // Not what is assumed any more.
    expect(fast?.lo).toBeGreaterThan(0.06);
    expect(fast?.bags).toBe(3);
    for (const one of [slow, fast]) {
      expect(one?.lo).toBeLessThan(one?.median ?? 0);
      expect(one?.median).toBeLessThan(one?.hi ?? 0);
    }
  });

  it('is what is assumed while no bag tells, and no bag tells that was only in or only out', () => {
    expect(learntRate([])).toBeNull();
    const nothing = learntRate([FREEZER_RATES.map(() => 0)]);
    // Normal(ln 0.03, 1) cut to the rates that are held against each other.
    expect(nothing?.median).toBeGreaterThan(0.025);
    expect(nothing?.median).toBeLessThan(0.04);
    expect((nothing?.hi ?? 0) / (nothing?.lo ?? 1)).toBeGreaterThan(8);
    const [slow, fast] = [bagAt(0.01, 0.03, NOISE), bagAt(0.4, 0.03, NOISE)];
    expect(tellsFreezerRate(slow, fast)).toBe(true);
    expect(tellsFreezerRate(slow, slow)).toBe(false);
    const part = (input: CrestInput, from: number): CrestInput => ({ ...input, brews: input.brews.slice(from) });
    expect(tellsFreezerRate(part(slow, 4), part(fast, 4))).toBe(false);
  });
});

describe('the evidence of a bag', () => {
  it('is a probability: over all marks a further cup could have it comes to that of the cups before', () => {
    const before = bagAt(0.03, 0.03, NOISE);
    const STEP = 2;
    let sum = 0;
    for (let score = 20; score <= 160; score += STEP) {
      const brews = [...before.brews, brewOf(30, score, { id: 'further' })];
      sum += STEP * Math.exp(logEvidenceOf({ ...before, brews }) - logEvidenceOf(before));
    }
    expect(sum / Math.sqrt(2 * Math.PI)).toBeCloseTo(1, 2);
  }, 30_000);
});
