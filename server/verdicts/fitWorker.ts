import { setPriority } from 'node:os';
import type { Foretelling } from '../../application/foretellBrew';
import type { CrestFit, CrestInput, Foretold, TasterPrior } from '../../core/crest';
import type { PlanOutcome, PlanShelf } from '../../core/shelf/plan';
import { engineHere, type Engine, type Answer, type PastQuestion } from './engineHere';

/** What the engine's threads run. */
const here = engineHere();

/**
 * Whoever waits for a page comes before what is judged for later. On Linux 0 is the calling thread; elsewhere it would be
 * the whole process.
 */
const LATER = 5;
if (process.platform === 'linux') setPriority(0, LATER);

/** A bag of nobody's. */
const SAMPLE: CrestInput = {
  roastLevel: 'light',
  process: 'washed',
  restAdviceDays: null,
  sigma0: 3,
  reference: {
    style: 'filter',
    brewer: 'cone',
    doseG: 16,
    waterG: 250,
    waterC: 93,
    grindStep: 0,
    filter: null,
    waterRecipe: null,
  },
  brews: [70, 74, 80, 83, 81, 78].map((overall, i) => ({
    id: String(i),
    age: 5 + 4 * i,
    overall,
    style: 'filter',
    brewer: i % 2 ? 'press' : 'cone',
    doseG: 16,
    waterG: 250,
    waterC: 93 - i,
    grindStep: 0,
    filter: null,
    waterRecipe: null,
    recordedFrom: 'cup',
    fault: null,
  })),
};

// Judged for nothing while the thread starts: the first fits of a fresh thread take ten times as long, and somebody
// would wait for them.
for (let i = 0; i < 3; i++) void here.fit(SAMPLE);

export function fit(input: CrestInput): Promise<Answer<CrestFit>> {
  return answered(() => here.fit(input));
}

export function foretell(question: Foretelling): Promise<Answer<Foretold | null>> {
  return answered(() => here.foretell(question));
}

export function plan(shelf: PlanShelf): Promise<Answer<PlanOutcome>> {
  return answered(() => here.plan(shelf));
}

export function evidence(inputs: readonly CrestInput[]): Promise<Answer<number[]>> {
  return answered(() => here.evidence(inputs));
}

/** Answers once the thread has started. */
export function ready(): Answer<null> {
  return { answer: null };
}

export function priorsAfter(question: Parameters<Engine['priorsAfter']>[0]): Promise<Answer<TasterPrior[][]>> {
  return answered(() => here.priorsAfter(question));
}
export function priors(question: PastQuestion): Promise<Answer<TasterPrior[]>> {
  return answered(() => here.priors(question));
}

async function answered<T>(work: () => Promise<T>): Promise<Answer<T>> {
  try {
    return { answer: await work() };
  } catch (error) {
    return { wrong: error instanceof Error ? `${error.name}: ${error.message}` : String(error) };
  }
}
