import { TruncatedNormalEP } from '../../numeric/truncatedNormal';
import { COMPARISON_SD } from '../model/constants';
import type { Contrast } from '../model/entries';
import { priorMeanOf, type Data, type Whitened } from '../model/likelihood';
import { solveInPlace } from '../../numeric/linalg';

/** The whitened sides of a ridge at the entries: two places in `white`. */
export interface RidgePlace {
  white: Float64Array;
  riseAt: number;
  fallAt: number;
}

/**
 * What comparisons say of each cell of the grid.
 *
 * How the cups tasted that were held against each other was not written down; it is u = m + A·h + L z, with z ~
 * Normal(0, I) for the entries whose score is not known and z found from the known ones. A comparison bounds a
 * difference of two of them, and the height A is bounded below by 0. Given a cell all of them together are one normal
 * vector (A first, then the differences) within bounds: its probability is the cell's evidence, and its factors carry
 * what was learnt of A and z.
 */
export class Comparing {
  readonly #box: TruncatedNormalEP;
  readonly #count: number;
  readonly #unknown: number;
  /** Differences as combinations of z, [contrast][unknown entry]: D·L over the unknown entries. */
  readonly loadings: Float64Array;
  /** What the known scores alone make of each difference, points. */
  readonly #given: Float64Array;
  /** loadings · loadingsᵀ, and the slip of each comparison. */
  readonly #spread: Float64Array;
  readonly #covariance: Float64Array;
  readonly #from: Float64Array;
  readonly #to: Float64Array;
  readonly #slope: Float64Array;
  /** Sd of the slip of one comparison, points. */
  readonly #slip: number;
  readonly #contrasts: readonly Contrast[];

  /** @param gross comparisons taken as gross errors: they bound nothing */
  constructor(
    readonly data: Data,
    { factor, residual }: Whitened,
    gross: readonly number[],
  ) {
    const { n, known } = data;
    const contrasts = data.contrasts.map((one, c) =>
      gross.includes(c) ? { ...one, from: -Infinity, to: Infinity } : one,
    );
    this.#contrasts = contrasts;
    this.#slip = COMPARISON_SD * data.sigma0;
    const [m, u] = [contrasts.length, n - known];
    this.#count = m;
    this.#unknown = u;
    this.#box = new TruncatedNormalEP(m + 1);
    this.loadings = new Float64Array(m * u);
    this.#given = new Float64Array(m);
    this.#slope = new Float64Array(m);
    this.#covariance = new Float64Array((m + 1) ** 2);
    this.#from = new Float64Array(m + 1);
    this.#to = new Float64Array(m + 1).fill(Infinity);
    contrasts.forEach(({ plus, minus }, c) => {
      // L is lower triangular: what lies right of its diagonal is not part of it.
      const at = (row: number, column: number): number => (column > row ? 0 : factor[row * n + column]!);
      for (let k = 0; k < u; k++) this.loadings[c * u + k] = at(plus, known + k) - at(minus, known + k);
      let given = priorMeanOf(data, plus) - priorMeanOf(data, minus);
      for (let k = 0; k < known; k++) given += (at(plus, k) - at(minus, k)) * residual[k]!;
      this.#given[c] = given;
    });
    this.#spread = new Float64Array(m * m);
    for (let c = 0; c < m; c++)
      for (let d = 0; d < m; d++)
        for (let k = 0; k < u; k++) this.#spread[c * m + d]! += this.loadings[c * u + k]! * this.loadings[d * u + k]!;
    for (let c = 0; c < m; c++) this.#spread[c * m + c]! += this.#slip ** 2;
  }

