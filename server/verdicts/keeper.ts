import { In } from 'typeorm';
import type { Bag } from '../../contract/bag';
import { fitInput } from '../../contract/verdict';
import { ENGINE_VERSION, historyOf, pooledRepeats, priorFor, type CrestFit, type History, type PastBag, type TasterPrior } from '../../core/crest';
import { loadFinishedBags } from '../db/bags';
import { loadBlindRepeats, loadLogs } from '../db/brews';
import { VerdictEntity, type VerdictRow } from '../db/entities';
import type { Store } from '../db/store';
import type { Engine } from './engine';

/** A fit without what only the Bag page shows. */
export type FitForShelf = Omit<CrestFit, keyof FitDetail>;

type FitDetail = Pick<CrestFit, 'curve' | 'brews' | 'peakProbability' | 'options' | 'surprises'>;

/** A bag and the prior it is judged with; null: the table's. */
interface Asked {
  bag: Bag;
  prior: TasterPrior | null;
}

/** How a prior is written beside the verdict worked out with it. */
const priorKey = (prior: TasterPrior | null): string => (prior === null ? '' : JSON.stringify(prior));

/**
 * Keeps one fit per bag in the database. A fit belongs to a revision of its bag, a version of the engine and the prior
 * that the household's finished bags teach; when any of them moves on it is worked out anew, once, however many ask.
 * Finished bags themselves are judged by the table alone, so that history never feeds on itself.
 */
export class VerdictKeeper {
  readonly #working = new Map<string, Promise<CrestFit>>();
  /** The history as last read, and the priors by kind of bag that were asked of it. */
  #past: { key: string; history: History; byKind: Map<string, TasterPrior> } | null = null;

  constructor(
    private readonly store: Store,
    private readonly engine: Engine,
  ) {}

  /** Works out a bag's fit ahead of being asked for it. A failure shows when it is asked for. */
  warm(bag: Bag): void {
    this.whole(bag).catch(() => undefined);
  }

  /** The fits of many bags for the shelf, by bag id. */
  async forShelf(bags: readonly Bag[]): Promise<Map<string, FitForShelf>> {
    return this.#fits(await this.#withPriors(bags));
  }

  /** The whole fit of one bag, and the prior it was judged with. */
  async whole(bag: Bag): Promise<{ fit: CrestFit; prior: TasterPrior | null }> {
    const [asked = { bag, prior: null }] = await this.#withPriors([bag]);
    const [row] = await this.#kept([asked], true);
    const fit = row ? { ...(JSON.parse(row.summary) as FitForShelf), ...(JSON.parse(row.detail) as FitDetail) } : await this.#workOut(asked);
    return { fit, prior: asked.prior };
  }

  async #fits(asked: readonly Asked[]): Promise<Map<string, FitForShelf>> {
    const fits = new Map((await this.#kept(asked, false)).map((row) => [row.bagId, JSON.parse(row.summary) as FitForShelf]));
    const missing = asked.filter(({ bag }) => !fits.has(bag.id));
    for (const { id, fit } of await Promise.all(missing.map(async (one) => ({ id: one.bag.id, fit: await this.#workOut(one) })))) fits.set(id, fit);
    return fits;
  }

  /** Every bag with what the finished ones teach about its kind. */
  async #withPriors(bags: readonly Bag[]): Promise<Asked[]> {
    const past = bags.some((bag) => bag.finishedOn === null) ? await this.#read() : null;
    if (past === null) return bags.map((bag) => ({ bag, prior: null }));
    const { history, byKind } = past;
    return bags.map((bag) => {
      if (bag.finishedOn !== null) return { bag, prior: null };
      const kind = kindOf(bag);
      const prior = byKind.get(kind) ?? priorFor(history, { roastLevel: bag.roastLevel, process: bag.process, style: bag.reference.style });
      byKind.set(kind, prior);
      return { bag, prior };
    });
  }

  /** The household's past, read anew when a finished bag or a blind cup has changed; null while there is none. */
  async #read(): Promise<{ history: History; byKind: Map<string, TasterPrior> } | null> {
    const { finished, groups } = await this.store.read(async (db) => ({ finished: await loadFinishedBags(db), groups: await loadBlindRepeats(db) }));
    const repeats = pooledRepeats(groups);
    if (finished.length === 0 && repeats.length === 0) return null;
    const key = JSON.stringify([finished.map((bag) => [bag.id, bag.revision]), repeats]);
    if (this.#past?.key !== key) this.#past = { key, history: historyOf(await this.#pastBags(finished), repeats), byKind: new Map() };
    return this.#past;
  }

  async #pastBags(finished: readonly Bag[]): Promise<PastBag[]> {
    const fits = await this.#fits(finished.map((bag) => ({ bag, prior: null })));
    return finished.flatMap((bag) => {
      const fit = fits.get(bag.id);
      return fit && fit.usable > 0 ? [{ roastLevel: bag.roastLevel, process: bag.process, style: bag.reference.style, lesson: fit.lesson }] : [];
    });
  }

  async #kept(asked: readonly Asked[], detail: boolean): Promise<VerdictRow[]> {
    const wanted = new Map(asked.map((one) => [one.bag.id, one]));
    const rows = await this.store.read((db) =>
      db.find(VerdictEntity, {
        select: { bagId: true, revision: true, prior: true, summary: true, detail },
        where: { engineVersion: ENGINE_VERSION, bagId: In([...wanted.keys()]) },
      }),
    );
    return rows.filter((row) => {
      const one = wanted.get(row.bagId);
      return one?.bag.revision === row.revision && priorKey(one.prior) === row.prior;
    });
  }

  #workOut(asked: Asked): Promise<CrestFit> {
    const key = `${asked.bag.id} ${asked.bag.revision} ${priorKey(asked.prior)}`;
    let work = this.#working.get(key);
    if (!work) {
      work = this.#fitAndKeep(asked).finally(() => this.#working.delete(key));
      this.#working.set(key, work);
    }
    return work;
  }

  async #fitAndKeep({ bag, prior }: Asked): Promise<CrestFit> {
    const logs = await this.store.read((db) => loadLogs(db, [bag.id]));
    const fit = await this.engine.fit(fitInput(bag, logs[bag.id] ?? [], prior));
    const { curve, brews, peakProbability, options, surprises, ...summary } = fit;
    const detail: FitDetail = { curve, brews, peakProbability, options, surprises };
    const row: VerdictRow = {
      bagId: bag.id,
      revision: bag.revision,
      engineVersion: ENGINE_VERSION,
      prior: priorKey(prior),
      summary: JSON.stringify(summary),
      detail: JSON.stringify(detail),
    };
    await this.store.write((db) => db.upsert(VerdictEntity, row, ['bagId']));
    return fit;
  }
}

const kindOf = (bag: Bag): string => `${bag.roastLevel} ${bag.process} ${bag.reference.style}`;
