import { parseArgs } from 'node:util';
import { fitCrest } from '../core/crest';
import { bestScoringDay, parabola } from './judge/advisers';
import { Calibrations } from './judge/calibrations';
import { bayesOptimalDay } from './judge/floor';
import { mean, regret, trueBestDay } from './judge/measures';
import { simulateBag, type SimulatedBag } from './simulate/brewing';
import { FAMILIES } from './simulate/families';
import { STRANGE } from './simulate/strange';

/**
 * How good the engine's advice is on bags whose truth is known, against a notebook, a spreadsheet and the floor: the
 * six families, and households that do what the model does not expect.
 */
const { values } = parseArgs({
  options: {
    bags: { type: 'string', default: '300' },
    seed: { type: 'string', default: '1' },
    floor: { type: 'string', default: '6000' },
    only: { type: 'string' },
  },
});
const bags = Number(values.bags);
const seed = Number(values.seed);
const floorDraws = Number(values.floor);

/** All, or those named with `--only "crest,a cup every day"`. A bag's seed depends on its own name alone. */
const ALL_NAMES = [...Object.keys(FAMILIES), ...Object.keys(STRANGE)];
const NAMES = values.only?.split(',') ?? ALL_NAMES;
const unknown = NAMES.filter((name) => !ALL_NAMES.includes(name));
if (unknown.length > 0)
  throw new Error(`There is nothing called ${unknown.join(', ')}; there is ${ALL_NAMES.join(', ')}`);

/** What each adviser lost on the bags of one name, points, and what the peak's interval did. */
interface Losses {
  engine: number[];
  best: number[];
  parabola: number[];
  floor: number[];
  covered: number[];
  width: number[];
}

function lossesOf(
  name: string,
  each: (bag: SimulatedBag, fit: ReturnType<typeof fitCrest>, b: number) => void,
): Losses {
  const losses: Losses = { engine: [], best: [], parabola: [], floor: [], covered: [], width: [] };
  const f = ALL_NAMES.indexOf(name);
  for (let b = 0; b < bags; b++) {
    const bagSeed = seed * 1_000_003 + f * 10_007 + b;
    const bag = STRANGE[name]?.(bagSeed) ?? simulateBag(name, bagSeed);
    const fit = fitCrest(bag.input);
    const best = trueBestDay(bag.truth);
    losses.engine.push(regret(bag.truth, fit.advisedDay));
    losses.best.push(regret(bag.truth, bestScoringDay(bag.input)));
    losses.parabola.push(regret(bag.truth, parabola(bag.input)));
    if (floorDraws > 0 && name in FAMILIES) losses.floor.push(regret(bag.truth, bayesOptimalDay(bag, floorDraws)));
    // Of a bag that is best fresh or never changes the interval, given a crest, says nothing.
    if (bag.family !== 'fading' && bag.family !== 'flat')
      losses.covered.push(Number(fit.peak.lo <= best && best <= fit.peak.hi));
    losses.width.push(fit.peak.hi / fit.peak.lo);
    each(bag, fit, b);
  }
  return losses;
}

const calibrations = new Calibrations();
const byFamily = new Map<string, Losses>();
const two = (values: readonly number[]): number | string =>
  values.length ? Math.round(100 * mean(values)) / 100 : '–';
const table = NAMES.map((name) => {
  const share = FAMILIES[name]?.share;
  const of = lossesOf(name, (bag, fit, b) => {
    if (share !== undefined) calibrations.add(bag, fit, share, seed + b);
  });
  if (share !== undefined) byFamily.set(name, of);
  return {
    bags: name,
    engine: two(of.engine),
    'best day': two(of.best),
    parabola: two(of.parabola),
    floor: two(of.floor),
    'engine / best day': Math.round((100 * mean(of.engine)) / mean(of.best)) / 100,
    coverage: two(of.covered),
    'width ×': two(of.width),
  };
});
console.log(`${bags} bags of each, seed ${seed}; regret in points of 100`);
console.table(table);

const together = (of: keyof Losses, weigh: (name: string) => number): number => {
  const total = [...byFamily.keys()].reduce((sum, name) => sum + weigh(name), 0);
  return [...byFamily].reduce((sum, [name, losses]) => sum + (weigh(name) / total) * mean(losses[of]), 0);
};
for (const [how, weigh] of [
  ['by the believed shares', (name: string) => FAMILIES[name]!.share],
  ['equally weighed', () => 1],
] as const) {
  if (byFamily.size === 0) break;
  const [engine, best] = [together('engine', weigh), together('best', weigh)];
  const floor = floorDraws > 0 ? together('floor', weigh) : NaN;
  console.log(
    `${how}: engine ${engine.toFixed(3)}, best-scoring day ${best.toFixed(3)}: ${(engine / best).toFixed(3)} of it` +
      (floorDraws > 0 ? `; floor ${floor.toFixed(3)}: ${(engine / floor).toFixed(3)} of it` : ''),
  );
}
for (const [what, c] of Object.entries(calibrations.stated)) {
  if (byFamily.size === 0) break;
  const { score, baseRate } = c.brier();
  console.log(
    `${what}: worst bin off by ${c.worstBin().toFixed(3)}; Brier ${score.toFixed(4)} against ${baseRate.toFixed(4)} for the base rate`,
  );
  console.log(
    `  said → happened: ${c
      .bins()
      .map(({ said, happened, count }) => `${said.toFixed(2)}→${happened.toFixed(2)} (${count})`)
      .join(', ')}`,
  );
}
console.log(
  `steady said on ${calibrations.steadySaid} bags; on ${calibrations.steadyWrong} of ${calibrations.ranging} whose true range over the days tried exceeds 3 σ₀`,
);
