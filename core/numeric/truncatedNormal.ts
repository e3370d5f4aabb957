import { logCdf } from './normal';

/** ln √(2π). */
const LOG_ROOT_TWO_PI = 0.5 * Math.log(2 * Math.PI);
/** A sweep that moves no site by more than this, in sds of what it is about, is the last. *Numerical*. */
const SETTLED = 1e-3;
const MOST_SWEEPS = 20;
/** A site is at least this much of what its entry has by itself, which then still has a reciprocal. *Numerical*. */
const LEAST_SITE = 1e-6;

/**
 * A centred normal vector of which every entry lies between two bounds: its probability and moments by expectation
 * propagation, each bound standing for a normal factor (a *site*) exp(ν x − ½ τ x²) with the moments that the bound has
 * among the others (Cunningham, Hennig and Lacoste-Julien, arXiv:1111.6832, 2011; Rasmussen and Williams, section 3.6).
 * One object serves many runs of one size.
 */
export class TruncatedNormalEP {
  /** The sites found by the last run. */
  readonly tau: Float64Array;
  readonly nu: Float64Array;
  /** The sites that those would become next: where a run of something much like it may begin. */
  readonly nextTau: Float64Array;
  readonly nextNu: Float64Array;
  /** Mean of the vector within the bounds, and its variances. */
  readonly mean: Float64Array;
  readonly variance: Float64Array;
  readonly #covariance: Float64Array;
  /** Of an entry given the bounds of all others: filled in by `cavity`. */
  #cavityMean = 0;
  #cavityVariance = 0;
  /** Of a normal within bounds: filled in by `#within`. */
  #logMass = 0;
  #withinMean = 0;
  #withinVariance = 0;
  readonly #column: Float64Array;
  readonly #factor: Float64Array;
  readonly #pulled: Float64Array;
  readonly #solved: Float64Array;
  readonly #moved: Float64Array;

  constructor(readonly size: number) {
    this.tau = new Float64Array(size);
    this.nu = new Float64Array(size);
    this.nextTau = new Float64Array(size);
    this.nextNu = new Float64Array(size);
    this.mean = new Float64Array(size);
    this.variance = new Float64Array(size);
    this.#covariance = new Float64Array(size * size);
    this.#factor = new Float64Array(size * size);
    this.#pulled = new Float64Array(size);
    this.#solved = new Float64Array(size);
    this.#moved = new Float64Array(size);
    this.#column = new Float64Array(size);
  }

