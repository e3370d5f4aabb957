import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import type { CrestInput } from '../model/types';
import { doubt } from './bruteForce';

/**
 * The model with comparisons, worked out by trying: bags are drawn from the prior, each cup is tasted, and those bags
 * are kept of which all comparisons but one come out as they were said, weighed by how well they explain words and marks. Shares no
 * code with the engine. Handles brewers; all cups are of one taster and written at the cup.
 */
export interface ComparedBruteForce {
  kept: number;
  peakBefore(days: number): number;
  /** The same under the wider prior the interval is stated by. */
  doubtedBefore(days: number): number;
  share(shape: string): number;
  /** Mean of the score at the reference recipe on one age less that on another. */
  difference(age: number, other: number): number;
  brewerEffect(name: string): number;
}

const TABLE = { light: 21 } as Readonly<Record<string, number>>;

export function bruteForceCompared(input: CrestInput, tries: number, ages: readonly number[]): ComparedBruteForce {
  const rng = xoroshiro128plus(77);
  const uniform = (): number => uniformFloat64(rng);
  const normal = (): number => Math.sqrt(-2 * Math.log(1 - uniform())) * Math.cos(2 * Math.PI * uniform());
  const s0 = input.sigma0;
  const x = input.brews.map(({ age }) => Math.log(age));
  const at = [...x, ...ages.map(Math.log)];
  const root = choleskyOf(at.map((a) => at.map((b) => (0.25 * s0) ** 2 * Math.exp(-0.5 * ((a - b) / 0.35) ** 2))));
  const brewers = [...new Set(input.brews.map(({ brewer }) => brewer))].filter((b) => b !== input.reference.brewer);
  const indexOf = new Map(input.brews.map(({ id }, i) => [id, i]));
  const kept: { weight: number; shape: string; peak: number; curve: number[]; effects: number[] }[] = [];
  const table = Math.log(TABLE[input.roastLevel ?? ''] ?? NaN);

  for (let t = 0; t < tries; t++) {
    const { shape, peak, curve } = drawShape(uniform, normal, table);
    let height = -1;
    while (height < 0) height = s0 * (3.2 + 1.3 * normal());
    const sigma = s0 * Math.exp(0.35 * normal());
    const z = at.map(normal);
    const clean = at.map((one, i) => height * curve(one) + root[i]!.reduce((sum, r, k) => sum + r * z[k]!, 0));
    const effects = brewers.map(() => 1.2 * s0 * normal());
    const mornings = new Map(input.brews.map(({ age }) => [age, normal()]));
    const errors = input.brews.map(({ age }) => sigma * (0.5 * mornings.get(age)! + Math.sqrt(0.75) * normal()));
    const truth = input.brews.map(({ brewer }, i) => clean[i]! + (effects[brewers.indexOf(brewer)] ?? 0));
    const tasted = truth.map((y, i) => y + errors[i]!);
    // One word in a hundred is any of the three.
    let weight = 1;
    for (const [i, { comparisons }] of input.brews.entries())
      for (const { thanId, was } of comparisons ?? []) {
        const by = tasted[i]! - tasted[indexOf.get(thanId)!]! + 0.2 * s0 * normal();
        const agrees = was === (by > 0.45 * s0 ? 'better' : by < -0.45 * s0 ? 'worse' : 'like');
        weight *= agrees ? 1 - 2 / 300 : 1 / 300;
      }
    if (weight < 1 / 10_000) continue;
    const marked = input.brews.flatMap(({ overall }, i) => (overall === null ? [] : [{ overall, i }]));
    if (marked.length > 0) {
      // A mark's error and the cup's as it was compared have 0.7 in common; mornings of marked cups are apart.
      const baseline = 80 + 8 * normal();
      for (const { overall, i } of marked) {
        const off = overall - baseline - truth[i]! - 0.7 * errors[i]!;
        weight *= Math.exp((-0.5 * off ** 2) / (0.51 * sigma ** 2)) / sigma;
      }
    }
    kept.push({ weight, shape, peak, curve: clean.slice(x.length), effects });
  }
  const total = kept.reduce((sum, { weight }) => sum + weight, 0);
  const mean = (of: (one: (typeof kept)[number]) => number): number =>
    kept.reduce((sum, one) => sum + one.weight * of(one), 0) / total;
  const crested = mean(({ peak }) => Number(Number.isFinite(peak)));
  const doubtOf = ({ peak }: { peak: number }): number => (Number.isFinite(peak) ? doubt(peak, table) : 0);
  const doubted = mean(doubtOf);
  return {
    kept: kept.length,
    peakBefore: (days) => mean(({ peak }) => Number(peak < Math.log(days))) / crested,
    doubtedBefore: (days) => mean((one) => Number(one.peak < Math.log(days)) * doubtOf(one)) / doubted,
    share: (shape) => mean((one) => Number(one.shape === shape)),
    difference: (age, other) => mean(({ curve }) => curve[ages.indexOf(age)]! - curve[ages.indexOf(other)]!),
    brewerEffect: (name) => mean(({ effects }) => effects[brewers.indexOf(name)]!),
  };
}

