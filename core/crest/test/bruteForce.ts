import { determinant, inverse, Matrix } from 'ml-matrix';
import { ratio } from '../../brew/ratio';
import type { CrestInput } from '../model/types';

/**
 * The same model, worked out the slow and obvious way: every unknown but the Gaussian ones on a grid, the height
 * included, the likelihood as a plain multivariate normal density with the library's inverse and determinant, for every
 * choice of at most two marks as gross errors. Shares no code with the engine. Handles brewers and water temperature; scores are taken as usable.
 * The peak's quantiles are those given that there is a crest after the first days.
 */
export interface BruteForce {
  /** Probability that the peak, where there is one, is before this age. */
  peakBefore(days: number): number;
  /** The same under the wider prior the interval is stated by. */
  doubtedBefore(days: number): number;
  /** Probability that there is none: at its best fresh. */
  fresh: number;
  /** Probability that it hardly changes. */
  flat: number;
  /** Posterior mean of the score at the reference recipe at an age. */
  meanAt(age: number): number;
  /** Posterior mean of a brewer's effect. */
  brewerEffect(name: string): number;
}

const TABLE = {
  'very-light': 24,
  light: 21,
  'medium-light': 17,
  medium: 13,
  'medium-dark': 10,
  dark: 8,
  'very-dark': 7,
};

function midpoints(lo: number, hi: number, count: number): number[] {
  return Array.from({ length: count }, (_, i) => lo + ((i + 0.5) * (hi - lo)) / count);
}

const normal = (x: number, mean: number, sd: number): number => Math.exp(-0.5 * ((x - mean) / sd) ** 2) / sd;

/** Ratio of the interval prior to the one around the table's, of a peak in ln days. */
export function doubt(peak: number, table: number): number {
  const bell = (sd: number): number => normal(peak, table, sd) / Math.sqrt(2 * Math.PI);
  const flat = 0.05 / Math.log(60);
  return (0.95 * bell(0.95) + flat) / (0.85 * bell(0.38) + 0.1 * bell(0.76) + flat);
}

