import { parseArgs } from 'node:util';
import { expectationOf } from '../application/shelf/planShelf';
import type { Tasting } from '../application/palate/palate';
import { standingsAmong } from '../application/palate/standings';
import { scoreAtBest } from '../application/atBest';
import { ONE_SCALE, scaleMapsOf, type ScaleMaps } from '../application/palate/scaleMaps';
import { fitCrest, type CrestInput } from '../core/crest';
import { onStep, SCALE_RANGES, scoreOf, type ScoringScale } from '../core/cup';
import { onMainScale, SAME_SCALE, type ScaleMap } from '../core/palate';
import { planOutcome } from '../core/shelf/plan';
import { mean, trueBestDay } from './judge/measures';
import { simulateBag, type SimulatedBag } from './simulate/brewing';
import { random, type Random } from './simulate/random';

/**
 * Households that score half of their bags out of 10 and half in levels, whose levels mean what they mean to them: a map
 * that nobody knows. Standings and a plan of the shelf as if all were one ruler, by the map learnt from what there is,
 * and knowing it; the latter two also where only different coffees tell of it.
 */
const { values } = parseArgs({
  options: { households: { type: 'string', default: '100' }, seed: { type: 'string', default: '2026' } },
});
const households = Number(values.households);
const seed = Number(values.seed);

const BAGS = 12;
/** So many coffees are bought once more, and scored in the other way; so many cups have attributes beside the mark. */
const AGAIN = 3;
const PLAN_DAYS = 14;

/** What a level of this household is on its marks: points out of 100. */
interface TrueMap {
  offset: number;
  slope: number;
}

const trueMapOf = (rng: Random): TrueMap => ({ offset: rng.normal(15, 8), slope: rng.logNormal(0.6, 0.25) });

/** The bag's cups as that scale writes them: levels by the household's map, turned round. */
function inScale({ input }: SimulatedBag, scale: ScoringScale, { offset, slope }: TrueMap): CrestInput {
  const { sigma0 } = SCALE_RANGES[scale];
  if (scale === 'mark10') return { ...input, sigma0 };
  const brews = input.brews.map((brew) => {
    const level = (75 + ((brew.overall ?? 75) - 75 - offset) / slope) / SCALE_RANGES.levels.points;
    const written = onStep('levels', Math.min(5, Math.max(1, level)));
    return { ...brew, overall: brew.overall === null ? null : scoreOf('levels', written) };
  });
  return { ...input, brews, sigma0 };
}

interface ScoredBag {
  id: string;
  scale: ScoringScale;
  bag: SimulatedBag;
  input: CrestInput;
}

function tastingsOf(bags: readonly ScoredBag[]): Tasting[] {
  return bags.flatMap(({ id, scale, input }) =>
    input.brews.flatMap(({ overall, fault }) =>
      overall === null || fault !== null
        ? []
        : [
            {
              bagId: id,
              cup: { scoringScale: scale, mark: overall / SCALE_RANGES[scale].points, parts: [] },
            } as unknown as Tasting,
          ],
    ),
  );
}

/** How many pairs of bags scored in two ways stand in the wrong order, and how many places are outside what is said. */
function judgeStandings(bags: readonly ScoredBag[], maps: ScaleMaps): { wrong: number; outside: number } {
  const items = bags.map(({ id, scale, input }) => ({
    id,
    name: id,
    bagId: id,
    scale,
    best: scoreAtBest(fitCrest(input)),
  }));
  const lines = standingsAmong(items, [], maps);
  const worth = (id: string | null): number => {
    const { truth } = bags.find((one) => one.id === id)!.bag;
    return truth[trueBestDay(truth)]!;
  };
  const scaleOf = (id: string | null): ScoringScale => bags.find((one) => one.id === id)!.scale;
  const pairs = lines.flatMap((above, i) =>
    lines
      .slice(i + 1)
      .flatMap((below) => (scaleOf(above.bagId) === scaleOf(below.bagId) ? [] : [[above, below] as const])),
  );
  const inTruth = [...bags].sort((a, b) => worth(b.id) - worth(a.id)).map(({ id }) => id);
  return {
    wrong: mean(pairs.map(([above, below]) => Number(worth(above.bagId) < worth(below.bagId)))),
    outside: mean(
      lines.map(({ bagId, bestPlace, worstPlace }) => {
        const place = inTruth.indexOf(bagId ?? '') + 1;
        return Number(place < bestPlace || place > worstPlace);
      }),
    ),
  };
}

