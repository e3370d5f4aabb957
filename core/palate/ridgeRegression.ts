import { cholesky, solveInPlace } from '../numeric/linalg';

/** A linear fit: what a score is where every column is 0, and what one unit of each column adds. */
export interface RidgeFit {
  intercept: number;
  coefficients: Float64Array;
  /** Standard errors of the coefficients, by the spread that is left. */
  sd: Float64Array;
  /** Standard deviation of what the fit leaves. */
  residualSd: number;
  /** How strongly coefficients are pulled to 0. */
  lambda: number;
}

interface Centred {
  n: number;
  p: number;
  x: Float64Array;
  y: Float64Array;
  columnMeans: Float64Array;
  meanY: number;
}

function centred(rows: readonly (readonly number[])[], scores: readonly number[]): Centred {
  const n = rows.length;
  const p = rows[0]?.length ?? 0;
  if (n !== scores.length) throw new RangeError(`There are ${n} rows and ${scores.length} scores`);
  const columnMeans = Float64Array.from({ length: p }, (_, c) => rows.reduce((sum, row) => sum + row[c]!, 0) / n);
  const meanY = scores.reduce((sum, one) => sum + one, 0) / n;
  const x = new Float64Array(n * p);
  rows.forEach((row, i) => row.forEach((value, c) => (x[i * p + c] = value - columnMeans[c]!)));
  return { n, p, x, y: Float64Array.from(scores, (one) => one - meanY), columnMeans, meanY };
}

/** XᵀX + λI, and Xᵀy. */
function normalEquations({ n, p, x, y }: Centred, lambda: number): { left: Float64Array; right: Float64Array } {
  const left = new Float64Array(p * p);
  const right = new Float64Array(p);
  for (let a = 0; a < p; a++) {
    for (let b = 0; b < p; b++) {
      let sum = a === b ? lambda : 0;
      for (let i = 0; i < n; i++) sum += x[i * p + a]! * x[i * p + b]!;
      left[a * p + b] = sum;
    }
    for (let i = 0; i < n; i++) right[a]! += x[i * p + a]! * y[i]!;
  }
  return { left, right };
}

/**
 * Ridge regression, the intercept left free:
 *
 *     b = (XᵀX + λI)⁻¹ Xᵀy   with columns and scores about their means
 *
 * Hoerl and Kennard, *Technometrics* 12 (1970) 55–67. Read as a normal prior on every coefficient, its covariance is
 * s²(XᵀX + λI)⁻¹ (Gelman et al., *Bayesian Data Analysis*, 3rd ed., ch. 14), with s² = Σ residual² / (n − 1 − columns
 * in use), the
 * latter being the trace of X(XᵀX + λI)⁻¹Xᵀ (Hastie and Tibshirani, *Generalized Additive Models*, 1990, ch. 3).
 *
 * @param rows [cup][column]; columns should be of like size, since all are pulled alike
 * @throws RangeError where rows and scores are not as many, or λ is not above 0
 */
export function ridge(rows: readonly (readonly number[])[], scores: readonly number[], lambda: number): RidgeFit {
  if (!(lambda > 0)) throw new RangeError(`λ must be above 0, not ${lambda}`);
  const data = centred(rows, scores);
  const { n, p, x, y, columnMeans, meanY } = data;
  const { left, right } = normalEquations(data, lambda);
  const coefficients = right.slice();
  solveInPlace(left.slice(), p, coefficients);
  let misses = 0;
  for (let i = 0; i < n; i++) {
    let fitted = 0;
    for (let c = 0; c < p; c++) fitted += x[i * p + c]! * coefficients[c]!;
    misses += (y[i]! - fitted) ** 2;
  }
  const inverse = Array.from({ length: p }, (_, c) => {
    const unit = new Float64Array(p);
    unit[c] = 1;
    solveInPlace(left.slice(), p, unit);
    return unit[c];
  });
  // tr(X(XᵀX + λI)⁻¹Xᵀ): how many of the columns the fit really uses.
  const used = inverse.reduce((sum, one) => sum + 1 - lambda * one, 0);
  const variance = misses / Math.max(1, n - 1 - used);
  const sd = Float64Array.from(inverse, (one) => Math.sqrt(variance * one));
  const intercept = meanY - coefficients.reduce((sum, one, c) => sum + one * columnMeans[c]!, 0);
  return { intercept, coefficients, sd, residualSd: Math.sqrt(variance), lambda };
}

/** Pulls that are held against each other, each as likely as the next before any score. *Assumption*. */
const LAMBDAS = Array.from({ length: 9 }, (_, k) => 2 ** (k - 2));

/**
 * The same over all penalties, each weighed by how likely it makes the scores, whatever the coefficients and the spread
 * are:
 *
 *     ln evidence = ½ p ln λ − ½ ln |XᵀX + λI| − ½ (n − 1) ln (yᵀy − bᵀXᵀy)
 *
 * (MacKay, *Neural Computation* 4 (1992) 415–447). Choosing the likeliest pull instead would claim too much: of a few
 * columns it is hardly known. A standard error holds how far the penalties lie apart as well.
 */
export function ridgeByEvidence(rows: readonly (readonly number[])[], scores: readonly number[]): RidgeFit {
  const data = centred(rows, scores);
  const fits = LAMBDAS.map((lambda) => ({ fit: ridge(rows, scores, lambda), log: logEvidence(data, lambda) }));
  const most = Math.max(...fits.map(({ log }) => log));
  const total = fits.reduce((sum, { log }) => sum + Math.exp(log - most), 0);
  const weighed = fits.map(({ fit, log }) => ({ fit, weight: Math.exp(log - most) / total }));
  const average = (of: (fit: RidgeFit) => number): number =>
    weighed.reduce((sum, { fit, weight }) => sum + weight * of(fit), 0);
  const coefficients = Float64Array.from({ length: data.p }, (_, c) => average((fit) => fit.coefficients[c]!));
  const sd = coefficients.map((mean, c) =>
    Math.sqrt(average((fit) => fit.sd[c]! ** 2 + (fit.coefficients[c]! - mean) ** 2)),
  );
  return {
    intercept: average((fit) => fit.intercept),
    coefficients,
    sd,
    residualSd: Math.sqrt(average((fit) => fit.residualSd ** 2)),
    lambda: Math.exp(average((fit) => Math.log(fit.lambda))),
  };
}

function logEvidence(data: Centred, lambda: number): number {
  const { n, p, y } = data;
  const { left, right } = normalEquations(data, lambda);
  const factor = left.slice();
  const logDet = p > 0 ? cholesky(factor, p) : 0;
  const b = right.slice();
  if (p > 0) solveInPlace(left, p, b);
  const rest = b.reduce(
    (sum, one, c) => sum - one * right[c]!,
    y.reduce((sum, one) => sum + one * one, 0),
  );
  return 0.5 * p * Math.log(lambda) - 0.5 * logDet - 0.5 * (n - 1) * Math.log(Math.max(rest, 1e-9));
}
