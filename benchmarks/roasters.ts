import { parseArgs } from 'node:util';
import { fitCrest, historyOf, priorFor, type CrestInput, type PastBag } from '../core/crest';
import { mean, regret, trueBestDay } from './judge/measures';
import { simulateBag, type SimulatedBag } from './simulate/brewing';
import { random, type Random } from './simulate/random';

/**
 * What it is worth to know the roaster of a bag. Households drink four roasters' coffee, of one of which everything
 * wants 1.8 times as long; five bags of each are finished. Of the next bag of each, after three cups and after all of
 * them: regret and coverage by the table, by the past whoever the roaster was, and by the past and its roaster. Once
 * more where the roasters are all alike, and once more with rest advice on every label, of which a roaster's is off by a
 * factor of its own.
 */
const { values } = parseArgs({
  options: { households: { type: 'string', default: '40' }, seed: { type: 'string', default: '2026' } },
});
const households = Number(values.households);
const seed = Number(values.seed);

const ROASTERS = ['Hallstead', 'Ferncote', 'Nethergill', 'Oakmere'];
const BAGS_EACH = 5;
/** How much later a roaster's bags peak, ln; the first is the odd one. */
const laterOf = (rng: Random, roaster: number): number => (roaster === 0 ? Math.log(1.8) : rng.normal(0, 0.15));
/** Ln sds of how far advice is off: all of a roaster's, and each. */
const ADVICE = { bias: 0.35, own: 0.15 };

interface Case {
  what: string;
  alike: boolean;
  advised: boolean;
}

function advisedInput({ input, truth }: SimulatedBag, rng: Random, bias: number): CrestInput {
  const peak = trueBestDay(truth);
  return { ...input, restAdviceDays: Math.max(1, Math.round(peak * Math.exp(bias + rng.normal(0, ADVICE.own)))) };
}

type Arm = 'table' | 'past' | 'roaster';
const ARMS: readonly Arm[] = ['table', 'past', 'roaster'];

function run({ alike, advised }: Case): void {
  const regrets = new Map<string, number[]>();
  const covered = new Map<string, number[]>();
  const note = (map: Map<string, number[]>, key: string, value: number): void =>
    void map.set(key, [...(map.get(key) ?? []), value]);
  for (let h = 0; h < households; h++) {
    const rng = random(seed * 1_000_003 + h);
    const roasters = ROASTERS.map((roaster, r) => ({
      roaster,
      later: alike ? 0 : laterOf(rng, r),
      bias: rng.normal(0, ADVICE.bias),
    }));
    const bagOf = (r: number, k: number): { bag: SimulatedBag; input: CrestInput } => {
      const { later, bias } = roasters[r]!;
      const bag = simulateBag('crest', seed * 9_000_011 + h * 101 + r * 17 + k, Math.exp(later));
      return { bag, input: advised ? advisedInput(bag, rng, bias) : bag.input };
    };
    const past = roasters.flatMap(({ roaster }, r) =>
      Array.from({ length: BAGS_EACH }, (_, k): PastBag => {
        const { input } = bagOf(r, k);
        const { roastLevel, process, restAdviceDays } = input;
        const { bagLikelihood } = fitCrest(input);
        return { roastLevel, process, restAdviceDays, style: 'filter', roaster, bagLikelihood };
      }),
    );
    const known = historyOf(past, []);
    const nameless = historyOf(
      past.map((bag) => ({ ...bag, roaster: '' })),
      [],
    );
    roasters.forEach(({ roaster }, r) => {
      const { bag, input } = bagOf(r, BAGS_EACH);
      const best = trueBestDay(bag.truth);
      const kind = { ...input, style: 'filter' as const };
      const priors = { table: null, past: priorFor(nameless, kind), roaster: priorFor(known, { ...kind, roaster }) };
      for (const arm of ARMS)
        for (const cups of [3, input.brews.length]) {
          const prior = priors[arm];
          const asked = { ...input, brews: input.brews.slice(0, cups), ...(prior && { prior }) };
          const { advisedDay, peak } = fitCrest(asked);
          const key = `${arm} ${cups === 3 ? 'three cups' : 'all cups'}`;
          const lost = regret(bag.truth, advisedDay);
          note(regrets, key, lost);
          if (r === 0) note(regrets, `${key}, the odd roaster`, lost);
          note(covered, key, Number(peak.lo <= best && best <= peak.hi));
        }
    });
  }
  for (const [key, lost] of [...regrets].sort(([a], [b]) => (a < b ? -1 : 1))) {
    const held = covered.get(key);
    console.log(
      `  ${key.padEnd(34)} regret ${mean(lost).toFixed(3)}${held ? `, coverage ${mean(held).toFixed(2)}` : ''}`,
    );
  }
}

const CASES: readonly Case[] = [
  { what: 'one roaster wants 1.8 times as long', alike: false, advised: false },
  { what: 'all roasters alike', alike: true, advised: false },
  { what: 'one roaster wants 1.8 times as long, with advice', alike: false, advised: true },
];
console.log(`${households} households of ${ROASTERS.length} roasters, ${BAGS_EACH} finished bags each, seed ${seed}`);
for (const one of CASES) {
  console.log(one.what);
  run(one);
}
