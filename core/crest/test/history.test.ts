import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fitCrest } from '../fit';
import { SHAPE_SHARES, SHAPES, type Shape } from '../model/constants';
import { FIRST_CREST, gridOf } from '../model/grid';
import { historyOf, baselineFrom, noisePriorFrom, priorFor, shapeSharesFrom, type PastBag } from '../history/history';
import { peakDensity } from '../model/prior';
import { bagOf, brewOf, ridgeScore } from './samples';

const LIGHT = { roastLevel: 'light', process: 'washed', style: 'filter' } as const;
const DARK = { roastLevel: 'dark', process: 'natural', style: 'filter' } as const;
const { logPeaks } = gridOf(1);

/** A bag whose brews say that its peak is around `days`, give or take `sd` in ln days, and was not missed fresh. */
const past = (kind: Pick<PastBag, 'roastLevel' | 'process' | 'style'>, days: number, sd: number): PastBag => ({
  ...kind,
  bagLikelihood: {
    peak: Array.from(logPeaks, (x, p) => (p < FIRST_CREST ? -30 : -0.5 * ((x - Math.log(days)) / sd) ** 2)),
    shapes: SHAPES.map(() => 0),
    noise: { mean: 0, sd: 0.35 },
    baseline: { mean: 80, sd: 8 },
  },
});
const priorOf = (bags: readonly PastBag[], kind: typeof LIGHT | typeof DARK) =>
  priorFor(historyOf(bags, []), kind).peak;