  /**
   * ln of the probability of all comparisons and of a height above 0, in a cell where the known scores alone make the
   * height Normal(mean, sd²).
   *
   * @param white whitened sides of the ridge at the entries, from `riseAt` and `fallAt` on
   * @param like the sites of a cell much like this one, as `sitesInto` keeps them; null to find them from nothing
   */
  evidence(
    mean: number,
    sd: number,
    { white, riseAt, fallAt }: RidgePlace,
    like: { sites: Float64Array; at: number; steps: number } | null,
  ): number {
    const [m, u] = [this.#count, this.#unknown];
    const { known } = this.data;
    const size = m + 1;
    const slope = this.#slope;
    for (let c = 0; c < m; c++) {
      let s = 0;
      for (let k = 0; k < u; k++)
        s += this.loadings[c * u + k]! * (white[riseAt + known + k]! + white[fallAt + known + k]!);
      slope[c] = s;
    }
    const covariance = this.#covariance;
    const variance = sd * sd;
    covariance[0] = variance;
    this.#from[0] = -mean;
    for (let c = 0; c < m; c++) {
      covariance[c + 1] = covariance[(c + 1) * size] = variance * slope[c]!;
      for (let d = 0; d < m; d++)
        covariance[(c + 1) * size + d + 1] = this.#spread[c * m + d]! + variance * slope[c]! * slope[d]!;
      const middle = this.#given[c]! + mean * slope[c]!;
      const { from, to } = this.#contrasts[c]!;
      this.#from[c + 1] = from - middle;
      this.#to[c + 1] = to - middle;
    }
    if (like === null) return this.#box.run(covariance, this.#from, this.#to);
    this.#box.tau.set(like.sites.subarray(like.at, like.at + size));
    this.#box.nu.set(like.sites.subarray(like.at + size, like.at + 2 * size));
    return this.#box.follow(covariance, this.#from, this.#to, like.steps);
  }

  /** After `evidence`: ln of the probability of a comparison, given all others. */
  logProbability(c: number): number {
    return this.#box.logMassWithin(c + 1, this.#from[c + 1]!, this.#to[c + 1]!);
  }

  /** How many numbers the sites of a cell are. */
  get siteCount(): number {
    return 2 * (this.#count + 1);
  }

  /** After `evidence`: the sites it was worked out at. */
  sitesInto(out: Float64Array, at: number): void {
    out.set(this.#box.tau, at);
    out.set(this.#box.nu, at + this.#count + 1);
  }

  /** After `evidence`: where a cell much like this one may begin. */
  nextSitesInto(out: Float64Array, at: number): void {
    out.set(this.#box.nextTau, at);
    out.set(this.#box.nextNu, at + this.#count + 1);
  }

  /** After `evidence`: the height given the comparisons, a normal that is then cut off below 0. */
  height(mean: number): { mean: number; sd: number } {
    const cavity = this.#box.cavity(0);
    return { mean: mean + cavity.mean, sd: Math.sqrt(cavity.variance) };
  }

  /** After `evidence`: the mean of z for every unknown entry, into `out` from `at` on. */
  meanInto(out: Float64Array, at: number): void {
    const [m, u] = [this.#count, this.#unknown];
    for (let k = 0; k < u; k++) {
      let sum = 0;
      for (let c = 0; c < m; c++) sum += this.loadings[c * u + k]! * this.#box.pull(c + 1);
      out[at + k] = sum;
    }
  }

  /**
   * After `evidence`: z given a height, one draw from standard normals: `normals` has one for every unknown entry and
   * then one for every comparison. The factors of the comparisons are read as observations of the differences
   * (Matheron's rule: a draw of the prior is moved by what it misses of them).
   */
  drawInto(out: Float64Array, at: number, byHeight: number, normals: Float64Array, normalsAt: number): void {
    const [m, u] = [this.#count, this.#unknown];
    const { tau, nu } = this.#box;
    const root = Float64Array.from({ length: m }, (_, c) => Math.sqrt(tau[c + 1]!));
    const missed = new Float64Array(m);
    const system = new Float64Array(m * m);
    for (let c = 0; c < m; c++) {
      let drawn = byHeight * this.#slope[c]!;
      for (let k = 0; k < u; k++) drawn += this.loadings[c * u + k]! * normals[normalsAt + k]!;
      const unread = Math.sqrt(1 + tau[c + 1]! * this.#slip ** 2);
      // A comparison that taught nothing has no factor to miss.
      missed[c] = root[c]! < 1e-9 ? 0 : nu[c + 1]! / root[c]! - root[c]! * drawn - unread * normals[normalsAt + u + c]!;
      for (let d = 0; d <= c; d++)
        system[c * m + d] = root[c]! * root[d]! * this.#spread[c * m + d]! + (c === d ? 1 : 0);
    }
    solveInPlace(system, m, missed);
    for (let k = 0; k < u; k++) {
      let z = normals[normalsAt + k]!;
      for (let c = 0; c < m; c++) z += this.loadings[c * u + k]! * root[c]! * missed[c]!;
      out[at + k] = z;
    }
  }
}
