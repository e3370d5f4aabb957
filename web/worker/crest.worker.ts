import { expose } from 'comlink';
import { compact, fitCrest, type CrestFit, type CrestInput } from '../../core/crest';

/** The engine on a thread of its own, for questions asked while typing. */
const engine = {
  fit: (input: CrestInput): CrestFit => compact(fitCrest(input)),
};
export type CrestWorker = typeof engine;

expose(engine);
