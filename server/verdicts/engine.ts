import { availableParallelism } from 'node:os';
import { Piscina } from 'piscina';
import { EngineProblem, type Answer, type Engine } from './engineHere';

/** A thread that takes longer over one question than this, ms, is given up. */
const LONGEST_MS = 60_000;

/**
 * Judges away from the thread that answers requests. A pool that breaks is thrown away, and the next question opens
 * another.
 */
export function startEngine(worker = threadFile()): Engine {
  const threads = Math.max(1, availableParallelism() - 1);
  // Started ahead of the first question; where that fails, the question finds out.
  let pool: Pool | null = attempt(() => openPool(worker, threads));
  const run = async <T>(
    name: 'fit' | 'foretell' | 'plan' | 'evidence' | 'priors' | 'priorsAfter' | 'ready',
    question: unknown,
  ): Promise<T> => {
    let mine: Pool;
    try {
      mine = pool ??= openPool(worker, threads);
    } catch (error) {
      throw new EngineProblem(error);
    }
    let answer: Answer<T>;
    try {
      answer = (await Promise.race([
        mine.threads.run(question, { name, signal: AbortSignal.timeout(LONGEST_MS) }),
        mine.broken,
      ])) as Answer<T>;
    } catch (error) {
      if (pool === mine) pool = null;
      mine.threads.destroy().catch(() => undefined);
      throw new EngineProblem(error);
    }
    if ('wrong' in answer) throw new Error(answer.wrong);
    return answer.answer;
  };
  return {
    threads,
    ready: async () => {
      await run('ready', null);
    },
    fit: (input) => run('fit', input),
    foretell: (question) => run('foretell', question),
    plan: (shelf) => run('plan', shelf),
    evidence: (inputs) => run('evidence', inputs),
    priors: (question) => run('priors', question),
    priorsAfter: (question) => run('priorsAfter', question),
    close: async () => pool?.threads.destroy(),
  };
}

/** What the threads run: beside this file, as source or compiled. */
function threadFile(): URL {
  const here = import.meta.url;
  return new URL(`fitWorker${here.slice(here.lastIndexOf('.'))}`, here);
}

function attempt<T>(work: () => T): T | null {
  try {
    return work();
  } catch {
    return null;
  }
}

interface Pool {
  threads: Piscina;
  /** Rejects when a thread fails outside any question: then questions that wait for one would wait for ever. */
  broken: Promise<never>;
}

function openPool(worker: URL, threads: number): Pool {
  const piscina = new Piscina({
    filename: worker.href,
    name: 'fit',
    minThreads: 1,
    maxThreads: threads,
    idleTimeout: 30_000,
  });
  const broken = new Promise<never>((_resolve, reject) => piscina.on('error', reject));
  // Whoever waits for an answer hears of it; if nobody does, the next question finds out.
  broken.catch(() => undefined);
  return { threads: piscina, broken };
}