describe('a prior from history', () => {
  it('is the table while there is none, and hardly moves for bags that taught nothing', () => {
    expect(priorOf([], LIGHT)).toEqual({ days: 21, logSd: 0.38 });
    const taught = priorOf([past(LIGHT, 40, 50), past(LIGHT, 40, 50)], LIGHT);
    expect(taught.days).toBeCloseTo(21, 2);
    expect(Math.abs(taught.logSd - 0.42)).toBeLessThan(0.03);
  });

  it('agrees with one bag worked out the slow way', () => {
    const bag = past(LIGHT, 29.4, 0.2);
    const steps = (sd: number, count: number): { at: number; w: number }[] =>
      Array.from({ length: count }, (_, i) => 3 * ((2 * i) / (count - 1) - 1)).map((z) => ({
        at: sd * z,
        w: Math.exp(-0.5 * z * z),
      }));
    const spreads = [
      [0.15, -1.5],
      [0.21, -0.4],
      [0.3, 0],
      [0.42, -0.4],
      [0.6, -1.5],
    ] as const;
    let total = 0;
    let mean = 0;
    for (const [sd, logWeight] of spreads) {
      for (const taster of steps(0.25, 81)) {
        for (const kind of steps(0.12, 41)) {
          const shift = taster.at + kind.at;
          const prior = Array.from(logPeaks.slice(FIRST_CREST), (x) =>
            peakDensity(x, { days: 21 * Math.exp(shift), logSd: sd }),
          );
          const crest =
            prior.reduce((sum, density, p) => sum + density * Math.exp(bag.bagLikelihood.peak[p + FIRST_CREST]!), 0) /
            prior.reduce((a, b) => a + b, 0);
          const weight = Math.exp(logWeight) * taster.w * kind.w * crest;
          total += weight;
          mean += weight * shift;
        }
      }
    }
    expect(Math.log(priorOf([bag], LIGHT).days / 21)).toBeCloseTo(mean / total, 2);
  });

  it('moves towards what twenty bags say, its own kind first, and grows surer', () => {
    const lateLights = Array.from({ length: 20 }, (_, i) => past(LIGHT, 21 * 1.4 * (i % 2 ? 1.1 : 0.9), 0.15));
    const light = priorOf(lateLights, LIGHT);
    const dark = priorOf(lateLights, DARK);
    expect(light.days / 21).toBeGreaterThan(1.3);
    expect(light.days / 21).toBeLessThan(1.45);
    expect(light.logSd).toBeLessThan(0.25);
    expect(dark.days / (8 * 1.1)).toBeGreaterThan(1.15);
    expect(dark.days / (8 * 1.1)).toBeLessThan(light.days / 21);
  });

  it('is finite for any history and does not depend on its order', () => {
    const anyPast = fc.array(
      fc.tuple(
        fc.constantFrom(LIGHT, DARK),
        fc.double({ min: 1.5, max: 90, noNaN: true }),
        fc.double({ min: 0.02, max: 1.2, noNaN: true }),
      ),
      { maxLength: 12 },
    );
    fc.assert(
      fc.property(anyPast, (bags) => {
        const history = bags.map(([kind, days, sd]) => past(kind, days, sd));
        const prior = priorOf(history, LIGHT);
        expect(prior.days).toBeGreaterThan(0);
        expect(prior.logSd).toBeGreaterThan(0.05);
        expect(prior.logSd).toBeLessThan(1);
        expect(priorOf([...history].reverse(), LIGHT).days).toBeCloseTo(prior.days, 6);
      }),
      { numRuns: 30 },
    );
  });

  it('is moved less by bags of others, which say nothing of noise, baseline or how one marks', () => {
    const own = Array.from({ length: 6 }, () => past(LIGHT, 34, 0.2));
    const others = own.map((bag) => ({ ...bag, isOfOthers: true }));
    const [table, byOthers, byOwn] = [priorOf([], LIGHT), priorOf(others, LIGHT), priorOf(own, LIGHT)];
    expect(byOthers.days).toBeGreaterThan(table.days + 2);
    expect(byOthers.days).toBeLessThan(byOwn.days - 1);
    const lesson = { peak: own[0]!.bagLikelihood.peak, shapes: SHAPES.map((s) => (s === 'twice' ? 0 : -30)) };
    const read = Array.from({ length: 10 }, () => ({ ...LIGHT, bagLikelihood: lesson, isOfOthers: true }));
    const history = historyOf(read, []);
    expect(history.noise).toEqual(historyOf([], []).noise);
    expect(history.baselineMean).toBeCloseTo(80, 9);
    expect(history.shapes.twice).toBeCloseTo((20 * 0.05 + 4) / 24, 6);
  });

  it('learns nothing on crests from bags that were best fresh', () => {
    const fresh = {
      ...past(LIGHT, 40, 0.2),
      bagLikelihood: {
        ...past(LIGHT, 40, 0.2).bagLikelihood,
        peak: Array.from(logPeaks, (_, p) => (p === 0 ? 0 : -30)),
      },
    };
    expect(priorOf([fresh, fresh, fresh], LIGHT).days).toBeCloseTo(21, 2);
  });

  it('carries through a fit: the first cups of a late taster are read as early', () => {
    const cups = [brewOf(8, ridgeScore(8, 30)), brewOf(14, ridgeScore(14, 30)), brewOf(20, ridgeScore(20, 30))];
    const byTable = fitCrest(bagOf(cups));
    const byHistory = fitCrest(
      bagOf(cups, { prior: { peak: { days: 30, logSd: 0.22 }, noise: { mean: 0, sd: 0.35 }, baselineMean: 80 } }),
    );
    expect(byHistory.peak.day).toBeGreaterThan(byTable.peak.day + 1);
    expect(byHistory.peak.hi / byHistory.peak.lo).toBeLessThan(byTable.peak.hi / byTable.peak.lo);
  });

  it('takes the prior out of what a bag teaches: the same cups teach the same of the peak under any', () => {
    const cups = [brewOf(8, 76), brewOf(14, 84), brewOf(20, 87), brewOf(30, 80)];
    const table = fitCrest(bagOf(cups)).bagLikelihood.peak;
    const other = fitCrest(
      bagOf(cups, { prior: { peak: { days: 12, logSd: 0.5 }, noise: { mean: 0, sd: 0.35 }, baselineMean: 80 } }),
    ).bagLikelihood.peak;
    table.forEach((value, p) => value > -12 && expect(other[p]).toBeCloseTo(value, 6));
  });
});

describe('the noise of a taster', () => {
  it('is the scale until something is known, and then what blind repeats measured', () => {
    expect(noisePriorFrom([], [])).toEqual({ mean: 0, sd: Math.hypot(0.28, 0.21) });
    const { mean, sd } = noisePriorFrom([], [{ sd: 7, degrees: 40, sigma0: 3.5 }]);
    // Normal(0, 0.28²) seen through ln 2 with variance 1/80.
    expect(mean).toBeCloseTo(Math.log(2) * (80 / (80 + 1 / 0.28 ** 2)), 9);
    expect(sd).toBeCloseTo(Math.hypot(1 / Math.sqrt(80 + 1 / 0.28 ** 2), 0.21), 9);
    expect(noisePriorFrom([], [{ sd: 0, degrees: 3, sigma0: 3.5 }])).toEqual(noisePriorFrom([], []));
  });

  it('is learnt from past bags, and widens what a new bag says', () => {
    const jittery = Array.from({ length: 10 }, (_, b) => ({
      bagLikelihood: fitCrest(
        bagOf(Array.from({ length: 12 }, (__, i) => brewOf(6 + 2 * i, 80 + 9 * Math.sin(5.1 * i * i + b)))),
      ).bagLikelihood,
    }));
    const noise = noisePriorFrom(jittery, []);
    expect(noise.mean).toBeGreaterThan(0.15);
    const cups = [brewOf(6, 76), brewOf(12, 82), brewOf(20, 85), brewOf(32, 78)];
    const steadyHand = fitCrest(
      bagOf(cups, { prior: { peak: { days: 21, logSd: 0.38 }, noise: { mean: -0.4, sd: 0.22 }, baselineMean: 80 } }),
    );
    const unsteady = fitCrest(bagOf(cups, { prior: { peak: { days: 21, logSd: 0.38 }, noise, baselineMean: 80 } }));
    expect(unsteady.curve[20]!.hi - unsteady.curve[20]!.lo).toBeGreaterThan(
      steadyHand.curve[20]!.hi - steadyHand.curve[20]!.lo,
    );
  });
});

