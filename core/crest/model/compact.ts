import { mapValues } from 'es-toolkit';
import { roundTo } from '../../brew';
import type { CrestFit, EffectOn, Foretold, Moments } from './types';

/**
 * A fit with points to 2 decimals, days to 1 and probabilities to 3: what leaves the engine, small and the same
 * everywhere.
 */
export function compact(fit: CrestFit): CrestFit {
  const points = (value: number): number => roundTo(value, 2);
  const days = (value: number): number => roundTo(value, 1);
  // Rounded away, an sd of nothing would make what it belongs to certain.
  const moments = ({ mean, sd }: Moments): Moments => ({ mean: roundTo(mean, 4), sd: Math.max(roundTo(sd, 4), 1e-4) });
  const on = ({ day, mean, sd }: EffectOn): EffectOn => ({ day: days(day), mean: points(mean), sd: points(sd) });
  const probabilities = (values: readonly number[]): number[] => values.map((value) => roundTo(value, 3));
  return {
    ...fit,
    peak: { day: days(fit.peak.day), lo: days(fit.peak.lo), hi: days(fit.peak.hi), coverage: fit.peak.coverage },
    fresh: roundTo(fit.fresh, 3),
    shapes: mapValues(fit.shapes, (p) => roundTo(p, 3)),
    bagLikelihood: {
      peak: fit.bagLikelihood.peak.map(points),
      shapes: fit.bagLikelihood.shapes.map(points),
      noise: moments(fit.bagLikelihood.noise),
      baseline: moments(fit.bagLikelihood.baseline),
    },
    peakProbability: fit.peakProbability.map((value) => roundTo(value, 4)),
    curve: fit.curve.map((p) => ({
      day: p.day,
      mean: points(p.mean),
      lo: points(p.lo),
      median: points(p.median),
      hi: points(p.hi),
    })),
    sketch: {
      noise: points(fit.sketch.noise),
      mean: fit.sketch.mean.map(points),
      curves: fit.sketch.curves.map((curve) => curve.map((y) => roundTo(y, 1))),
    },
    inWindow: probabilities(fit.inWindow),
    climbing: probabilities(fit.climbing),
    fading: probabilities(fit.fading),
    spent: probabilities(fit.spent),
    steady: fit.steady === null ? null : roundTo(fit.steady, 3),
    confounded: fit.confounded.map((e) => ({ ...e, share: roundTo(e.share, 3) })),
    outliers: fit.outliers.map((s) => ({ ...s, missedBy: points(s.missedBy), sds: roundTo(s.sds, 2) })),
    mostInformation: probabilities(fit.mostInformation),
    options: fit.options.map((o) => ({
      ...o,
      expected: o.expected.map(points),
      expectedInformation: probabilities(o.expectedInformation),
    })),
    claimed: fit.claimed && {
      ...fit.claimed,
      mean: points(fit.claimed.mean),
      sd: points(fit.claimed.sd),
      helps: roundTo(fit.claimed.helps, 3),
    },
    effects: fit.effects.map((e) => ({
      ...e,
      mean: points(e.mean),
      sd: points(e.sd),
      helps: roundTo(e.helps, 3),
      change: e.change && { early: on(e.change.early), late: on(e.change.late), grows: roundTo(e.change.grows, 3) },
    })),
    forgiving: fit.forgiving && { ...fit.forgiving, fall: mapValues(fit.forgiving.fall, points) },
    brews: fit.brews.map((b) => ({
      ...b,
      age: roundTo(b.age, 2),
      asScored: b.asScored === null ? null : b.by === 'comparisons' ? points(b.asScored) : b.asScored,
      atReference: b.atReference === null ? null : points(b.atReference),
    })),
  };
}

/** The same of what was foretold. */
export function compactForetold(foretold: Foretold | null): Foretold | null {
  if (foretold === null) return null;
  const { mean, lo, hi, beatsBest, against } = foretold;
  return {
    ...mapValues({ mean, lo, hi }, (value) => roundTo(value, 2)),
    beatsBest: beatsBest === null ? null : roundTo(beatsBest, 3),
    against: against.map(({ thanId, ...words }) => ({ thanId, ...mapValues(words, (p) => roundTo(p, 3)) })),
  };
}
