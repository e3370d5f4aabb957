import { throttle } from 'es-toolkit';
import type { Bag } from '../../contract/bag/bag';
import type { Judging } from '../../contract/shelf/shelf';
import type { Order } from '../../contract/shelf/order';
import { untastedInput } from '../../application/shelf/orders';
import type { BrewParameters } from '../../core/brew';
import type { FinishedBag } from '../../application/exchange';
import { crestHistory, type CrestHistory } from '../../application/crestHistory';
import { fitInput } from '../../application/judgeBag';
import type { ScaleMaps } from '../../application/palate/scaleMaps';
import {
  ENGINE_VERSION,
  FREEZER_RATES,
  learntRate,
  priorMoved,
  tellsFreezerRate,
  type CrestFit,
  type LearntRate,
  type TasterPrior,
} from '../../core/crest';
import type { Logger } from 'pino';
import { loadBag, loadFinishedHeads, loadFrozenBags } from '../db/bag/bags';
import { loadLogs } from '../db/bag/brews';
import type { VerdictRow } from '../db/entities';
import { keepVerdict, loadBagLikelihoods, loadVerdicts, type BagLikelihood } from '../db/bag/verdicts';
import type { Store } from '../db/store';
import { engineHere, EngineProblem, type Engine } from './engineHere';
import { bagKindOf, PriorService } from './priorService';
import { PATIENCE_MS, within } from '../waiting';
import { Watchers } from '../watchers';
import { JudgingQueue } from './queue';

/** A fit without what only the Bag page shows. */
export type FitForShelf = Omit<CrestFit, keyof FitDetail>;

type FitDetail = Pick<CrestFit, 'curve' | 'brews' | 'peakProbability' | 'options' | 'outliers' | 'compareWith'>;

/** A fit, and whether it is of the bag as it is now. */
export interface Judged<Fit> {
  fit: Fit;
  isStale: boolean;
}

/** So many kinds of bags on their way are remembered. */
const UNTASTED_KEPT = 50;
/** Whoever watches the judging is told how it goes on once in so long, ms. */
const TOLD_EVERY_MS = 200;
/** No bag is judged faster than this, ms. */
const LEAST_MS = 10;

/**
 * Keeps one fit per bag in the database. A fit belongs to a revision of its bag, a version of the engine and the prior
 * that the household's finished bags teach; when one of them moves on noticeably it is worked out anew, in the
 * background, and what was known before is shown until then. Finished bags themselves are judged by the table alone, so
 * that history never feeds on itself.
 */
export class VerdictKeeper {
  readonly #queue: JudgingQueue;
  readonly #watchers = new Watchers<Judging>();
  readonly #priors: PriorService;
  /** Raised when all bags were replaced: what was begun before is of bags that are gone. */
  #generation = 0;
  /** What the freezer's rate was last learnt from, and what came of it. */
  #freezer: { key: string; rate: Promise<LearntRate | null> } | null = null;
  /** The table of crests, and the finished bags it is of. */
  #crests: { key: string; history: Promise<CrestHistory> } | null = null;
  /** Fits of bags nobody has tasted yet, by what the engine was given. */
  readonly #untasted = new Map<string, CrestFit>();
  /** The summaries of fits that were last read, by bag: with hundreds of bags reading them is most of a page's time. */
  readonly #summaries = new Map<string, { text: string; fit: FitForShelf }>();
  /** Fits that the disk did not take: shown all the same, for as long as the application runs. */
  readonly #unsaved = new Map<string, VerdictRow>();

