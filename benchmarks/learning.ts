import { parseArgs } from 'node:util';
import {
  ANY_SITUATION,
  fitCrest,
  historyOf,
  mostInformativeDay,
  priorFor,
  proposals,
  type CrestBrew,
  type CrestInput,
  type PastBag,
} from '../core/crest';
import { mean, regret } from './judge/measures';
import { REFERENCE, scoreOf, simulateBag, type SimulatedBag } from './simulate/brewing';
import { random, type Random } from './simulate/random';

/** What following the proposals is worth, and what a history is worth, in regret; single-crest bags. */
const { values } = parseArgs({
  options: { bags: { type: 'string', default: '200' }, seed: { type: 'string', default: '1' } },
});
const bags = Number(values.bags);
const seed = Number(values.seed);

function brew(
  { truth, taste }: SimulatedBag,
  rng: Random,
  age: number,
  changes: readonly { factor: string; setting: string }[],
): CrestBrew {
  const brewer = changes.find(({ factor }) => factor === 'brewer')?.setting ?? REFERENCE.brewer;
  const made = { age, brewer, waterC: 92, recordedFrom: 'cup' as const, fault: null };
  return { ...REFERENCE, ...made, id: String(age), overall: scoreOf(rng, truth, taste, made) };
}

/**
 * Eight brews from day 5 on: to the standard recipe every second day, or each as and when the most telling is proposed.
 */
function eight(bag: SimulatedBag, rng: Random, expectedInformation: boolean): CrestInput {
  const brews: CrestBrew[] = [];
  let age = 5;
  while (brews.length < 8) {
    const input: CrestInput = { ...bag.input, brews };
    if (expectedInformation && brews.length > 0) {
      const days = proposals(
        fitCrest(input),
        Array.from({ length: 14 }, (_, i) => age + i),
        ANY_SITUATION,
      );
      const best = mostInformativeDay(days) ?? days[0]!;
      age += best.inDays;
      brews.push(brew(bag, rng, age, best.mostInformative.changes));
      age += 1;
    } else {
      brews.push(brew(bag, rng, age, []));
      age += 2;
    }
  }
  return { ...bag.input, brews };
}

const byHabit: number[] = [];
const byInformation: number[] = [];
const byTable: number[] = [];
const byHistory: number[] = [];
for (let b = 0; b < bags; b++) {
  const bag = simulateBag('crest', seed * 7_000_003 + b);
  byHabit.push(regret(bag.truth, fitCrest(eight(bag, random(seed + b), false)).advisedDay));
  byInformation.push(regret(bag.truth, fitCrest(eight(bag, random(seed + b), true)).advisedDay));

  // A taster whose coffees peak 1.4 times later than the table, with twenty finished bags.
  const past = Array.from({ length: 20 }, (_, k): PastBag => {
    const { input } = simulateBag('crest', seed * 9_000_011 + b * 31 + k, 1.4);
    return {
      roastLevel: input.roastLevel,
      process: input.process,
      style: 'filter',
      bagLikelihood: fitCrest(input).bagLikelihood,
    };
  });
  const next = simulateBag('crest', seed * 11_000_027 + b, 1.4);
  const three: CrestInput = { ...next.input, brews: next.input.brews.slice(0, 3) };
  const prior = priorFor(historyOf(past, []), { ...next.input, style: 'filter' });
  byTable.push(regret(next.truth, fitCrest(three).advisedDay));
  byHistory.push(regret(next.truth, fitCrest({ ...three, prior }).advisedDay));
}
const line = (what: string, before: number[], after: number[]): string =>
  `${what}: ${mean(before).toFixed(3)} → ${mean(after).toFixed(3)} points of regret, ratio ${(mean(after) / mean(before)).toFixed(3)}`;
console.log(`${bags} single-crest bags, seed ${seed}`);
console.log(line('eight brews, every second day → most telling', byHabit, byInformation));
console.log(line('three brews, by the table → by a history of 20 bags', byTable, byHistory));
