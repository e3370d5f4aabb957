import type { Logger } from 'pino';
import type { Bag } from '../../contract/bag/bag';
import type { BrewInput } from '../../contract/bag/brew';
import { foretelling, predictionOf } from '../../application/foretellBrew';
import type { LoggedBrew } from '../../application/judgeBag';
import type { TasterPrior } from '../../core/crest';
import { keepPrediction } from '../db/bag/predictions';
import type { Store } from '../db/store';
import { PATIENCE_MS, within } from '../waiting';
import type { Engine } from './engineHere';

/** A cup that was just kept, and what stood of its bag before: what is foretold of it must not have seen it. */
export interface KeptCup {
  bag: Bag;
  /** The log without it, and without what was kept together with it. */
  before: readonly LoggedBrew[];
  brewId: string;
  brew: BrewInput;
  /** Cups kept together with it that it was held against. */
  beside?: readonly { id: string; brew: BrewInput }[];
}

/**
 * Works out what the cups before foretold of cups just kept, and keeps it beside them. Nobody who saves a cup waits for
 * that; whoever reads predictions waits a moment for those under way.
 */
export class Foreteller {
  readonly #underWay = new Set<Promise<void>>();

  constructor(
    private readonly store: Store,
    private readonly engine: Pick<Engine, 'foretell'>,
    private readonly priorOf: (bag: Bag) => Promise<TasterPrior | null>,
    private readonly log: Logger,
    private readonly patienceMs = PATIENCE_MS,
  ) {}

  /** Nothing is kept where the cups before foretell nothing, or nothing can be judged at the moment. */
  foretell(cups: readonly KeptCup[], madeAt: string): void {
    const work = Promise.all(cups.map((cup) => this.#foretell(cup, madeAt))).then(() => undefined);
    this.#underWay.add(work);
    void work.finally(() => this.#underWay.delete(work));
  }

  /** Resolves once all that is under way is kept; soon in any case, for nobody waits for a busy engine. */
  async settled(): Promise<void> {
    await within(this.patienceMs, Promise.all(this.#underWay));
  }

  async #foretell({ bag, before, brewId, brew, beside }: KeptCup, madeAt: string): Promise<void> {
    try {
      const prior = await this.priorOf(bag);
      const foretold = await this.engine.foretell(foretelling(bag, before, prior, brew, beside));
      if (!foretold) return;
      const prediction = { brewId, madeAt, ...predictionOf(foretold, bag, before) };
      await this.store.write((db) => keepPrediction(db, prediction));
    } catch (error) {
      this.log.warn({ err: error, bag: bag.id }, 'a cup was not foretold');
    }
  }
}
