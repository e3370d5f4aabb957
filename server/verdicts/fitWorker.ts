import type { CrestFit, CrestInput, TasterPrior } from '../../core/crest';
import { engineHere, type Answer, type PastQuestion } from './engineHere';

/** What the engine's threads run. */
const here = engineHere();

export function fit(input: CrestInput): Promise<Answer<CrestFit>> {
  return answered(() => here.fit(input));
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