/** The mean true quality of the cups of a plan over two weeks. */
function judgePlan(bags: readonly ScoredBag[], maps: ScaleMaps): number {
  const AGE = 8;
  const shelf = bags.map(({ id, scale, input }) => ({
    id,
    style: 'filter' as const,
    isDecaf: false,
    lots: [{ id: null, cups: 4, age: AGE, isFrozen: false, fromDay: 0 }],
    ...expectationOf(fitCrest(input), maps.of[scale]),
  }));
  const wanted = Array.from({ length: PLAN_DAYS }, (_, day) => ({
    day,
    cups: 1,
    needs: { style: null, isDecaf: false },
  }));
  const { plan } = planOutcome({ bags: shelf, wanted, days: PLAN_DAYS, pins: [], freezer: null, variety: 0 });
  return mean(plan.cups.map(({ bag, day }) => bags[bag]!.bag.truth[AGE + day]!));
}

const knowing = (map: TrueMap): ScaleMaps => {
  const levels: ScaleMap = { ...SAME_SCALE, ...map };
  return { main: 'mark10', of: { ...ONE_SCALE.of, levels } };
};

const ARMS = ['one ruler', 'learnt', 'learnt, no coffee twice', 'knowing'] as const;
const found = new Map(
  ARMS.map((arm) => [arm, { wrong: [] as number[], outside: [] as number[], plan: [] as number[] }]),
);
const known = new Map<string, number[]>([
  ['learnt', []],
  ['learnt, no coffee twice', []],
]);
const missed = new Map<string, number[]>([
  ['learnt', []],
  ['learnt, no coffee twice', []],
]);
for (let h = 0; h < households; h++) {
  const rng = random(seed * 1_000_003 + h);
  const map = trueMapOf(rng);
  const bags = Array.from({ length: BAGS }, (_, b): ScoredBag => {
    const bag = simulateBag('crest', seed * 9_000_011 + h * 101 + b);
    const scale = b % 2 === 0 ? 'mark10' : 'levels';
    return { id: `bag ${b}`, scale, bag, input: inScale(bag, scale, map) };
  });
  const again = bags.slice(0, AGAIN).map(({ id, scale, bag }): ScoredBag => {
    const other = scale === 'levels' ? 'mark10' : 'levels';
    return { id: `${id} again`, scale: other, bag, input: inScale(bag, other, map) };
  });
  const named = (list: readonly ScoredBag[]) =>
    list.map(({ id, scale }) => ({
      id,
      name: id.replace(' again', ''),
      roaster: '',
      scoringScale: scale,
      weights: null,
    }));
  // Marks are the main scale here whatever a draw has most of.
  const learn = (list: readonly ScoredBag[]): ScaleMaps => {
    const marks = tastingsOf(list.filter(({ scale }) => scale === 'mark10'));
    const maps = scaleMapsOf(named(list), [...marks, ...tastingsOf(list.filter(({ scale }) => scale === 'levels'))]);
    return maps.main === 'mark10' ? maps : { main: 'mark10', of: { ...maps.of, ...turned(maps) } };
  };
  const maps: Readonly<Record<(typeof ARMS)[number], ScaleMaps>> = {
    'one ruler': ONE_SCALE,
    learnt: learn([...bags, ...again]),
    'learnt, no coffee twice': learn(bags),
    knowing: knowing(map),
  };
  for (const [arm, isKnown] of known) isKnown.push(Number(maps[arm as 'learnt'].of.levels.isKnown));
  for (const [arm, miss] of missed) {
    const at = 60;
    miss.push(Math.abs(onMainScale(maps[arm as 'learnt'].of.levels, at) - onMainScale(map, at)));
  }
  for (const arm of ARMS) {
    const { wrong, outside } = judgeStandings(bags, maps[arm]);
    const into = found.get(arm)!;
    into.wrong.push(wrong);
    into.outside.push(outside);
    into.plan.push(judgePlan(bags, maps[arm]));
  }
}

/** The maps the other way round, where levels came out as the main scale: a level is what marks are turned back to. */
function turned({ of }: ScaleMaps): Pick<ScaleMaps['of'], 'mark10' | 'levels'> {
  const { mark10 } = of;
  const slope = 1 / mark10.slope;
  const levels: ScaleMap = {
    ...mark10,
    offset: -mark10.offset * slope,
    slope,
    offsetVariance: mark10.offsetVariance * slope ** 2,
    slopeVariance: mark10.slopeVariance * slope ** 4,
    covariance: mark10.covariance * slope ** 3,
  };
  return { mark10: SAME_SCALE, levels };
}

console.log(`${households} households of ${BAGS} bags, half out of 10 and half in levels, seed ${seed}`);
for (const arm of ARMS) {
  const { wrong, outside, plan } = found.get(arm)!;
  console.log(
    `  ${arm.padEnd(26)} pairs across in the wrong order ${(100 * mean(wrong)).toFixed(1)} %, places outside what is said ` +
      `${(100 * mean(outside)).toFixed(1)} %, plan ${mean(plan).toFixed(2)} points a cup`,
  );
}
for (const [arm, isKnown] of known)
  console.log(
    `  ${arm}: the map counts as known in ${(100 * mean(isKnown)).toFixed(0)} %, and misses a level of 3 by ${mean(missed.get(arm)!).toFixed(1)} points`,
  );
