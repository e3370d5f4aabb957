import {
  compact,
  compactForetold,
  fitCrest,
  foretell,
  historiesAfter,
  historyOf,
  logEvidenceOf,
  priorFor,
  type BagOfKind,
  type CrestFit,
  type CrestInput,
  type Foretold,
  type PastBag,
  type Repeats,
  type TasterPrior,
} from '../../core/crest';
import { planOutcome, type PlanOutcome, type PlanShelf } from '../../core/shelf/plan';
import type { Foretelling } from '../../application/foretellBrew';

/** A kind of bag, as far as its prior goes. */
export type BagKind = BagOfKind;

/** What is asked of a household's past: what it teaches of each of these kinds of bag. */
export interface PastQuestion {
  past: readonly PastBag[];
  repeats: readonly Repeats[];
  kinds: readonly BagKind[];
}

/** Judges bags. */
export interface Engine {
  /** How many fits can run side by side. */
  readonly threads: number;
  /** Resolves once the first fit would not have to wait for a thread to start. Throws as `fit` does. */
  ready(): Promise<void>;
  /** Throws an EngineProblem where nothing can be judged at the moment, so that it can be asked again. */
  fit(input: CrestInput): Promise<CrestFit>;
  /** What the cups of a bag foretell of another; null where nothing. Throws as `fit` does. */
  foretell(question: Foretelling): Promise<Foretold | null>;
  /** Plans a shelf. Throws as `fit` does. */
  plan(shelf: PlanShelf): Promise<PlanOutcome>;
  /** How well each of these foretells its own marks: the logarithm of its evidence. Throws as `fit` does. */
  evidence(inputs: readonly CrestInput[]): Promise<number[]>;
  /** One prior for each kind asked for. Throws as `fit` does. */
  priors(question: PastQuestion): Promise<TasterPrior[]>;
  /** The same after the first so many bags, for each count. Throws as `fit` does. */
  priorsAfter(question: Omit<PastQuestion, 'repeats'> & { counts: readonly number[] }): Promise<TasterPrior[][]>;
  close(): Promise<void>;
}

/** No thread could be started, or it ended by itself: nothing is wrong with what was asked. */
export class EngineProblem extends Error {
  constructor(cause: unknown) {
    super('The bags cannot be judged at the moment: this machine starts no thread for it.', { cause });
  }
}

/**
 * What a thread answers: an error of the question itself is an answer too, so that whatever else fails is known to be
 * the thread's.
 */
export type Answer<T> = { answer: T } | { wrong: string };

/** Judges on the thread that asks. */
export function engineHere(): Engine {
  return {
    threads: 1,
    ready: () => Promise.resolve(),
    fit: (input) => Promise.resolve(compact(fitCrest(input))),
    foretell: ({ input, asked }) => Promise.resolve(compactForetold(foretell(input, asked))),
    plan: (shelf) => Promise.resolve(planOutcome(shelf)),
    evidence: (inputs) => Promise.resolve(inputs.map((input) => logEvidenceOf(input))),
    priors: ({ past, repeats, kinds }) => {
      const history = historyOf(past, repeats);
      return Promise.resolve(kinds.map((kind) => priorFor(history, kind)));
    },
    priorsAfter: ({ past, kinds, counts }) =>
      Promise.resolve(historiesAfter(past, [], counts).map((history) => kinds.map((kind) => priorFor(history, kind)))),
    close: () => Promise.resolve(),
  };
}