function choleskyOf(c: number[][]): number[][] {
  const l = c.map((row) => row.map(() => 0));
  for (let i = 0; i < c.length; i++) {
    for (let j = 0; j <= i; j++) {
      const sum = l[i]!.slice(0, j).reduce((s, v, k) => s + v * l[j]![k]!, 0);
      l[i]![j] = i === j ? Math.sqrt(Math.max(c[i]![i]! + 1e-9 - sum, 1e-12)) : (c[i]![j]! - sum) / l[j]![j]!;
    }
  }
  return l;
}

type Curve = (x: number) => number;

/** A shape by its share, with its peak (none for some) and what it loses at a log-age. */
function drawShape(
  uniform: () => number,
  normal: () => number,
  table: number,
): { shape: string; peak: number; curve: Curve } {
  const bump = (x: number, top: number, width: number): number => Math.exp(-0.5 * ((x - top) / width) ** 2);
  const which = uniform();
  if (which < 0.07) {
    const days = 20 * Math.exp(0.5 * normal());
    return { shape: 'fresh', peak: NaN, curve: (x) => Math.exp(-Math.exp(x) / days) - 1 };
  }
  if (which < 0.15) return { shape: 'flat', peak: NaN, curve: () => 0 };
  let peak = NaN;
  while (!(peak > Math.log(1.5) && peak < Math.log(90))) {
    const how = uniform();
    if (how < 0.05) peak = Math.log(1.5) + uniform() * Math.log(60);
    else peak = table + (how < 0.15 ? 0.76 : 0.38) * normal();
  }
  const [rise, fall] = [0.5 * Math.exp(0.35 * normal()), 0.6 * Math.exp(0.4 * normal())];
  if (which < 0.6) return { shape: 'crest', peak, curve: (x) => bump(x, peak, x < peak ? rise : fall) - 1 };
  if (which < 0.8) {
    const tau = Math.exp(peak) / (2.2 * Math.exp(0.3 * normal()));
    const gone = Math.exp(-Math.exp(peak) / tau) / tau;
    const raw = (age: number): number => -Math.exp(-age / tau) - age * gone;
    const best = raw(Math.exp(peak));
    return { shape: 'opening', peak, curve: (x) => (raw(Math.exp(x)) - best) / (best - raw(0)) };
  }
  if (which < 0.95) {
    const half = [0.4, 0.65, 0.9][Math.floor(3 * uniform())]!;
    const fallen = (beyond: number): number => 1 / (1 + Math.exp(-(beyond - half) / 0.14));
    return { shape: 'plateau', peak, curve: (x) => -Math.max(0, fallen(Math.abs(x - peak)) - fallen(0)) };
  }
  const apart = uniform() < 0.5 ? 0.7 : 1.05;
  const before = uniform() < 0.5;
  return {
    shape: 'twice',
    peak,
    curve: (x) => Math.max(bump(x, peak, 0.35), 0.9 * bump(x, before ? peak - apart : peak + apart, 0.35)) - 1,
  };
}
