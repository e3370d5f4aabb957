import { Router } from 'express';
import { z } from 'zod';
import { INSTRUMENTS, type InstrumentKind, type Readings } from '../../contract/instrument';
import { liveInput, livePatch, liveStart, type Bench, type LiveBrew } from '../../contract/live';
import { id, oneOf } from '../../contract/fields';
import { brewSeconds, roundTo, STARTER_RECIPES } from '../../core/brew';
import { addLive, changeLive, loadBench, loadLive, loadLiveTrace, setLiveClosed, startLive } from '../db/live';
import { loadSettings } from '../db/settings';
import type { Deps } from '../deps';
import { notFound, Problem } from '../errors';
import { openStream } from '../eventStream';
import { parse } from '../http';
import type { Instrument } from '../instruments/instrument';
import { simulatedInstrument } from '../instruments/simulated/bench';

const streamQuery = z.object({ brew: id.optional() });
const kind = oneOf('Instrument', INSTRUMENTS);

/** Brews on the bench: lay out, start, mark, end, clear away; and the streams of the instruments. */
export function benchRoutes({ store, now, clock, recorder }: Deps): Router {
  const routes = Router();
  const load = (liveId: string): Promise<LiveBrew> => store.read((db) => loadLive(db, liveId));

  routes.get('/', async (_request, response) => {
    const answer: Bench = { brews: await store.read(loadBench), now: clock.now() };
    response.json(answer);
  });

  routes.post('/', async (request, response) => {
    const input = parse(liveInput, request.body);
    const live = await store.write(async (db) => loadLive(db, await addLive(db, input, now())));
    response.status(201).json(live);
    recorder.tell({ kind: 'changed', brew: live.id });
  });

  routes.post('/:id/start', async (request, response) => {
    const { inS } = parse(liveStart, request.body);
    const live = await store.write(async (db) => {
      await startLive(db, request.params.id, clock.now() + inS * 1000);
      return loadLive(db, request.params.id);
    });
    // What it weighed while the start was written down is heard too.
    await recorder.begin(live, 0);
    response.json(live);
    recorder.tell({ kind: 'changed', brew: live.id });
  });

  routes.patch('/:id', async (request, response) => {
    const patch = parse(livePatch, request.body);
    const { id: liveId } = request.params;
    const live = await store.write(async (db) => {
      await changeLive(db, liveId, patch);
      return loadLive(db, liveId);
    });
    if (patch.endedS === null) await recorder.begin(live);
    else if (patch.endedS !== undefined) await recorder.end(liveId);
    response.json(live);
    recorder.tell({ kind: 'changed', brew: liveId });
  });

  routes.delete('/:id', async (request, response) => {
    await recorder.end(request.params.id);
    await store.write((db) => setLiveClosed(db, request.params.id, now().toISOString()));
    response.status(204).end();
    recorder.tell({ kind: 'changed', brew: request.params.id });
  });

  routes.post('/:id/restore', async (request, response) => {
    const live = await store.write(async (db) => {
      await setLiveClosed(db, request.params.id, null);
      // Refused as a whole where it could not be shown: its bag may be gone.
      return loadLive(db, request.params.id);
    });
    await recorder.begin(live);
    response.status(204).end();
    recorder.tell({ kind: 'changed', brew: request.params.id });
  });

  routes.get('/:id/trace', async (request, response) => {
    await load(request.params.id);
    response.json(await store.read((db) => loadLiveTrace(db, request.params.id)));
  });

  /** All that happens on the bench, for as long as a page watches: one stream, since a browser opens few at a time. */
  routes.get('/stream', (_request, response) => {
    const stream = openStream(response);
    const unwatch = recorder.watch((told) =>
      told.kind === 'readings'
        ? stream.send('readings', told.readings.brew ?? '', told.readings)
        : stream.send('changed', told.brew, { brew: told.brew }),
    );
    response.once('close', unwatch);
  });

  /** A thermometer, refractometer or pH pen beside a brew on the bench, or by itself. The scale belongs to its brew. */
  routes.get('/instruments/:kind/stream', async (request, response) => {
    const wanted = parse(kind, request.params.kind);
    const { brew } = parse(streamQuery, request.query);
    const instrument = await connect(wanted, brew);
    if (!instrument) throw new Problem('conflict', 'This instrument is not connected. The Store room says which are.');
    const stream = openStream(response);
    const unlisten = instrument.listen((heard) => {
      const readings: Readings = {
        kind: wanted,
        brew: brew ?? null,
        readings: heard.map(({ atS, value }) => ({ atS, value: roundTo(value, 2), flaw: null })),
      };
      stream.send('readings', wanted, readings);
    });
    response.once('close', unlisten);
  });

  const connect = async (wanted: InstrumentKind, liveId: string | undefined): Promise<Instrument | null> => {
    const begun = clock.now();
    const seconds = (): number => brewSeconds(begun, clock.now(), 1);
    const live = liveId === undefined ? null : await load(liveId);
    const settings = live?.instruments ?? (await store.read(loadSettings)).instruments;
    const recipe = live?.recipe ?? STARTER_RECIPES[0];
    if (wanted === 'scale' || !recipe) throw notFound('This stream');
    return simulatedInstrument(wanted, { recipe, seed: live?.seed ?? 1, settings, clock: seconds });
  };

  return routes;
}
