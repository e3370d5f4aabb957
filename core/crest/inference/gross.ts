import { CUP_SD, GROSS, GROSS_SETS } from '../model/constants';
import { GROSS_LOG_ODDS, noiseNodesOf, type Grid, type NoiseNode } from '../model/grid';
import { heightPrior } from './height';
import { whitenedAt, type Data } from '../model/likelihood';
import { dot, inverseOfFactor, logSumExp, whiten } from '../../numeric/linalg';
import { logCdf, quantile } from '../../numeric/normal';
import type { CurvePoint, Moments } from '../model/types';

/**
 * Which marks may be gross errors.
 *
 * A mark is a gross error with probability `GROSS.share`, and its noise is wider then by `GROSS.sd`: a contaminated
 * normal (Tukey, in *Contributions to Probability and Statistics*, Stanford 1960; Box and Tiao, *Biometrika* 55 (1968)
 * 119–129). Of the 2ⁿ sets of marks that may be gross together all but a few weigh nothing. They are found by the
 * evidence of each on a coarse grid, the best first, one mark added at a time; `posteriorOf` then weighs those that are
 * left on the whole grid.
 */

/** The sds between the ends of an interval that holds 8 in 10. */
const SDS_BETWEEN = 2 * quantile(0.9);

/**
 * Whether the mark of a cup that is not judged yet is more likely a gross error than not, by the curve on its day; what
 * is predicted is taken as normal, with the curve's own sd and a cup's around it.
 *
 * @param score points
 * @param curve the score at the reference recipe on the cup's rest day
 */
export function isProbablyGross(score: number, curve: Pick<CurvePoint, 'mean' | 'lo' | 'hi'>, sigma0: number): boolean {
  const sd = Math.hypot((curve.hi - curve.lo) / SDS_BETWEEN, CUP_SD * sigma0);
  const wide = Math.hypot(sd, GROSS.sd);
  const missedBy = score - curve.mean;
  const logOdds = GROSS_LOG_ODDS + Math.log(sd / wide) + 0.5 * ((missedBy / sd) ** 2 - (missedBy / wide) ** 2);
  return 1 / (1 + Math.exp(-logOdds)) >= GROSS.asked;
}

/** A set of entries taken as gross errors. */
interface GrossSet {
  entries: readonly number[];
  /** ln prior × evidence, on the coarse grid. */
  log: number;
}

/** The bag as `posteriorOf` has it. */
interface Asked {
  data: Data;
  grid: Grid;
  /** Every side of the unit ridges at the entries, [side][entry]. */
  sides: Float64Array;
  /** ln prior of each ridge. */
  logPriors: Float64Array;
  noise: Moments;
}

/** Sets of entries that may be gross errors together, the likeliest first, and what part they are of all sets. */
export interface GrossErrors {
  sets: (readonly number[])[];
  /** ln of their share of the evidence of all sets looked at. */
  logShare: number;
}

/** Finds them; mostly the empty set alone. */
export function grossErrorsOf(asked: Asked): GrossErrors {
  const { doubtful, known } = asked.data;
  if (doubtful.length === 0 || known < 2) return { sets: [[]], logShare: 0 };
  const found = new Map<string, GrossSet>();
  const extended = new Set<string>();
  let next: readonly number[] | undefined = [];
  const looks = Math.max(1, Math.min(GROSS_SETS.looks, Math.floor(GROSS_SETS.work / known ** 2)));
  for (let look = 0; next && look < looks; look++) {
    extended.add(next.join());
    for (const one of extensionsOf(asked, next)) found.set(one.entries.join(), one);
    const best = likely([...found.values()]).find(({ entries }) => !extended.has(entries.join()));
    // Most of the marks cannot be errors: what they agree on is the bag.
    next = best && 2 * (best.entries.length + 1) < known ? best.entries : undefined;
  }
  const all = [...found.values()];
  const kept = likely(all).slice(0, GROSS_SETS.most);
  const sum = (sets: GrossSet[]): number => logSumExp(sets.map(({ log }) => log));
  return { sets: kept.map(({ entries }) => entries), logShare: sum(kept) - sum(all) };
}

/** Those that are not hopeless beside the best, the likeliest first. */
function likely(sets: GrossSet[]): GrossSet[] {
  const ordered = sets.toSorted((a, b) => b.log - a.log || (a.entries.join() < b.entries.join() ? -1 : 1));
  return ordered.filter(({ log }) => log - ordered[0]!.log > Math.log(GROSS_SETS.least));
}