  /**
   * ln of the probability that a vector of this covariance, m × m, lies between the bounds; negative infinity where the
   * bounds are beyond what a double can hold. The sites are found from nothing, one after another until they settle.
   */
  run(covariance: Float64Array, from: Float64Array, to: Float64Array): number {
    const { size, tau, nu, mean, variance } = this;
    const c = this.#covariance;
    c.set(covariance);
    tau.fill(0);
    nu.fill(0);
    mean.fill(0);
    for (let sweep = 0; sweep < MOST_SWEEPS; sweep++) {
      let moved = 0;
      for (let i = 0; i < size; i++) {
        const own = (variance[i] = c[i * size + i]!);
        if (!this.#site(i, from[i]!, to[i]!)) return -Infinity;
        const [byTau, byNu] = [this.nextTau[i]! - tau[i]!, this.nextNu[i]! - nu[i]!];
        moved = Math.max(moved, Math.abs(byTau) * own, Math.abs(byNu - byTau * mean[i]!) * Math.sqrt(own));
        this.#change(i, byTau, byNu);
        tau[i] = this.nextTau[i]!;
        nu[i] = this.nextNu[i]!;
      }
      if (moved < SETTLED) break;
    }
    return this.follow(covariance, from, to);
  }

  /**
   * The same from the sites of a run of something much like it, in `tau` and `nu`. The probability is stationary in the
   * sites, so that it is right to the square of what they are off by; `steps` times all are found anew together.
   */
  follow(covariance: Float64Array, from: Float64Array, to: Float64Array, steps = 1): number {
    let logMass = this.#step(covariance, from, to);
    for (let step = 1; step < steps && logMass > -Infinity; step++) {
      this.tau.set(this.nextTau);
      this.nu.set(this.nextNu);
      logMass = this.#step(covariance, from, to);
    }
    return logMass;
  }

  /** Mean, variances and probability at the sites as they are, and the sites they would become next. */
  #step(covariance: Float64Array, from: Float64Array, to: Float64Array): number {
    const { size, tau, nu, mean, variance } = this;
    // With B = I + T½ S T½ = L Lᵀ the covariance within the bounds is T^−½ (I − B⁻¹) T^−½, its mean S (ν − T½ B⁻¹ T½ S
    // ν).
    const [l, roots, free, pulled] = [this.#factor, this.#column, this.mean, this.#pulled];
    for (let i = 0; i < size; i++) {
      tau[i] = Math.max(tau[i]!, LEAST_SITE / covariance[i * size + i]!);
      roots[i] = Math.sqrt(tau[i]!);
    }
    let logMass = 0;
    for (let i = 0; i < size; i++) {
      const row = i * size;
      let moved = 0;
      for (let j = 0; j < size; j++) moved += covariance[row + j]! * nu[j]!;
      free[i] = moved;
      moved *= roots[i]!;
      for (let j = 0; j <= i; j++) {
        let sum = roots[i]! * roots[j]! * covariance[row + j]! + (i === j ? 1 : 0);
        for (let k = 0; k < j; k++) sum -= l[row + k]! * l[j * size + k]!;
        l[row + j] = i === j ? Math.sqrt(sum) : sum / l[j * size + j]!;
      }
      for (let k = 0; k < i; k++) moved -= l[row + k]! * pulled[k]!;
      pulled[i] = moved / l[row + i]!;
      logMass -= Math.log(l[row + i]!);
    }
    // L⁻¹ column by column: the sums of its squares are the diagonal of B⁻¹, its products with what is pulled B⁻¹ T½ S
    // ν.
    const column = this.#solved;
    for (let j = 0; j < size; j++) {
      let square = 0;
      let along = 0;
      for (let i = j; i < size; i++) {
        let sum = i === j ? 1 : 0;
        for (let k = j; k < i; k++) sum -= l[i * size + k]! * column[k]!;
        column[i] = sum /= l[i * size + i]!;
        square += sum * sum;
        along += sum * pulled[i]!;
      }
      variance[j] = (1 - square) / tau[j]!;
      this.#moved[j] = roots[j]! * along;
    }
    for (let i = 0; i < size; i++) {
      const row = i * size;
      for (let j = 0; j < size; j++) free[i]! -= covariance[row + j]! * this.#moved[j]!;
    }
    for (let i = 0; i < size; i++) {
      if (!this.#site(i, from[i]!, to[i]!)) return -Infinity;
      const [m, w] = [this.#cavityMean, this.#cavityVariance];
      const sum = m / w + nu[i]!;
      logMass +=
        this.#logMass +
        0.5 * Math.log1p(tau[i]! * w) -
        0.5 * (sum ** 2 / (1 / w + tau[i]!) - m ** 2 / w) +
        0.5 * nu[i]! * mean[i]!;
    }
    return logMass;
  }

  /**
   * Finds what site `i` would become next from what all others make of its entry; false where that has no probability.
   */
  #site(i: number, from: number, to: number): boolean {
    this.#leaveOut(i);
    const [m, v] = [this.#cavityMean, this.#cavityVariance];
    if (!(v > 0)) return false;
    this.#within(from, to, m, v);
    if (!(this.#logMass > -700) || !(this.#withinVariance > 0)) return false;
    this.nextTau[i] = Math.max(0, 1 / this.#withinVariance - 1 / v);
    this.nextNu[i] = this.#withinMean / this.#withinVariance - m / v;
    return true;
  }

  /** Mean and variance of entry `i` given the bounds of all others, after a run. */
  cavity(i: number): { mean: number; variance: number } {
    this.#leaveOut(i);
    return { mean: this.#cavityMean, variance: this.#cavityVariance };
  }

  /** After a run: ln of the probability that entry `i` is within bounds, given the bounds of all others. */
  logMassWithin(i: number, from: number, to: number): number {
    this.#leaveOut(i);
    this.#within(from, to, this.#cavityMean, this.#cavityVariance);
    return this.#logMass;
  }

  /**
   * What all bounds pull entry `i` by: the mean of anything that goes along with the vector is its covariance with it
   * times these.
   */
  pull(i: number): number {
    return this.nu[i]! - this.tau[i]! * this.mean[i]!;
  }

  #leaveOut(i: number): void {
    const own = this.variance[i]!;
    const precision = 1 / own - this.tau[i]!;
    this.#cavityVariance = 1 / precision;
    this.#cavityMean = (this.mean[i]! / own - this.nu[i]!) / precision;
  }

  /** Changes a site: a rank-one step of mean and covariance. */
  #change(i: number, byTau: number, byNu: number): void {
    const { size, mean } = this;
    const covariance = this.#covariance;
    const own = covariance[i * size + i]!;
    const step = (byNu - byTau * mean[i]!) / (1 + byTau * own);
    const shrink = byTau / (1 + byTau * own);
    for (let j = 0; j < size; j++) mean[j]! += covariance[j * size + i]! * step;
    // Column i is needed as it was while all others change by it.
    const column = this.#column;
    for (let j = 0; j < size; j++) column[j] = covariance[j * size + i]!;
    for (let j = 0; j < size; j++) {
      const by = shrink * column[j]!;
      const row = j * size;
      for (let k = 0; k < size; k++) covariance[row + k]! -= by * column[k]!;
    }
  }

  /** ln mass, mean and variance of Normal(mean, variance) between bounds, one of which may be infinite. */
  #within(from: number, to: number, mean: number, variance: number): void {
    const sd = Math.sqrt(variance);
    let a = (from - mean) / sd;
    let b = (to - mean) / sd;
    // The tail is exact on the left: what lies right of the mean is turned round.
    const turned = a + b > 0 ? -1 : 1;
    if (turned < 0) [a, b] = [-b, -a];
    const above = logCdf(b);
    const logMass = a === -Infinity ? above : above + Math.log1p(-Math.exp(logCdf(a) - above));
    const pa = density(a, logMass);
    const pb = density(b, logMass);
    const shift = pa - pb;
    this.#logMass = logMass;
    this.#withinMean = mean + turned * sd * shift;
    this.#withinVariance = variance * (1 + (pa && a * pa) - (pb && b * pb) - shift ** 2);
  }
}

/** φ(x) over a mass given by its ln; nothing at infinity. */
function density(x: number, logMass: number): number {
  return Number.isFinite(x) ? Math.exp(-0.5 * x * x - LOG_ROOT_TWO_PI - logMass) : 0;
}
