import type { Order } from '../../contract/shelf/order';
import type { Plan } from '../../contract/shelf/plan';
import { USUAL_REFERENCE, type ExpectedOrder } from '../../application/shelf/orders';
import { planAnswer, planQuestion, type PlanQuestion } from '../../application/shelf/planShelf';
import { planOutcome, type PlanOutcome } from '../../core/shelf/plan';
import { loadBagsInUse, loadReference } from '../db/bag/bags';
import { loadCupsOn, loadDrawn } from '../db/bag/brews';
import { loadMarks, loadOrders } from '../db/shelf/plan';
import { loadSettings } from '../db/settings';
import type { Store } from '../db/store';
import { EngineProblem, type Engine } from '../verdicts/engineHere';
import type { VerdictKeeper } from '../verdicts/keeper';

/** Plans kept at once: of today, and of a clock that is a day ahead. */
const KEPT = 4;

/**
 * Plans the shelf on the engine's threads. A plan is kept for as long as nothing it depends on is different, so that
 * it is made anew when a cup is logged, a judgement moves, or something is set.
 */
export class ShelfPlanner {
  readonly #plans = new Map<string, Promise<Plan>>();

  constructor(
    private readonly store: Store,
    private readonly verdicts: VerdictKeeper,
    private readonly engine: Engine,
  ) {}

  /** The plan of the shelf from a day on, with the bags it is of. */
  async plan(today: string): Promise<Plan> {
    const bags = await this.store.read(loadBagsInUse);
    const fits = await this.verdicts.forShelf(bags);
    const { drawn, settings, marks, drunkToday, orders } = await this.store.read(async (db) => ({
      drawn: await loadDrawn(
        db,
        bags.map(({ id }) => id),
      ),
      settings: await loadSettings(db),
      marks: await loadMarks(db),
      drunkToday: await loadCupsOn(db, today),
      orders: await loadOrders(db),
    }));
    const judged = bags.flatMap((bag) => {
      const fit = fits.get(bag.id)?.fit;
      return fit ? [{ bag, fit, drawn: drawn.get(bag.id) ?? [] }] : [];
    });
    const coming = await this.expected(orders.filter(({ orderedOn }) => orderedOn !== null));
    const maps = this.verdicts.lastScaleMaps;
    const question = planQuestion({ today, bags: judged, coming, settings, marks, drunkToday, maps });
    const unjudged = bags.filter(({ id }) => !fits.has(id)).map(({ id }) => id);
    return this.#kept(keyOf(question, today, unjudged), async () =>
      planAnswer(question, await this.#outcome(question), {
        today,
        marks: marks.filter(({ on }) => on >= today),
        unjudged,
      }),
    );
  }

  /** Orders with what is expected of each: brewed as the bag it is again, judged by what the past teaches. */
  async expected(orders: readonly Order[]): Promise<ExpectedOrder[]> {
    return Promise.all(
      orders.map(async (order) => {
        const { bagId } = order;
        const known = bagId === null ? null : await this.store.read((db) => loadReference(db, bagId));
        const reference = known ?? USUAL_REFERENCE;
        return { order, reference, fit: await this.verdicts.untasted(order, reference) };
      }),
    );
  }

  /** Where the machine starts no thread for it the plan is made here and now: the household still wants its coffee. */
  async #outcome({ shelf }: PlanQuestion): Promise<PlanOutcome> {
    try {
      return await this.engine.plan(shelf);
    } catch (error) {
      if (error instanceof EngineProblem) return planOutcome(shelf);
      throw error;
    }
  }

  async #kept(key: string, make: () => Promise<Plan>): Promise<Plan> {
    const known = this.#plans.get(key);
    if (known) return known;
    const made = make();
    this.#plans.set(key, made);
    // What failed is tried anew by whoever asks next.
    made.catch(() => this.#plans.delete(key));
    for (const old of [...this.#plans.keys()].slice(0, -KEPT)) this.#plans.delete(old);
    return made;
  }
}

/** Everything a plan depends on. Of a bag's curves the mean stands for all of them. */
function keyOf({ shelf, bags, pins, isExtraToday }: PlanQuestion, today: string, unjudged: readonly string[]): string {
  const slim = { ...shelf, bags: shelf.bags.map(({ curves: _, ...bag }) => bag) };
  return JSON.stringify([today, slim, bags, pins, isExtraToday, unjudged]);
}
