import type { InstrumentKind, Readings } from '../../contract/bench/instrument';
import { joined, started, tapped, type LiveChange } from '../../application/liveBrew';
import type { LiveBrew } from '../../contract/bench/live';
import type { Settings } from '../../contract/settings';
import { brewSeconds, roundTo, STARTER_RECIPES } from '../../core/brew';
import { addLive, keepLive, loadBench, loadLive, loadLiveTrace, setLiveClosed } from '../db/bench/live';
import { loadSettings } from '../db/settings';
import type { Deps } from '../deps';
import { notFound, Problem } from '../../application/problem';
import type { Instrument } from '../instruments/instrument';
import type { Handlers } from '../routes';

type BenchEndpoint =
  | 'bench'
  | 'layOut'
  | 'startLive'
  | 'changeLive'
  | 'joinInstruments'
  | 'clearLive'
  | 'restoreLive'
  | 'liveTrace'
  | 'benchStream'
  | 'instrumentStream';

/** Brews on the bench: lay out, start, mark, end, clear away; and the streams of the instruments. */
export function benchHandlers({ store, now, clock, recorder, instruments }: Deps): Handlers<BenchEndpoint> {
  const tell = (brew: string): void => recorder.tell({ kind: 'changed', brew });

  const changed = (id: string, change: (before: LiveBrew, settings: Settings) => LiveChange): Promise<LiveBrew> =>
    store.write(async (db) => {
      const before = await loadLive(db, id);
      await keepLive(db, before, change(before, await loadSettings(db)));
      return loadLive(db, id);
    });

  return {
    bench: async () => ({ brews: await store.read(loadBench), now: clock.now() }),

    layOut: async ({ body, after }) => {
      const live = await store.write(async (db) => loadLive(db, await addLive(db, body, now())));
      after(() => tell(live.id));
      return live;
    },

    startLive: async ({ params: { id }, body: { inS }, after }) => {
      const live = await changed(id, (before) => started(before, clock.now() + inS * 1000));
      // What it weighed while the start was written down is heard too.
      await recorder.begin(live, 0);
      after(() => tell(id));
      return live;
    },

    changeLive: async ({ params: { id }, body, after }) => {
      const live = await changed(id, (before) => tapped(before, body));
      if (body.endedS === null) await recorder.begin(live);
      else if (body.endedS !== undefined) await recorder.end(id);
      after(() => tell(id));
      return live;
    },

    joinInstruments: async ({ params: { id }, after }) => {
      const live = await changed(id, (before, { instruments: connected }) => joined(before, connected));
      after(() => tell(id));
      return live;
    },

    clearLive: async ({ params: { id }, after }) => {
      await recorder.end(id);
      await store.write((db) => setLiveClosed(db, id, now().toISOString()));
      after(() => tell(id));
      return null;
    },

    restoreLive: async ({ params: { id }, after }) => {
      const live: LiveBrew = await store.write(async (db) => {
        await setLiveClosed(db, id, null);
        // Refused as a whole where it could not be shown: its bag may be gone.
        return loadLive(db, id);
      });
      await recorder.begin(live);
      after(() => tell(id));
      return null;
    },

    ...streamHandlers({ store, clock, recorder, instruments }),
  };
}

/** What is streamed of the bench, and the trace of a brew on it. */
function streamHandlers({
  store,
  clock,
  recorder,
  instruments,
}: Pick<Deps, 'store' | 'clock' | 'recorder' | 'instruments'>): Handlers<
  'liveTrace' | 'benchStream' | 'instrumentStream'
> {
  const connect = async (kind: InstrumentKind, liveId: string | undefined): Promise<Instrument | null> => {
    const begun = clock.now();
    const seconds = (): number => brewSeconds(begun, clock.now(), 1);
    const live = liveId === undefined ? null : await store.read((db) => loadLive(db, liveId));
    const settings = live?.instruments ?? (await store.read(loadSettings)).instruments;
    const recipe = live?.recipe ?? STARTER_RECIPES[0];
    if (kind === 'scale' || !recipe) throw notFound('This stream');
    return instruments(kind, { recipe, seed: live?.seed ?? 1, settings, clock: seconds });
  };

  return {
    liveTrace: ({ params: { id } }) =>
      store.read(async (db) => {
        await loadLive(db, id);
        return loadLiveTrace(db, id);
      }),

    /**
     * All that happens on the bench, for as long as a page watches: one stream, since a browser opens few at a time.
     */
    benchStream: () =>
      Promise.resolve((send) =>
        recorder.watch((told) =>
          told.kind === 'readings'
            ? send('readings', told.readings.brew ?? '', told.readings)
            : send('changed', told.brew, { brew: told.brew }),
        ),
      ),

    /** A thermometer, refractometer or pH pen beside a brew, or by itself. The scale belongs to its brew. */
    instrumentStream: async ({ params: { kind }, query: { brew } }) => {
      const instrument = await connect(kind, brew);
      if (!instrument)
        throw new Problem('conflict', 'This instrument is not connected. The Store room says which are.');
      return (send) =>
        instrument.listen((heard) => {
          const readings: Readings = {
            kind,
            brew: brew ?? null,
            readings: heard.map(({ atS, value }) => ({ atS, value: roundTo(value, 2), flaw: null })),
          };
          send('readings', kind, readings);
        });
    },
  };
}
