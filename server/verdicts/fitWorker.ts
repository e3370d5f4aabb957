import { compact, fitCrest, type CrestFit, type CrestInput } from '../../core/crest';

/** Runs on a thread of the engine pool. */
export default function fit(input: CrestInput): CrestFit {
  return compact(fitCrest(input));
}