export function bruteForce(input: CrestInput, askedAges: readonly number[]): BruteForce {
  const s0 = input.sigma0;
  const { brews, reference } = input;
  const n = brews.length;
  const x = brews.map((b) => Math.log(Math.max(0.5, b.age)));
  const brewers = [...new Set(brews.map((b) => b.brewer))].filter((name) => name !== reference.brewer);
  const warmer = brews.map((b) => ((b.waterC ?? 94) - (reference.waterC ?? 94)) / 2);
  if (brews.some((b) => ratio(b.waterG, b.doseG) !== ratio(reference.waterG, reference.doseG)))
    throw new Error('ratios are not handled here');
  // A quadratic that only points down: −|N(0, s²)| by its first two moments.
  const bend = { mean: -0.25 * s0 * Math.sqrt(2 / Math.PI), sd: 0.25 * s0 * Math.sqrt(1 - 2 / Math.PI) };
  const smooth = (a: number, b: number): number => Math.exp(-0.5 * ((a - b) / 0.35) ** 2);
  const priorCovariance = (i: number, j: number): number =>
    64 +
    brewers.reduce(
      (sum, name) => sum + (brews[i]!.brewer === name && brews[j]!.brewer === name ? (1.2 * s0) ** 2 : 0),
      0,
    ) +
    (0.35 * s0) ** 2 * warmer[i]! * warmer[j]! +
    bend.sd ** 2 * warmer[i]! ** 2 * warmer[j]! ** 2;

  const peaks = midpoints(Math.log(1.5), Math.log(90), 50);
  const z = midpoints(-2.6, 2.6, 7);
  const heights = midpoints(0, 8.5 * s0, 40);
  const density = new Array<number>(peaks.length).fill(0);
  const asked = askedAges.map((age) => ({ age, x: Math.log(age), sum: 0 }));
  const effect = brewers.map((name) => ({ name, sum: 0 }));
  let total = 0;

  interface Way {
    prior: number;
    /** Index of the peak, or why there is none. */
    peak: number | 'fresh' | 'flat';
    shape: (at: number) => number;
  }
  const bump = (at: number, top: number, width: number): number => Math.exp(-0.5 * ((at - top) / width) ** 2);
  const zWeight = (v: number): number => Math.exp(-0.5 * v * v);
  const zTotal = z.reduce((sum, v) => sum + zWeight(v), 0);
  const table = Math.log(TABLE[input.roastLevel ?? 'medium-light']);
  const peakWeights = peaks.map((peak) => {
    const bell = (sd: number): number => normal(peak, table, sd) / Math.sqrt(2 * Math.PI);
    return (
      (0.85 * bell(0.38) + 0.1 * bell(0.76) + 0.05 / Math.log(60)) *
      (input.restAdviceDays === null ? 1 : normal(peak, Math.log(input.restAdviceDays), 0.3))
    );
  });
  const peakTotal = peakWeights.reduce((a, b) => a + b, 0);
  const ways: Way[] = z.map((zf) => ({
    prior: (0.07 * zWeight(zf)) / zTotal,
    peak: 'fresh',
    shape: (at) => Math.exp(-Math.exp(at) / (20 * Math.exp(0.5 * zf))) - 1,
  }));
  ways.push({ prior: 0.08, peak: 'flat', shape: () => 0 });
  peaks.forEach((peak, k) => {
    const here = peakWeights[k]! / peakTotal;
    const side =
      (zr: number, zf: number): Way['shape'] =>
      (at) =>
        bump(at, peak, at < peak ? 0.5 * Math.exp(0.35 * zr) : 0.6 * Math.exp(0.4 * zf)) - 1;
    const twice =
      (second: number): Way['shape'] =>
      (at) =>
        Math.max(bump(at, peak, 0.35), 0.9 * bump(at, second, 0.35)) - 1;
    for (const zr of z) {
      for (const zf of z)
        ways.push({ prior: (here * 0.45 * zWeight(zr) * zWeight(zf)) / zTotal ** 2, peak: k, shape: side(zr, zf) });
      // What gas hides is gone after some τ, what staling takes goes on: level at the peak.
      const tau = Math.exp(peak) / (2.2 * Math.exp(0.3 * zr));
      const [best, gone] = [Math.exp(peak), Math.exp(-Math.exp(peak) / tau)];
      const unscaled = (age: number): number => -Math.exp(-age / tau) - (age * gone) / tau;
      const scale = unscaled(best) - unscaled(0);
      ways.push({
        prior: (here * 0.2 * zWeight(zr)) / zTotal,
        peak: k,
        shape: (at) => (unscaled(Math.exp(at)) - unscaled(best)) / scale,
      });
    }
    for (const apart of [0.7, 1.05]) {
      ways.push({ prior: here * 0.0125, peak: k, shape: twice(peak + apart) });
      ways.push({ prior: here * 0.0125, peak: k, shape: twice(peak - apart) });
    }
    for (const half of [0.4, 0.65, 0.9]) {
      const fallen = (beyond: number): number => 1 / (1 + Math.exp(-(beyond - half) / 0.14));
      ways.push({
        prior: here * 0.05,
        peak: k,
        shape: (at) => -Math.max(0, fallen(Math.abs(at - peak)) - fallen(0)),
      });
    }
  });

  const written = brews.map((b) => (b.recordedFrom === 'memory' ? 3.2 : 1));
  // Cups of one brew have half of their noise in common, cups of one day a quarter.
  const noise = (i: number, j: number): number => {
    if (i === j) return written[i]!;
    const sameBrew = brews[i]!.pot && brews[i]!.pot === brews[j]!.pot;
    const share = sameBrew ? 0.5 : brews[i]!.age === brews[j]!.age ? 0.25 : 0;
    return share * Math.sqrt(written[i]! * written[j]!);
  };
  const none = { fresh: 0, flat: 0 };
  // One mark in thirty is off by 50 points more.
  const singles = brews.map((_, i) => [i]);
  const pairs = brews.flatMap((_, i) => singles.slice(0, i).map(([j]) => [i, j!]));
  const noises = midpoints(-2.4, 2.4, 6).flatMap((zs) => [[], ...singles, ...pairs].map((gross) => ({ zs, gross })));
  for (const { zs, gross } of noises) {
    const gp = (a: number, b: number): number => (0.25 * s0) ** 2 * smooth(a, b);
    const sigma = s0 * Math.exp(0.35 * zs);
    const covariance = Matrix.zeros(n, n).apply(function (this: Matrix, i: number, j: number) {
      const error = i === j && gross.includes(i) ? 2500 : 0;
      this.set(i, j, priorCovariance(i, j) + gp(x[i]!, x[j]!) + sigma ** 2 * noise(i, j) + error);
    });
    const precision = inverse(covariance).to2DArray();
    const scale = (zWeight(zs) * (1 / 29) ** gross.length) / Math.sqrt(determinant(covariance));
    if (scale === 0) continue;
    const toAsked = asked.map((a) => x.map((xi) => 64 + gp(a.x, xi)));
    const toEffect = effect.map((e) => brews.map((b) => (b.brewer === e.name ? (1.2 * s0) ** 2 : 0)));
    for (const { prior, peak, shape } of ways) {
      const h = x.map(shape);
      const gAsked = asked.map((a) => shape(a.x));
      for (const height of heights) {
        const r = brews.map((b, i) => (b.overall ?? NaN) - 80 - bend.mean * warmer[i]! ** 2 - height * h[i]!);
        const solved = precision.map((row) => row.reduce((sum, c, j) => sum + c * r[j]!, 0));
        const weight =
          prior *
          scale *
          Math.exp(-0.5 * ((height - 3.2 * s0) / (1.3 * s0)) ** 2) *
          Math.exp(-0.5 * r.reduce((sum, ri, i) => sum + ri * solved[i]!, 0));
        total += weight;
        if (typeof peak === 'string') none[peak] += weight;
        else density[peak]! += weight;
        asked.forEach(
          (a, q) =>
            (a.sum += weight * (80 + height * gAsked[q]! + toAsked[q]!.reduce((sum, c, i) => sum + c * solved[i]!, 0))),
        );
        effect.forEach((e, q) => (e.sum += weight * toEffect[q]!.reduce((sum, c, i) => sum + c * solved[i]!, 0)));
      }
    }
  }

  const before = (masses: readonly number[], days: number): number => {
    const step = peaks[1]! - peaks[0]!;
    const all = masses.reduce((a, b) => a + b, 0);
    return masses.reduce(
      (sum, mass, k) => sum + (mass / all) * Math.min(1, Math.max(0, (Math.log(days) - peaks[k]!) / step + 0.5)),
      0,
    );
  };
  const doubted = density.map((mass, k) => mass * doubt(peaks[k]!, table));
  return {
    peakBefore: (days) => before(density, days),
    doubtedBefore: (days) => before(doubted, days),
    fresh: none.fresh / total,
    flat: none.flat / total,
    meanAt: (age) => asked.find((a) => a.age === age)!.sum / total,
    brewerEffect: (name) => effect.find((e) => e.name === name)!.sum / total,
  };
}
