/**
 * The dense kernels the engine lives in, on flat row-major `Float64Array`s, in place. A profile showed the
 * library's object matrices to dominate a fit; these are tested against it.
 */

/**
 * Cholesky factor of a symmetric positive definite n × n matrix: overwrites the lower triangle of `a` with L, a = L·Lᵀ.
 * Returns ln det a. Throws a RangeError when `a` is not positive definite.
 */
export function cholesky(a: Float64Array, n: number): number {
  let logDet = 0;
  for (let j = 0; j < n; j++) {
    const rowJ = j * n;
    for (let i = j; i < n; i++) {
      const rowI = i * n;
      let sum = a[rowI + j]!;
      for (let k = 0; k < j; k++) sum -= a[rowI + k]! * a[rowJ + k]!;
      if (i > j) a[rowI + j] = sum / a[rowJ + j]!;
      else {
        if (!(sum > 0)) throw new RangeError(`Matrix is not positive definite at row ${j}`);
        a[rowJ + j] = Math.sqrt(sum);
        logDet += Math.log(sum);
      }
    }
  }
  return logDet;
}

/** Whitens `x[at … at + n)` in place: x ← L⁻¹ x, with L the lower triangle of an n × n factor. */
export function whiten(factor: Float64Array, n: number, x: Float64Array, at = 0): void {
  // What leads with zeros stays so: half of every ridge is.
  let first = 0;
  while (first < n && x[at + first] === 0) first++;
  for (let i = first; i < n; i++) {
    const row = i * n;
    let sum = x[at + i]!;
    for (let k = first; k < i; k++) sum -= factor[row + k]! * x[at + k]!;
    x[at + i] = sum / factor[row + i]!;
  }
}

/**
 * Solves S x = b in place of b, for a symmetric positive definite S given by its lower triangle, which is overwritten.
 */
export function solveInPlace(s: Float64Array, n: number, b: Float64Array): void {
  cholesky(s, n);
  solveFactored(s, n, b);
}

/** The same for an S of which the Cholesky factor is known. */
export function solveFactored(factor: Float64Array, n: number, b: Float64Array): void {
  whiten(factor, n, b);
  for (let i = n - 1; i >= 0; i--) {
    let sum = b[i]!;
    for (let k = i + 1; k < n; k++) sum -= factor[k * n + i]! * b[k]!;
    b[i] = sum / factor[i * n + i]!;
  }
}

/**
 * The inverse of the first n rows of a lower triangular factor L, n × n, row-major; and the diagonal of (L·Lᵀ)⁻¹.
 *
 * @param stride length of a row of the factor
 */
export function inverseOfFactor(
  factor: Float64Array,
  n: number,
  stride: number,
): { inverse: Float64Array; precision: Float64Array } {
  const inverse = new Float64Array(n * n);
  const precision = new Float64Array(n);
  for (let j = 0; j < n; j++) {
    inverse[j * n + j] = 1 / factor[j * stride + j]!;
    for (let i = j + 1; i < n; i++) {
      let sum = 0;
      for (let k = j; k < i; k++) sum -= factor[i * stride + k]! * inverse[k * n + j]!;
      inverse[i * n + j] = sum / factor[i * stride + i]!;
    }
    for (let i = j; i < n; i++) precision[j]! += inverse[i * n + j]! ** 2;
  }
  return { inverse, precision };
}

/** ln Σ exp of logarithms, whatever their size; negative infinity for none. */
export function logSumExp(logs: Iterable<number>): number {
  let [most, sum] = [-Infinity, 0];
  for (const log of logs) {
    if (log === -Infinity) continue;
    if (log <= most) sum += Math.exp(log - most);
    else [most, sum] = [log, sum * Math.exp(most - log) + 1];
  }
  return most + Math.log(sum);
}

/** Dot product of `a[aAt … aAt + n)` and `b[bAt … bAt + n)`. */
export function dot(a: Float64Array, aAt: number, b: Float64Array, bAt: number, n: number): number {
  let sum = 0;
  for (let i = 0; i < n; i++) sum += a[aAt + i]! * b[bAt + i]!;
  return sum;
}
