import { omit } from 'es-toolkit';
import type { EntityManager } from 'typeorm';
import { bagInput } from '../../contract/bag/bag';
import type { BagPage } from '../../contract/shelf/shelf';
import { verdictOn } from '../../application/judgeBag';
import { cupsLeft, drawnOf, stockOf } from '../../core/brew';
import { trackRecord } from '../../core/palate';
import { roastDate, spellOn } from '../../core/rest';
import { datesOf } from '../../core/shelf';
import { addBag, changeBag, loadBag, setBagDeleted } from '../db/bag/bags';
import { addBrew, loadBrews, loadLog, type UnreadableBrew } from '../db/bag/brews';
import { loadForetoldCups } from '../db/bag/predictions';
import { recordAdded, recordChange } from '../db/keeping/history';
import { loadSettings } from '../db/settings';
import { withChangeSent } from '../changing';
import { notInFuture } from '../dates';
import type { Deps } from '../deps';
import { parse } from '../http';
import type { Handlers } from '../routes';

type BagEndpoint = 'bagPage' | 'addBag' | 'changeBag' | 'removeBag' | 'restoreBag' | 'addBrew';

/** Bags: add, read with verdict and log, change, delete, bring back; and logging a brew on one. */
export function bagHandlers(deps: Deps): Handlers<BagEndpoint> {
  const { store, verdicts, foreteller, recorder, now } = deps;
  const setDeleted = (db: EntityManager, id: string, deletedAt: string | null): Promise<void> =>
    recordChange(db, { subject: 'bag', id }, now(), () => setBagDeleted(db, id, deletedAt));

  return {
    bagPage: ({ params: { id }, query: { today } }) => pageOf(deps, id, today),

    addBag: async ({ body, after }) => {
      notInFuture(now(), { roastedOn: body.roastedOn, finishedOn: body.finishedOn });
      const bag = await store.write(async (db) => {
        const id = await addBag(db, body, now());
        await recordAdded(db, { subject: 'bag', id, bagId: id }, now());
        return loadBag(db, id);
      });
      after(() => verdicts.prefetch(bag.id));
      return bag;
    },

    /**
     * Only what is sent is changed, and not over what another changed meanwhile; the bag as a whole must still be one.
     */
    changeBag: async ({ params: { id }, body, after }) => {
      const bag = await store.write(async (db) => {
        const { id: _, createdAt: __, revision: ___, freezerRate: ____, ...written } = await loadBag(db, id);
        const input = parse(bagInput, withChangeSent(written, body));
        notInFuture(now(), { roastedOn: input.roastedOn, finishedOn: input.finishedOn }, written);
        await recordChange(db, { subject: 'bag', id }, now(), () => changeBag(db, id, input));
        return loadBag(db, id);
      });
      after(() => verdicts.prefetch(bag.id));
      return bag;
    },

    removeBag: async ({ params: { id } }) => {
      await store.write((db) => setDeleted(db, id, now().toISOString()));
      return null;
    },
    restoreBag: async ({ params: { id } }) => {
      await store.write((db) => setDeleted(db, id, null));
      return null;
    },

    addBrew: async ({ params: { id }, body, after }) => {
      notInFuture(now(), { brewedAt: body.brewedAt.slice(0, 10) });
      await recorder.flush();
      const kept = await store.write(async (db) => {
        const bag = await loadBag(db, id);
        const before = await loadLog(db, id);
        const brewId = await addBrew(db, bag, body, now());
        await recordAdded(db, { subject: 'brew', id: brewId, bagId: id }, now());
        return { bag, before, brewId, brew: body };
      });
      after(async () => {
        foreteller.foretell([kept], now().toISOString());
        if (body.liveId !== null) {
          await recorder.end(body.liveId);
          recorder.tell({ kind: 'changed', brew: body.liveId });
        }
        verdicts.prefetch(id);
      });
      return { id: kept.brewId };
    },
  };
}

/** A bag with its verdict and its log. */
async function pageOf(
  { store, verdicts, foreteller }: Pick<Deps, 'store' | 'verdicts' | 'foreteller'>,
  id: string,
  today: string,
): Promise<BagPage> {
  await foreteller.settled();
  const bag = await store.read((db) => loadBag(db, id));
  const unreadable: UnreadableBrew[] = [];
  const [{ brews, settings, foretold }, { fit, prior, isStale }] = await Promise.all([
    store.read(async (db) => ({
      brews: await loadBrews(db, bag, unreadable),
      settings: await loadSettings(db),
      foretold: await loadForetoldCups(db, id),
    })),
    verdicts.full(bag),
  ]);
  const { roastedOn, sdDays: roastSdDays } = roastDate(bag);
  const stock = stockOf(bag, drawnOf(brews));
  const { doseG } = bag.reference;
  const cups = stock.portions.reduce((sum, { grams }) => sum + cupsLeft(grams, doseG), cupsLeft(stock.bagG, doseG));
  const verdict = verdictOn(fit, bag, today, { ...settings, cupsLeft: cups });
  return {
    bag,
    roastedOn,
    roastSdDays,
    frozen: spellOn(bag.spells, today) !== null,
    gramsLeft: stock.totalG,
    stock,
    cupsLeft: cups,
    window: datesOf(verdict.window, roastedOn, bag.spells, bag.freezerRate),
    brews,
    unreadable,
    prior,
    settings,
    verdict,
    record: omit(trackRecord(foretold), ['bins']),
    judged: isStale ? 'earlier' : 'now',
    judging: verdicts.judging,
  };
}