  constructor(
    private readonly store: Store,
    private readonly engine: Engine,
    private readonly log: Logger,
    private readonly patienceMs = PATIENCE_MS,
  ) {
    const tell = throttle(() => this.#watchers.tell(this.judging), TOLD_EVERY_MS);
    this.#queue = new JudgingQueue((id) => this.#judge(id), engine.threads, tell);
    this.#priors = new PriorService(store, engine, {
      bagLikelihoodsOf: (bags) => this.#bagLikelihoodsOf(bags),
      judge: (bag) => this.#queue.ask(bag.id, 'background'),
    });
  }

  get judging(): Judging {
    return this.#queue.judging;
  }

  /** Hears how the judging goes on, until the returned function is called. */
  watchJudging(hear: (judging: Judging) => void): () => void {
    return this.#watchers.watch(hear);
  }

  /** Lets go of all that was known of bags: other ones stand under their ids and revisions now. */
  forget(): void {
    this.#generation++;
    this.#unsaved.clear();
    this.#summaries.clear();
    this.#crests = null;
    this.#priors.forget();
  }

  /** Works out a bag's fit ahead of being asked for it. A failure shows when it is asked for. */
  prefetch(bagId: string): void {
    void this.#queue.ask(bagId, 'shelf');
  }

  /**
   * The fits of many bags for the shelf, by bag id, as far as they are known within a moment; the rest is under way.
   */
  async forShelf(bags: readonly Bag[]): Promise<Map<string, Judged<FitForShelf>>> {
    await this.#priors.freshWithin(this.#patience());
    const first = await this.#known(bags, false);
    const missing = bags.filter((bag) => first.get(bag.id)?.isStale !== false);
    if (missing.length === 0) return this.#shelfFits(first);
    const asked = missing.map((bag) => this.#queue.ask(bag.id, 'shelf'));
    // More than can be judged in a moment are not waited for at all.
    if (missing.length * LEAST_MS > this.patienceMs) return this.#shelfFits(first);
    await within(this.patienceMs, Promise.allSettled(asked));
    return this.#shelfFits(new Map([...first, ...(await this.#known(missing, false))]));
  }

  /**
   * The whole fit of one bag, and the prior it was judged with. A bag that was never judged is waited for, the first of
   * all; where the engine has no threads it is judged here and now.
   */
  async full(bag: Bag): Promise<Judged<CrestFit> & { prior: TasterPrior | null }> {
    await this.#priors.freshWithin(this.#patience());
    let row = (await this.#known([bag], true)).get(bag.id);
    if (row?.isStale === false) return wholeFit(row);
    const asked = this.#queue.ask(bag.id, 'interactive');
    if (row) await within(this.patienceMs, asked);
    else await asked.catch((error: unknown) => this.#judgeHere(bag, error));
    row = (await this.#known([bag], true)).get(bag.id) ?? row;
    if (!row) throw new Error(`Bag ${bag.id} was judged and its fit is not there`);
    return wholeFit(row);
  }

  /** What the household's finished bags teach of a bag; null for the table's. */
  priorOf(bag: Bag): Promise<TasterPrior | null> {
    return this.#priors.prior(bag);
  }

  /**
   * What is expected of a bag nobody has tasted yet, by what the household's past teaches. Worked out once for each
   * kind for as long as that stands.
   */
  async untasted(order: Pick<Order, 'roastLevel' | 'process'>, reference: BrewParameters): Promise<CrestFit> {
    const prior = await this.#priors.prior({ ...order, reference, finishedOn: null, scoringScale: 'mark10' });
    const input = untastedInput(order, reference, prior);
    const key = JSON.stringify(input);
    const known = this.#untasted.get(key);
    if (known) return known;
    const fit = await this.engine.fit(input).catch((error: unknown) => {
      if (error instanceof EngineProblem) return engineHere().fit(input);
      throw error;
    });
    for (const old of [...this.#untasted.keys()].slice(0, -UNTASTED_KEPT)) this.#untasted.delete(old);
    this.#untasted.set(key, fit);
    return fit;
  }

  /**
   * What the household's bags that were both in the freezer and out of it say of its rate; null where none was.
   * Worked out once for as long as none of them changes. Throws an EngineProblem where nothing can be judged.
   */
  async freezerRate(): Promise<LearntRate | null> {
    const bags = await this.store.read(loadFrozenBags);
    const key = JSON.stringify(bags.map(({ id, revision }) => [id, revision]));
    if (this.#freezer?.key !== key) {
      const rate = this.#learnFreezerRate(bags);
      this.#freezer = { key, rate };
      // What failed is tried anew by whoever asks next.
      rate.catch(() => (this.#freezer = null));
    }
    return this.#freezer.rate;
  }

  async #learnFreezerRate(bags: readonly Bag[]): Promise<LearntRate | null> {
    const logs = await this.store.read((db) =>
      loadLogs(
        db,
        bags.map(({ id }) => id),
      ),
    );
    const evidence: number[][] = [];
    for (const bag of bags) {
      const inputs = FREEZER_RATES.map((freezerRate) => fitInput({ ...bag, freezerRate }, logs[bag.id] ?? [], null));
      const [slow, fast] = [inputs[0], inputs.at(-1)];
      // One bag after another: a cup that is just being saved is judged in between.
      if (slow && fast && tellsFreezerRate(slow, fast)) evidence.push(await this.engine.evidence(inputs));
    }
    return learntRate(evidence);
  }

  /** How the scales the household scores in are read on one another. */
  scaleMaps(): Promise<ScaleMaps> {
    return this.#priors.scaleMaps();
  }

  /** The same as they were last known, for what must not wait. */
  get lastScaleMaps(): ScaleMaps {
    return this.#priors.lastScaleMaps;
  }

  /** How far marks are taken to miss, against what their scale is assumed to, and what that rests on. */
  noise(): Promise<{ factor: number; bags: number; repeats: number }> {
    return this.#priors.noise();
  }

  /**
   * How the household's own table of crests came to be. Worked out once for as long as its finished bags stay as they
   * are. Throws an EngineProblem where nothing can be judged.
   */
  async crests(): Promise<CrestHistory> {
    const heads = await this.store.read(loadFinishedHeads);
    const key = JSON.stringify(heads);
    if (this.#crests?.key !== key) {
      const history = this.finishedBags().then((bags) =>
        crestHistory(bags, (past, kinds, counts) => this.engine.priorsAfter({ past, kinds, counts })),
      );
      this.#crests = { key, history };
      // What failed is tried anew by whoever asks next.
      history.catch(() => (this.#crests = null));
    }
    return this.#crests.history;
  }

  /** The household's own finished bags, with what each teaches. */
  finishedBags(): Promise<FinishedBag[]> {
    return this.#priors.finishedBags();
  }

  /** Resolves when nothing is under way any more, for good. */
  close(): Promise<void> {
    return this.#queue.close();
  }

  /** How long the past is waited for: not at all while so much is to be judged that it cannot be read in a moment. */
  #patience(): number {
    return this.#queue.judging.waiting * LEAST_MS > this.patienceMs ? 0 : this.patienceMs;
  }

  /** What is known of bags: of each the last fit of this engine, and whether it is of the bag as it is. */
  async #known(bags: readonly Bag[], detail: boolean): Promise<Map<string, Known>> {
    const rows = await this.#rows(bags, detail);
    const known = new Map<string, Known>();
    for (const bag of bags) {
      const row = rows.get(bag.id);
      if (row)
        known.set(bag.id, { row, isStale: row.revision !== bag.revision || this.#isPriorStale(bag, priorOf(row)) });
    }
    return known;
  }

  /**
   * Whether the household's past now teaches noticeably other than a fit was worked out with. Until it is read, nothing
   * is.
   */
  #isPriorStale(bag: Bag, prior: TasterPrior | null): boolean {
    const cachedPrior = this.#priors.cachedPrior(bag);
    return cachedPrior !== undefined && priorMoved(prior, cachedPrior, bagKindOf(bag));
  }

  #shelfFits(known: ReadonlyMap<string, Known>): Map<string, Judged<FitForShelf>> {
    return new Map(
      [...known].map(([id, { row, isStale }]) => {
        let summary = this.#summaries.get(id);
        if (summary?.text !== row.summary) {
          summary = { text: row.summary, fit: JSON.parse(row.summary) as FitForShelf };
          this.#summaries.set(id, summary);
        }
        return [id, { fit: summary.fit, isStale }];
      }),
    );
  }

  async #rows(bags: readonly Bag[], detail: boolean): Promise<Map<string, VerdictRow>> {
    const found = await this.store.read((db) =>
      loadVerdicts(
        db,
        bags.map((bag) => bag.id),
        detail,
      ),
    );
    const unsaved = bags.flatMap(({ id }) => this.#unsaved.get(id) ?? []);
    return new Map([...found, ...unsaved].map((row) => [row.bagId, row]));
  }

  /** What finished bags teach, as far as they were judged as they are. */
  async #bagLikelihoodsOf(bags: readonly Bag[]): Promise<Map<string, BagLikelihood>> {
    const kept = await this.store.read((db) =>
      loadBagLikelihoods(
        db,
        bags.map((bag) => bag.id),
      ),
    );
    const unsaved = bags
      .flatMap(({ id }) => this.#unsaved.get(id) ?? [])
      .map(({ summary, ...row }) => ({ ...row, ...(JSON.parse(summary) as BagLikelihood) }));
    const revisions = new Map(bags.map((bag) => [bag.id, bag.revision]));
    return new Map(
      [...kept, ...unsaved].flatMap((row) =>
        row.revision === revisions.get(row.bagId) ? [[row.bagId, row] as const] : [],
      ),
    );
  }

  /** Judges a bag as it is by now, and keeps that. */
  async #judge(id: string): Promise<void> {
    const bag = await this.store.read((db) => loadBag(db, id));
    await this.#fitAndKeep(bag, this.engine);
  }

  /** Only where no thread starts: the first fit on a thread that answers requests would hold all of them up. */
  async #judgeHere(bag: Bag, error: unknown): Promise<void> {
    if (!(error instanceof EngineProblem)) throw error;
    await this.#fitAndKeep(bag, engineHere());
  }

  async #fitAndKeep(bag: Bag, engine: Engine): Promise<void> {
    const generation = this.#generation;
    const prior = await this.#priors.prior(bag);
    const logs = await this.store.read((db) => loadLogs(db, [bag.id]));
    const { curve, brews, peakProbability, options, outliers, compareWith, ...summary } = await engine.fit(
      fitInput(bag, logs[bag.id] ?? [], prior),
    );
    if (generation !== this.#generation) return;
    const detail: FitDetail = { curve, brews, peakProbability, options, outliers, compareWith };
    const row: VerdictRow = {
      bagId: bag.id,
      revision: bag.revision,
      engineVersion: ENGINE_VERSION,
      prior: prior === null ? '' : JSON.stringify(prior),
      summary: JSON.stringify(summary),
      detail: JSON.stringify(detail),
    };
    try {
      await this.store.write((db) => keepVerdict(db, row));
      this.#unsaved.delete(bag.id);
    } catch (error) {
      this.#unsaved.set(bag.id, row);
      this.log.warn({ err: error, bag: bag.id }, 'a verdict was not kept');
    }
  }
}

interface Known {
  row: VerdictRow;
  isStale: boolean;
}

const priorOf = ({ prior }: VerdictRow): TasterPrior | null =>
  prior === '' ? null : (JSON.parse(prior) as TasterPrior);

function wholeFit({ row, isStale }: Known): Judged<CrestFit> & { prior: TasterPrior | null } {
  return {
    fit: { ...(JSON.parse(row.summary) as FitForShelf), ...(JSON.parse(row.detail) as FitDetail) },
    prior: priorOf(row),
    isStale,
  };
}
