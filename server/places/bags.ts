import { Router } from 'express';
import { bagInput } from '../../contract/bag';
import { brewInput } from '../../contract/brew';
import { todayQuery, type BagPage } from '../../contract/shelf';
import { verdictOn } from '../../application/judgeBag';
import { cupsLeft, gramsLeft } from '../../core/brew';
import { roastDate, spellOn } from '../../core/rest';
import { datesOf } from '../../core/shelf';
import { addBag, changeBag, loadBag, setBagDeleted } from '../db/bags';
import { addBrew, loadBrews } from '../db/brews';
import { loadSettings } from '../db/settings';
import { withChangeSent } from '../changing';
import { notInFuture } from '../dates';
import type { Deps } from '../deps';
import { parse } from '../http';

/** Bags: add, read with verdict and log, change, delete, bring back; and logging a brew on one. */
export function bagRoutes({ store, verdicts, recorder, now }: Deps): Router {
  const routes = Router();

  const page = async (id: string, today: string): Promise<BagPage> => {
    const bag = await store.read((db) => loadBag(db, id));
    const [{ brews, settings }, { fit, prior, isStale }] = await Promise.all([
      store.read(async (db) => ({ brews: await loadBrews(db, bag), settings: await loadSettings(db) })),
      verdicts.full(bag),
    ]);
    const { roastedOn, assumed } = roastDate(bag);
    const left = gramsLeft(
      bag.weightG,
      brews.map((brew) => brew.doseG),
    );
    const cups = cupsLeft(left, bag.reference.doseG);
    return {
      bag,
      roastedOn,
      roastAssumed: assumed,
      frozen: spellOn(bag.spells, today) !== null,
      gramsLeft: left,
      cupsLeft: cups,
      window: datesOf(fit.window, roastedOn, bag.spells),
      brews,
      prior,
      settings,
      verdict: verdictOn(fit, bag, today, { ...settings, cupsLeft: cups }),
      judged: isStale ? 'earlier' : 'now',
      judging: verdicts.judging,
    };
  };

  routes.get('/:id', async (request, response) => {
    response.json(await page(request.params.id, parse(todayQuery, request.query).today));
  });

  routes.post('/', async (request, response) => {
    const input = parse(bagInput, request.body);
    notInFuture(now(), { roastedOn: input.roastedOn, finishedOn: input.finishedOn });
    const bag = await store.write(async (db) => loadBag(db, await addBag(db, input, now())));
    response.status(201).json(bag);
    verdicts.prefetch(bag);
  });

  /**
   * Only what is sent is changed, and not over what another changed meanwhile; the bag as a whole must still be one.
   */
  routes.patch('/:id', async (request, response) => {
    const { id } = request.params;
    const bag = await store.write(async (db) => {
      const { id: _, createdAt: __, revision: ___, ...written } = await loadBag(db, id);
      const input = parse(bagInput, withChangeSent(written, request.body));
      notInFuture(now(), { roastedOn: input.roastedOn, finishedOn: input.finishedOn }, written);
      await changeBag(db, id, input);
      return loadBag(db, id);
    });
    response.json(bag);
    verdicts.prefetch(bag);
  });

  routes.delete('/:id', async (request, response) => {
    await store.write((db) => setBagDeleted(db, request.params.id, now().toISOString()));
    response.status(204).end();
  });

  routes.post('/:id/restore', async (request, response) => {
    await store.write((db) => setBagDeleted(db, request.params.id, null));
    response.status(204).end();
  });

  routes.post('/:id/brews', async (request, response) => {
    const input = parse(brewInput, request.body);
    notInFuture(now(), { brewedAt: input.brewedAt.slice(0, 10) });
    const { id } = request.params;
    await recorder.flush();
    const { brewId, bag } = await store.write(async (db) => ({
      brewId: await addBrew(db, id, input, now()),
      bag: await loadBag(db, id),
    }));
    response.status(201).json({ id: brewId });
    if (input.liveId !== null) {
      await recorder.end(input.liveId);
      recorder.tell({ kind: 'changed', brew: input.liveId });
    }
    verdicts.prefetch(bag);
  });

  return routes;
}
