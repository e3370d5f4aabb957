import { In } from 'typeorm';
import type { Bag } from '../../contract/bag';
import { fitInput } from '../../contract/verdict';
import { ENGINE_VERSION, type CrestFit } from '../../core/crest';
import { loadLogs } from '../db/brews';
import { VerdictEntity, type VerdictRow } from '../db/entities';
import type { Store } from '../db/store';
import type { Engine } from './engine';

/** A fit without what only the Bag page shows. */
export type FitForShelf = Omit<CrestFit, keyof FitDetail>;

type FitDetail = Pick<CrestFit, 'curve' | 'brews' | 'peakProbability' | 'options' | 'surprises'>;

/**
 * Keeps one fit per bag in the database. A fit belongs to a revision of its bag and a version of the engine; when either
 * moves on it is worked out anew, once, however many ask for it.
 */
export class VerdictKeeper {
  readonly #working = new Map<string, Promise<CrestFit>>();

  constructor(
    private readonly store: Store,
    private readonly engine: Engine,
  ) {}

  /** Works out a bag's fit ahead of being asked for it. A failure shows when it is asked for. */
  warm(bag: Bag): void {
    this.#workOut(bag).catch(() => undefined);
  }

  /** The fits of many bags for the shelf, by bag id. */
  async forShelf(bags: readonly Bag[]): Promise<Map<string, FitForShelf>> {
    const kept = new Map((await this.#kept(bags, false)).map((row) => [row.bagId, JSON.parse(row.summary) as FitForShelf]));
    const missing = bags.filter((bag) => !kept.has(bag.id));
    for (const { bag, fit } of await Promise.all(missing.map(async (bag) => ({ bag, fit: await this.#workOut(bag) })))) kept.set(bag.id, fit);
    return kept;
  }

  /** The whole fit of one bag. */
  async whole(bag: Bag): Promise<CrestFit> {
    const [row] = await this.#kept([bag], true);
    if (!row) return this.#workOut(bag);
    return { ...(JSON.parse(row.summary) as FitForShelf), ...(JSON.parse(row.detail) as FitDetail) };
  }

  async #kept(bags: readonly Bag[], detail: boolean): Promise<VerdictRow[]> {
    const revisions = new Map(bags.map((bag) => [bag.id, bag.revision]));
    const rows = await this.store.read((db) =>
      db.find(VerdictEntity, {
        select: { bagId: true, revision: true, summary: true, detail },
        where: { engineVersion: ENGINE_VERSION, ...(bags.length === 1 ? { bagId: In([...revisions.keys()]) } : {}) },
      }),
    );
    return rows.filter((row) => revisions.get(row.bagId) === row.revision);
  }

  #workOut(bag: Bag): Promise<CrestFit> {
    const key = `${bag.id} ${bag.revision}`;
    let work = this.#working.get(key);
    if (!work) {
      work = this.#fitAndKeep(bag).finally(() => this.#working.delete(key));
      this.#working.set(key, work);
    }
    return work;
  }

  async #fitAndKeep(bag: Bag): Promise<CrestFit> {
    const logs = await this.store.read((db) => loadLogs(db, [bag.id]));
    const fit = await this.engine.fit(fitInput(bag, logs[bag.id] ?? []));
    const { curve, brews: readBrews, peakProbability, options, surprises, ...summary } = fit;
    const detail: FitDetail = { curve, brews: readBrews, peakProbability, options, surprises };
    await this.store.write((db) =>
      db.upsert(
        VerdictEntity,
        { bagId: bag.id, revision: bag.revision, engineVersion: ENGINE_VERSION, summary: JSON.stringify(summary), detail: JSON.stringify(detail) },
        ['bagId'],
      ),
    );
    return fit;
  }
}
