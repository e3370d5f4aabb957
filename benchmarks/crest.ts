import { parseArgs } from 'node:util';
import { NOTICEABLE } from '../core/crest';
import { fitCrest } from '../core/crest/fit';
import { stateOf } from '../core/crest/state';
import { bestScoringDay, parabola } from './judge/advisers';
import { bayesOptimalDay } from './judge/floor';
import { Calibration, mean, regret, trueBestDay } from './judge/measures';
import { SIGMA0, simulateBag } from './simulate/brewing';
import { FAMILIES } from './simulate/families';
import { random } from './simulate/random';

/** How good the engine's advice is on bags whose truth is known, against a notebook, a spreadsheet and the floor. */
const { values } = parseArgs({
  options: {
    bags: { type: 'string', default: '300' },
    seed: { type: 'string', default: '1' },
    floor: { type: 'string', default: '3000' },
    families: { type: 'string' },
  },
});
const bags = Number(values.bags);
const seed = Number(values.seed);
const floorDraws = Number(values.floor);

/**
 * All, or those named with `--families crest,unseen`. The seed of a bag depends on its family, not on which others are
 * run.
 */
const ALL_NAMES = [...Object.keys(FAMILIES), 'unseen'];
const NAMES = values.families?.split(',') ?? ALL_NAMES;
const unknown = NAMES.filter((name) => !ALL_NAMES.includes(name));
if (unknown.length > 0)
  throw new Error(`There is no family called ${unknown.join(', ')}; there are ${ALL_NAMES.join(', ')}`);
const calibration = {
  window: new Calibration(),
  past: new Calibration(),
  fresh: new Calibration(),
  steady: new Calibration(),
};
let steadySaid = 0;
let steadyWrong = 0;
let ranging = 0;
const table: Record<string, string | number>[] = [];
const all = { engine: [] as number[], best: [] as number[], parabola: [] as number[], floor: [] as number[] };

for (const family of NAMES) {
  const f = ALL_NAMES.indexOf(family);
  const of = {
    engine: [] as number[],
    best: [] as number[],
    parabola: [] as number[],
    floor: [] as number[],
    error: [] as number[],
    covered: [] as number[],
    width: [] as number[],
  };
  for (let b = 0; b < bags; b++) {
    const bag = simulateBag(family, seed * 1_000_003 + f * 10_007 + b);
    const fit = fitCrest(bag.input);
    const best = trueBestDay(bag.truth);
    of.engine.push(regret(bag.truth, fit.advisedDay));
    of.best.push(regret(bag.truth, bestScoringDay(bag.input)));
    of.parabola.push(regret(bag.truth, parabola(bag.input)));
    if (floorDraws > 0 && family !== 'unseen')
      of.floor.push(regret(bag.truth, bayesOptimalDay(bag, seed + 7 * b, floorDraws)));
    of.error.push(Math.abs(Math.log(fit.peak.day / best)));
    of.covered.push(Number(fit.peak.lo <= best && best <= fit.peak.hi));
    of.width.push(fit.peak.hi / fit.peak.lo);
    if (family === 'unseen') continue;

    // Today is some day around the last brew.
    const tried = bag.input.brews.filter((brew) => brew.fault === null).map((brew) => brew.age);
    const today = Math.min(90, Math.max(...tried) + random(seed + b).whole(-10, 10));
    if (today < 0) continue;
    // On a bag that never changes every day is a best day, and none is past.
    let trueBest = 0;
    bag.truth.forEach((y, day) => (trueBest = y > bag.truth[trueBest]! ? day : trueBest));
    const good = bag.truth[trueBest]! - bag.truth[today]! <= NOTICEABLE * SIGMA0;
    calibration.window.add(fit.inWindow[today]!, good);
    calibration.fresh.add(fit.fresh, trueBest <= 1);
    calibration.past.add(fit.fading[today]!, !good && today > trueBest);
    const seen = Array.from(bag.truth).slice(Math.min(...tried), Math.max(...tried) + 1);
    const range = Math.max(...seen) - Math.min(...seen);
    calibration.steady.add(fit.steady ?? 0, range < SIGMA0);
    const saysSteady = stateOf(fit, today, false).state === 'steady';
    if (saysSteady) steadySaid++;
    if (range > 3 * SIGMA0) {
      ranging++;
      if (saysSteady) steadyWrong++;
    }
  }
  const two = (x: number): number => Math.round(100 * x) / 100;
  table.push({
    family,
    engine: two(mean(of.engine)),
    'best day': two(mean(of.best)),
    parabola: two(mean(of.parabola)),
    floor: of.floor.length ? two(mean(of.floor)) : '–',
    'engine / best day': two(mean(of.engine) / mean(of.best)),
    '|ln peak error|': two(mean(of.error)),
    coverage: two(mean(of.covered)),
    'width ×': two(mean(of.width)),
  });
  if (family === 'unseen') continue;
  for (const key of ['engine', 'best', 'parabola', 'floor'] as const) all[key].push(...of[key]);
}

console.log(`${bags} bags a family, seed ${seed}; regret in points of 100`);
console.table(table);
console.log(
  `known families together: engine ${mean(all.engine).toFixed(3)}, best-scoring day ${mean(all.best).toFixed(3)}, parabola ${mean(all.parabola).toFixed(3)}` +
    (floorDraws > 0 ? `, floor ${mean(all.floor).toFixed(3)}` : ''),
);
console.log(
  `engine / best-scoring day ${(mean(all.engine) / mean(all.best)).toFixed(3)}` +
    (floorDraws > 0 ? `, engine / floor ${(mean(all.engine) / mean(all.floor)).toFixed(3)}` : ''),
);
for (const [what, c] of Object.entries(calibration)) {
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
  `steady said on ${steadySaid} bags; on ${steadyWrong} of ${ranging} whose true range over the days tried exceeds 3 σ₀`,
);
