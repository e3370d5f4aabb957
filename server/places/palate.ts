import { groupBy, omit } from 'es-toolkit';
import { scoreAtBest } from '../../application/atBest';
import { pricePer100G } from '../../core/brew';
import { trackRecord, valueAmong } from '../../core/palate';
import { loadBag, loadPricedBags } from '../db/bags';
import { loadForetoldCups } from '../db/predictions';
import type { Deps } from '../deps';
import type { Handlers } from '../routes';

/** The palate: how often the engine was right about what this household tastes. */
export function palateHandlers({ store, verdicts }: Deps): Handlers<'palateRecord' | 'bagValue'> {
  return {
    bagValue: async ({ params: { id } }) => {
      const bags = await store.read(async (db) => {
        await loadBag(db, id);
        return loadPricedBags(db);
      });
      const fits = await verdicts.forShelf(bags);
      const priced = bags.flatMap(({ id: bagId, price, weightG }) => {
        const fit = fits.get(bagId)?.fit;
        const best = fit ? scoreAtBest(fit) : null;
        if (!best || !price) return [];
        return [{ id: bagId, pricePer100G: pricePer100G(price, weightG), score: best.mean, sd: best.sd }];
      });
      return { value: valueAmong(priced, id) };
    },

    palateRecord: async () => {
      const cups = await store.read((db) => loadForetoldCups(db));
      return {
        overall: trackRecord(cups),
        bags: Object.values(groupBy(cups, ({ bagId }) => bagId)).flatMap((ofBag) =>
          ofBag.slice(0, 1).map(({ bagId, bagName }) => ({ bagId, bagName, ...omit(trackRecord(ofBag), ['bins']) })),
        ),
        cups,
      };
    },
  };
}
