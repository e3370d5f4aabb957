import type { BrewParameters } from '../../core/brew';
import { PROCESSES, tablePeakDays, type CrestBrew, type CrestInput } from '../../core/crest';
import { FAMILIES, LAST_TRUE_DAY, truthOf, unseen, type Truth } from './families';
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

type Made = Pick<CrestBrew, 'age' | 'brewer' | 'waterC' | 'recordedFrom' | 'fault'>;

/** The mark of a sound brew without its error: the truth on that day, and what the recipe does to it. */
export function soundScore(truth: Truth, { brewers, perTwoC }: Taste, { age, brewer, waterC }: Made): number {
  const warmer = ((waterC ?? 94) - 94) / 2;
  return truth[Math.min(LAST_TRUE_DAY, Math.round(age))]! + (brewers[brewer] ?? 0) + perTwoC * warmer ** 2;
}

/** Factor on the error of a mark, by when it was written. */
export const errorFactor = ({ recordedFrom }: Made): number => (recordedFrom === 'memory' ? Math.sqrt(3.2) : 1);

/** The mark of one brew: what it would be without fault and error, and both. */
export function scoreOf(
  rng: Random,
  truth: Truth,
  taste: Taste,
  brew: Made,
  error = rng.normal(0, taste.sigma),
): number {
  const spoiled = brew.fault === null ? 0 : -rng.uniform(6, 20);
  const y = soundScore(truth, taste, brew) + spoiled + error * errorFactor(brew);
  // Marks have one decimal on a scale of 10.
  return Math.min(100, Math.max(0, Math.round(y)));
}

/** How a household brews and errs: on which rest ages, and by how much each of its marks is off, points. */
export interface Habit {
  /** Whether every cup is made by the reference recipe. */
  keepsRecipe?: boolean;
  ages(rng: Random): number[];
  errors(rng: Random, ages: readonly number[], sigma: number): number[];
}

/** As people brew: 6–14 brews, one to four days apart, every mark off for itself. */
export const USUAL: Habit = {
  ages: (rng) => {
    let age = rng.whole(2, 11);
    return Array.from({ length: rng.whole(6, 14) }, () => {
      const at = age;
      age += rng.whole(1, 4);
      return at;
    });
  },
  errors: (rng, ages, sigma) => ages.map(() => rng.normal(0, sigma)),
};

/** The recipe is changed in blocks, along with age, unless it is kept. */
function logOf(rng: Random, truth: Truth, taste: Taste, habit: Habit): CrestBrew[] {
  let brewer = REFERENCE.brewer;
  let waterC = habit.keepsRecipe ? REFERENCE.waterC : 94;
  const ages = habit.ages(rng);
  const errors = habit.errors(rng, ages, taste.sigma);
  return ages.map((age, i) => {
    if (!habit.keepsRecipe) {
      if (rng.chance(0.25)) brewer = rng.pick(BREWERS);
      if (rng.chance(0.15)) waterC = rng.pick([90, 92, 94, 96]);
    }
    const made = {
      age,
      brewer,
      waterC,
      recordedFrom: rng.chance(0.1) ? ('memory' as const) : ('cup' as const),
      fault: rng.chance(0.06) ? ('other' as const) : null,
    };
    return { ...REFERENCE, ...made, id: String(i), overall: scoreOf(rng, truth, taste, made, errors[i]) };
  });
}

/** One bag of a family. `later` moves where this taster's coffees peak, against the table. */
export function simulateBag(family: string, seed: number, later = 1, habit = USUAL): SimulatedBag {
  const rng = random(seed);
  const roastLevel = rng.pick(['light', 'medium-light', 'medium'] as const);
  const process = rng.pick(PROCESSES);
  const tableDays = tablePeakDays({ roastLevel, process, style: 'filter' });
  const truth = truthOf(FAMILIES[family]?.family ?? unseen, rng, tableDays * later);
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
      brews: logOf(rng, truth, taste, habit),
      sigma0: SIGMA0,
    },
  };
}