/**
 * A set and the same with each further entry, with their evidence. With the noise of entry i wider by G², and e its
 * unit vector, C becomes C + G² e eᵀ, whose inverse and determinant are a rank-one step away (Sherman and Morrison; k =
 * G²/(1 + G² [C⁻¹]ᵢᵢ)):
 *
 *     aᵀC⁻¹b → aᵀC⁻¹b − k [C⁻¹a]ᵢ [C⁻¹b]ᵢ,   ln |C| → ln |C| + ln(1 + G² [C⁻¹]ᵢᵢ)
 */
function extensionsOf(asked: Asked, entries: readonly number[]): GrossSet[] {
  const { data, grid, noise } = asked;
  const further = data.doubtful.filter((i) => !entries.includes(i));
  const nodes = noiseNodesOf(grid, noise, entries);
  const logs = nodes.map((node) => evidenceAt(asked, node, further));
  return [-1, ...further.keys()].map((f) => ({
    entries: f < 0 ? entries : [...entries, further[f]!].sort((a, b) => a - b),
    log: logSumExp(logs.map((log) => log[f + 1]!)) + (f < 0 ? 0 : GROSS_LOG_ODDS),
  }));
}

/** A side of a ridge, whitened: what it has by itself and with the residual, and [C⁻¹·]ᵢ at each further entry. */
interface WhiteSide {
  white: Float64Array;
  solved: Float64Array;
  square: number;
  score: number;
}

/** ln prior × evidence over the coarse ridges at one noise node, as it is and with each further entry as well. */
function evidenceAt(
  { data, grid, sides, logPriors }: Asked,
  { noise, gross, logWeight }: NoiseNode,
  further: readonly number[],
): Float64Array {
  const { n, known, sigma0 } = data;
  const count = further.length;
  const { factor, logDet, residual } = whitenedAt(data, noise * sigma0, gross);
  const { inverse, precision } = inverseOfFactor(factor, known, n);
  const height = heightPrior(sigma0);
  /** [C⁻¹a]ᵢ at each further entry, of a whitened a. */
  const solved = (white: Float64Array): Float64Array => {
    const out = new Float64Array(count);
    for (let f = 0; f < count; f++)
      for (let k = further[f]!; k < known; k++) out[f]! += inverse[k * known + further[f]!]! * white[k]!;
    return out;
  };
  const whiteSides = new Map<number, WhiteSide>();
  const sideOf = (side: number): WhiteSide => {
    let found = whiteSides.get(side);
    if (!found) {
      const white = sides.slice(side * n, (side + 1) * n);
      whiten(factor, n, white);
      const [square, score] = [dot(white, 0, white, 0, known), dot(white, 0, residual, 0, known)];
      whiteSides.set(side, (found = { white, solved: solved(white), square, score }));
    }
    return found;
  };
  const bySolved = solved(residual);
  const squared = dot(residual, 0, residual, 0, known);
  const steps = new Float64Array(count);
  const bases = new Float64Array(count);
  for (let f = 0; f < count; f++) {
    const widened = GROSS.sd ** 2 * precision[further[f]!]!;
    steps[f] = GROSS.sd ** 2 / (1 + widened);
    bases[f] = -0.5 * (squared - steps[f]! * bySolved[f]! ** 2 + logDet + Math.log1p(widened));
  }
  const cells = grid.coarse.length;
  const logs = new Float64Array((count + 1) * cells);
  /** ln evidence of a ridge with the height integrated out, from u·u and u·v. */
  const withHeight = (square: number, score: number): number => {
    const p = 1 / height.variance + square;
    const mean = (height.pull + score) / p;
    return 0.5 * mean * mean * p - 0.5 * Math.log(p * height.variance) + logCdf(mean * Math.sqrt(p));
  };
  grid.coarse.forEach((r, c) => {
    const { rise, fall } = grid.ridges[r]!;
    const [one, other] = [sideOf(rise), sideOf(fall)];
    const square = one.square + other.square + 2 * dot(one.white, 0, other.white, 0, known);
    const score = one.score + other.score;
    const prior = logPriors[r]! + logWeight + height.logEvidence;
    logs[c] = prior - 0.5 * (squared + logDet) + withHeight(square, score);
    for (let f = 0; f < count; f++) {
      const u = one.solved[f]! + other.solved[f]!;
      logs[(f + 1) * cells + c] =
        prior + bases[f]! + withHeight(square - steps[f]! * u * u, score - steps[f]! * u * bySolved[f]!);
    }
  });
  return Float64Array.from({ length: count + 1 }, (_, f) => logSumExp(logs.subarray(f * cells, (f + 1) * cells)));
}
