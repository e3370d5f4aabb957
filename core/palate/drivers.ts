import { solveInPlace } from '../numeric/linalg';
import type { GivenIntensity } from '../cup';

/** A marked cup with levels, of a finished bag. */
export interface LevelledCup {
  bagId: string;
  /** Its mark on the common scale over the repeatability of its own, σ₀. */
  score: number;
  intensities: readonly Pick<GivenIntensity, 'attribute' | 'adequacy'>[];
}

/**
 * What too little or too much of each attribute costs this household, in σ₀, by the attribute's id. *Assumption*:
 * before a cup says otherwise a complaint costs 1 ± 0.5, and marks miss by 1.3.
 */
export type LevelCosts = Readonly<Record<string, number>>;

const COST = { mean: 1, sd: 0.5 } as const;
const MISS_SD = 1.3;
/** A complaint that was made less often than this teaches nothing worth keeping. */
const LEAST_CUPS = 3;

/**
 * The costs by which a household's own marks went along with its complaints: a linear regression within bags, each cup
 * against the mean of its bag, with a normal prior on every cost (ridge regression: Hoerl and Kennard, *Technometrics*
 * 12 (1970) 55–67). Attributes complained of in fewer than three cups are left out.
 */
export function levelCosts(cups: readonly LevelledCup[]): LevelCosts {
  const complaints = cups.map(({ intensities }) =>
    intensities.flatMap(({ attribute, adequacy }) =>
      adequacy === 'too little' || adequacy === 'too much' ? [attribute] : [],
    ),
  );
  const counts = new Map<string, number>();
  for (const attribute of complaints.flat()) counts.set(attribute, (counts.get(attribute) ?? 0) + 1);
  const attributes = [...counts].filter(([, count]) => count >= LEAST_CUPS).map(([attribute]) => attribute);
  attributes.sort();
  const n = attributes.length;
  const normal = new Float64Array(n * n);
  const right = new Float64Array(n);
  for (let a = 0; a < n; a++) {
    normal[a * n + a] = 1 / COST.sd ** 2;
    right[a] = COST.mean / COST.sd ** 2;
  }
  for (const bagId of new Set(cups.map((cup) => cup.bagId))) {
    const own = cups.flatMap((cup, i) =>
      cup.bagId === bagId
        ? [{ score: cup.score, made: attributes.map((one) => Number(complaints[i]?.includes(one))) }]
        : [],
    );
    const mean = own.reduce((sum, { score }) => sum + score, 0) / own.length;
    const share = attributes.map((_, a) => own.reduce((sum, { made }) => sum + (made[a] ?? 0), 0) / own.length);
    for (const { score, made } of own) {
      const x = made.map((one, a) => one - (share[a] ?? 0));
      x.forEach((one, a) => {
        right[a] = (right[a] ?? 0) - (one * (score - mean)) / MISS_SD ** 2;
        x.forEach((other, b) => {
          normal[a * n + b] = (normal[a * n + b] ?? 0) + (one * other) / MISS_SD ** 2;
        });
      });
    }
  }
  if (n > 0) solveInPlace(normal, n, right);
  // What is liked too little or too much never adds to a score.
  return Object.fromEntries(attributes.map((attribute, a) => [attribute, Math.max(0, right[a] ?? 0)]));
}
