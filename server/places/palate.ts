import { groupBy, omit } from 'es-toolkit';
import { trackRecord } from '../../core/palate';
import { loadForetoldCups } from '../db/predictions';
import type { Deps } from '../deps';
import type { Handlers } from '../routes';

/** The palate: how often the engine was right about what this household tastes. */
export function palateHandlers({ store }: Deps): Handlers<'palateRecord'> {
  return {
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
