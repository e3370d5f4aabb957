import { groupBy, omit } from 'es-toolkit';
import type { PALATE_ENDPOINTS } from '../../contract/palate/palateEndpoints';
import { likingFrom, repeatabilities, sideBySide } from '../../application/palate/palate';
import { scoreOfCup } from '../../core/cup';
import { trackRecord } from '../../core/palate';
import { loadTastings } from '../db/palate/palate';
import { loadForetoldCups } from '../db/bag/predictions';
import { loadReadings } from '../db/bag/readings';
import { loadTasters } from '../db/palate/tasters';
import type { Deps } from '../deps';
import type { Handlers } from '../routes';
import { standingsOfBags, valueOfBag } from '../verdicts/among';

const WITH_WORDS = { withWords: true } as const;

/** All of them but references and the trainer, which have a file of their own. */
type PalateEndpoint = Extract<keyof typeof PALATE_ENDPOINTS, `palate${string}`> | 'bagValue';

/**
 * What the household's own cups say: how often the engine was right, how repeatable, what is liked, what stands how.
 */
export function palateHandlers({ store, verdicts, foreteller }: Deps): Handlers<PalateEndpoint> {
  return {
    bagValue: async ({ params: { id } }) => ({ value: await valueOfBag({ store, verdicts }, id) }),

    palateRecord: async () => {
      await foreteller.settled();
      const cups = await store.read((db) => loadForetoldCups(db));
      return {
        overall: trackRecord(cups),
        bags: Object.values(groupBy(cups, ({ bagId }) => bagId)).flatMap((ofBag) =>
          ofBag.slice(0, 1).map(({ bagId, bagName }) => ({ bagId, bagName, ...omit(trackRecord(ofBag), ['bins']) })),
        ),
        cups,
      };
    },

    palateRepeats: async () => {
      const { tastings, tasters } = await store.read(async (db) => ({
        tastings: await loadTastings(db, 'repeats', { withWords: false }),
        tasters: await loadTasters(db),
      }));
      const nameOf = (tasterId: string | null): string => tasters.find(({ id }) => id === tasterId)?.name ?? '';
      return {
        tasters: repeatabilities(tastings).map((one) => ({ ...one, name: nameOf(one.tasterId) })),
        engine: await verdicts.noise(),
      };
    },

    palateLiking: async ({ query: { taster = null } }) => {
      const tastings = await store.read((db) => loadTastings(db, 'all', WITH_WORDS));
      const own = tastings.filter(({ tasterId }) => taster === null || tasterId === taster);
      return {
        cups: own.filter(({ cup }) => scoreOfCup(cup) !== null).length,
        liking: likingFrom(tastings, taster),
      };
    },

    palateReadings: () => store.read(loadReadings),

    palateStandings: () => standingsOfBags({ store, verdicts }),

    palateCrests: () => verdicts.crests(),

    palateTasters: async ({ query: { first, second } }) => {
      const tastings = await store.read((db) => loadTastings(db, 'all', WITH_WORDS));
      return sideBySide(tastings, first, second);
    },
  };
}
