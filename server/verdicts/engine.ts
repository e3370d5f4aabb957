import { availableParallelism } from 'node:os';
import { Piscina } from 'piscina';
import type { CrestFit, CrestInput } from '../../core/crest';

/** Fits bags away from the thread that answers requests. */
export interface Engine {
  fit(input: CrestInput): Promise<CrestFit>;
  close(): Promise<void>;
}

export function startEngine(): Engine {
  const pool = new Piscina<CrestInput, CrestFit>({
    filename: new URL('./fitWorker.ts', import.meta.url).href,
    minThreads: 1,
    maxThreads: Math.max(1, availableParallelism() - 1),
    idleTimeout: 30_000,
  });
  return { fit: (input) => pool.run(input), close: () => pool.destroy() };
}
