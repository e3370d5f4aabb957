import type { BrewParameters } from '../../core/brew';
import { PROCESSES, tablePeakDays, type CrestBrew, type CrestInput } from '../../core/crest';
import { FAMILIES, unseen, type Truth } from './families';
import { random, type Random } from './random';

/** Repeatability the engine is told; the taster's true one scatters around it. */
export const SIGMA0 = 3.5;

export const REFERENCE: BrewParameters = {
  style: 'filter',
  brewer: 'cone',
  doseG: 17,
  waterG: 272,
  waterC: 92,
  grindStep: 0,
};
const BREWERS = ['cone', 'flat-bottom', 'press', 'thick-paper carafe'];

/** What a taster's hands and tongue are like on one bag, unknown to the engine. */
export interface Taste {
  sigma: number;
  brewers: Record<string, number>;
  perTwoC: number;
}

/** A bag with its secret. */
export interface SimulatedBag {
  family: string;
  truth: Truth;
  taste: Taste;
  tableDays: number;
  input: CrestInput;
}

export function tasteOf(rng: Random): Taste {
  const brewers = Object.fromEntries(
    BREWERS.map((name) => [name, name === REFERENCE.brewer ? 0 : rng.normal(0, 1.2 * SIGMA0)]),
  );
  return { sigma: rng.logNormal(SIGMA0, 0.3), brewers, perTwoC: -Math.abs(rng.normal(0, 0.25 * SIGMA0)) };
}

/** The mark of one brew: the truth on that day, what the recipe does to it, and noise. */
export function scoreOf(
  rng: Random,
  truth: Truth,
  taste: Taste,
  brew: Pick<CrestBrew, 'age' | 'brewer' | 'waterC' | 'recordedFrom' | 'fault'>,
): number {
  const warmer = ((brew.waterC ?? 94) - 94) / 2;
  const sd = taste.sigma * (brew.recordedFrom === 'memory' ? Math.sqrt(3.2) : 1);
  const spoiled = brew.fault === null ? 0 : -rng.uniform(6, 20);
  const y =
    truth[Math.min(90, Math.round(brew.age))]! +
    (taste.brewers[brew.brewer] ?? 0) +
    taste.perTwoC * warmer ** 2 +
    spoiled +
    rng.normal(0, sd);
  // Marks have one decimal on a scale of 10.
  return Math.min(100, Math.max(0, Math.round(y)));
}

/** Brews as people brew: 6–14 of them, one to four days apart, the recipe changed in blocks along with age. */
function logOf(rng: Random, truth: Truth, taste: Taste): CrestBrew[] {
  const brews: CrestBrew[] = [];
  let age = rng.whole(2, 11);
  let brewer = REFERENCE.brewer;
  let waterC = 94;
  for (let i = rng.whole(6, 14); i > 0; i--) {
    if (rng.chance(0.25)) brewer = rng.pick(BREWERS);
    if (rng.chance(0.15)) waterC = rng.pick([90, 92, 94, 96]);
    const made = {
      age,
      brewer,
      waterC,
      recordedFrom: rng.chance(0.1) ? ('memory' as const) : ('cup' as const),
      fault: rng.chance(0.06) ? ('other' as const) : null,
    };
    brews.push({ ...REFERENCE, ...made, id: String(brews.length), overall: scoreOf(rng, truth, taste, made) });
    age += rng.whole(1, 4);
  }
  return brews;
}

/** One bag of a family. `later` moves where this taster's coffees peak, against the table. */
export function simulateBag(family: string, seed: number, later = 1): SimulatedBag {
  const rng = random(seed);
  const roastLevel = rng.pick(['light', 'medium-light', 'medium'] as const);
  const process = rng.pick(PROCESSES);
  const tableDays = tablePeakDays(roastLevel, process, 'filter');
  const truth = (FAMILIES[family] ?? unseen)(rng, tableDays * later);
  const taste = tasteOf(rng);
  return {
    family,
    truth,
    taste,
    tableDays,
    input: {
      roastLevel,
      process,
      restAdviceDays: null,
      reference: REFERENCE,
      brews: logOf(rng, truth, taste),
      sigma0: SIGMA0,
    },
  };
}