const past3 = (score: number) => fitCrest(bagOf([10, 16, 22].map((age) => brewOf(age, score))));

describe('the baseline of a taster', () => {
  it('is a mean shrunk to 80', () => {
    const bagLikelihood = (mean: number, sd: number) => ({
      bagLikelihood: { peak: [], shapes: [], noise: { mean: 0, sd: 0.35 }, baseline: { mean, sd } },
    });
    expect(baselineFrom([])).toBeCloseTo(80, 9);
    // The prior of the past bag's own fit, 80 ± 8, is taken out of it again.
    const own = 1 / (1 / 4 - 1 / 64);
    const value = own * (70 / 4 - 80 / 64);
    const w = 1 / (own + 25);
    expect(baselineFrom([bagLikelihood(70, 2)])).toBeCloseTo((80 / 36 + value * w) / (1 / 36 + w), 9);
    expect(baselineFrom([bagLikelihood(80, 8)])).toBeCloseTo(80, 9);
  });

  it('is what ten bags of three cups each say, and not the prior of each', () => {
    const bag = past3(60);
    expect(Math.abs(baselineFrom(Array.from({ length: 10 }, () => bag)) - 62.5)).toBeLessThan(2.5);
  });
});

describe('the shares of the shapes', () => {
  const ran = (shape: Shape, surely: number): Pick<PastBag, 'bagLikelihood'> => ({
    bagLikelihood: { ...past(LIGHT, 20, 1).bagLikelihood, shapes: SHAPES.map((s) => (s === shape ? 0 : -surely)) },
  });

  it('are the stated ones until bags say otherwise, and bags that do not say leave them', () => {
    expect(shapeSharesFrom([])).toEqual(SHAPE_SHARES);
    const unsaid = shapeSharesFrom(Array.from({ length: 9 }, () => ran('twice', 0)));
    for (const shape of SHAPES) expect(unsaid[shape]).toBeCloseTo(SHAPE_SHARES[shape], 9);
  });

  it('are moved by bags that surely ran one way as a Dirichlet worth twenty bags is', () => {
    const shares = shapeSharesFrom([ran('twice', 30), ran('twice', 30), ran('crest', 30)]);
    expect(shares.twice).toBeCloseTo((20 * 0.05 + 2) / 23, 6);
    expect(shares.crest).toBeCloseTo((20 * 0.45 + 1) / 23, 6);
    expect(Object.values(shares).reduce((sum, share) => sum + share, 0)).toBeCloseTo(1, 12);
  });

  it('carry through a fit: a bag of a household whose bags open twice is likelier to', () => {
    const cups = [brewOf(6, 84), brewOf(10, 79), brewOf(14, 77), brewOf(19, 84), brewOf(25, 79)];
    const prior = { peak: { days: 21, logSd: 0.38 }, noise: { mean: 0, sd: 0.35 }, baselineMean: 80 };
    const shapes = shapeSharesFrom(Array.from({ length: 8 }, () => ran('twice', 30)));
    const [stated, learnt] = [
      fitCrest(bagOf(cups, { prior })),
      fitCrest(bagOf(cups, { prior: { ...prior, shapes: { shares: shapes, bags: 8 } } })),
    ];
    expect(learnt.shapes.twice).toBeGreaterThan(stated.shapes.twice + 0.1);
    // What a bag teaches of the shapes has the prior taken out again.
    stated.bagLikelihood.shapes.forEach((log, s) => {
      if (log > -12) expect(learnt.bagLikelihood.shapes[s]).toBeCloseTo(log, 6);
    });
  });
});
