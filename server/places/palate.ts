import { groupBy, omit } from 'es-toolkit';
import type { Bag } from '../../contract/bag';
import type { PALATE_ENDPOINTS } from '../../contract/palateEndpoints';
import { STANDING_FIELDS, type StandingField, type Standings } from '../../contract/palateReading';
import { scoreAtBest } from '../../application/atBest';
import { crestHistory } from '../../application/crestHistory';
import {
  likingFrom,
  repeatabilities,
  sideBySide,
  standingsAmong,
  type SittingWord,
  type StandingItem,
} from '../../application/palate';
import { sheetOf } from '../../application/sitting';
import { pricePer100G } from '../../core/brew';
import { scoreOfCup } from '../../core/cup';
import { trackRecord, valueAmong } from '../../core/palate';
import { loadAllBags, loadBag, loadPricedBags } from '../db/bags';
import { loadTastings } from '../db/palate';
import { loadForetoldCups } from '../db/predictions';
import { loadSeats, loadSittings } from '../db/sittings';
import { loadTasters } from '../db/tasters';
import { loadVocabulary } from '../db/words';
import type { Deps } from '../deps';
import type { Handlers } from '../routes';

const WITH_WORDS = { withWords: true } as const;

/** All of them but references and the trainer, which have a file of their own. */
type PalateEndpoint = Extract<keyof typeof PALATE_ENDPOINTS, `palate${string}`> | 'bagValue';

/**
 * What the household's own cups say: how often the engine was right, how repeatable, what is liked, what stands how.
 */
export function palateHandlers({ store, verdicts }: Deps): Handlers<PalateEndpoint> {
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

    palateStandings: async () => {
      const { bags, sittings } = await store.read(async (db) => {
        const vocabulary = await loadVocabulary(db);
        const revealed = (await loadSittings(db)).filter(({ revealedAt }) => revealedAt !== null);
        const words: SittingWord[] = [];
        for (const sitting of revealed) {
          const seats = await loadSeats(db, sitting.id);
          const { yardstick, cups } = sitting;
          words.push({
            sheets: seats.map((seat) => sheetOf(sitting, seat, vocabulary)),
            itemOf: Object.fromEntries(cups.flatMap(({ id, bagId }) => (bagId === null ? [] : [[id, bagId]]))),
            yardstick: yardstick && (yardstick.bagId ?? outsideId(yardstick.name)),
          });
        }
        return { bags: await loadAllBags(db), sittings: { words, revealed } };
      });
      const fits = await verdicts.forShelf(bags);
      const items = bags.map((bag): StandingItem => {
        const fit = fits.get(bag.id)?.fit;
        return { id: bag.id, name: bag.name, bagId: bag.id, best: fit ? scoreAtBest(fit) : null };
      });
      const outside = sittings.revealed.flatMap(({ yardstick }): StandingItem[] =>
        yardstick?.bagId !== null
          ? []
          : [{ id: outsideId(yardstick.name), name: yardstick.name, bagId: null, best: null }],
      );
      const yardsticks = [...new Map(outside.map((one) => [one.id, one])).values()];
      const among = (own: readonly StandingItem[]) => standingsAmong([...own, ...yardsticks], sittings.words);
      const kinds = STANDING_FIELDS.flatMap((field): Standings['kinds'] =>
        Object.entries(groupBy(bags, (bag) => valueOf(bag, field)))
          .filter(([value, ofKind]) => value !== '' && ofKind.length > 1)
          .map(([value, ofKind]) => {
            const ids = new Set(ofKind.map(({ id }) => id));
            return { field, value, standings: among(items.filter(({ id }) => ids.has(id))) };
          })
          .filter(({ standings }) => standings.length > 1),
      );
      return { all: among(items), kinds };
    },

    palateCrests: async () =>
      crestHistory(await verdicts.finishedBags(), (bags, kinds) => verdicts.priorsAfter(bags, kinds)),

    palateTasters: async ({ query: { first, second } }) => {
      const tastings = await store.read((db) => loadTastings(db, 'all', WITH_WORDS));
      return sideBySide(tastings, first, second);
    },
  };
}

/** A yardstick from outside goes by its name. */
const outsideId = (name: string): string => `outside ${name.trim().toLocaleLowerCase()}`;

function valueOf(bag: Bag, field: StandingField): string {
  if (field === 'style') return bag.reference.style;
  return (bag[field] ?? '').trim();
}
