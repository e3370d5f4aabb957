import type { LiveBrew } from '../../contract/bench/live';
import type { Readings } from '../../contract/bench/instrument';
import {
  appendPoint,
  brewSeconds,
  isLift,
  KIND_TRAITS,
  NO_WEIGHTS_YET,
  planOf,
  roundTo,
  scaleUntil,
  screenWeight,
  shotEnd,
  type Flaw,
  type Plan,
  type Reading,
  type Screening,
  type SteadyClock,
  type Trace,
  type TracePoint,
} from '../../core/brew';
import type { Logger } from 'pino';
import { addPiece, keepLive, loadBench, loadLive, loadLiveTrace, nextPiece } from '../db/bench/live';
import type { Store } from '../db/store';
import type { InstrumentRegistry } from '../instruments/instrument';
import { Watchers } from '../watchers';

/** How often what was heard is written to the database, ms: a crash loses no more than this. */
const KEEP_EVERY_MS = 250;

/**
 * What a page that watches the bench is told: what a scale said, or that something about a brew is other than before.
 */
export type Told = { kind: 'readings'; readings: Readings } | { kind: 'changed'; brew: string };

/** One brew whose scale is being listened to. */
interface Recording {
  plan: Plan;
  screening: Screening;
  trace: Trace;
  seq: number;
  points: TracePoint[];
  flaws: [atS: number, flaw: Flaw][];
  stop: () => void;
}

/**
 * Listens to the scale of every brew under way, whether or not anyone watches: marks bad readings, keeps the good ones,
 * notices when the brewer is lifted off, and tells the pages that are open. After a restart it goes on where the brew
 * is.
 */
export class BenchRecorder {
  readonly #recordings = new Map<string, Recording>();
  readonly #watchers = new Watchers<Told>();
  #keeping: Promise<void> = Promise.resolve();
  #timer: NodeJS.Timeout | null = null;

  constructor(
    private readonly store: Store,
    private readonly clock: SteadyClock,
    private readonly instruments: InstrumentRegistry,
    private readonly log: Logger,
  ) {}

  /** Listens again to every brew that was under way. */
  async resume(): Promise<void> {
    for (const live of await this.store.read(loadBench)) {
      await this.#catchUp(live);
      await this.begin(live);
    }
  }

  /** What was heard of a brew has happened, whatever the clock says after a restart: time goes on from there. */
  async #catchUp({ id, startedAt, endedS, instruments }: LiveBrew): Promise<void> {
    if (startedAt === null || endedS !== null) return;
    const { trace } = await this.store.read((db) => loadLiveTrace(db, id));
    const heardS = trace.at(-1)?.at(-1)?.[0];
    if (heardS !== undefined) this.clock.atLeast(startedAt + (heardS * 1000) / instruments.speed);
  }

  /**
   * Listens to the scale of a brew that has started; does nothing where there is none.
   *
   * @param sinceS second of the brew from which on the scale is heard; by default from now on
   */
  async begin(live: LiveBrew, sinceS?: number): Promise<void> {
    const { id, startedAt, recipe, instruments, seed, endedS } = live;
    if (startedAt === null || endedS !== null) return;
    const clock = (): number => brewSeconds(startedAt, this.clock.now(), instruments.speed);
    const scale = this.instruments('scale', { recipe, seed, settings: instruments, clock });
    const plan = planOf(recipe);
    if (!scale || clock() > scaleUntil(plan)) return;
    const { trace, seq } = await this.store.read(async (db) => ({
      trace: (await loadLiveTrace(db, id)).trace,
      seq: await nextPiece(db, id),
    }));
    // Another begin may have come first while the trace was read.
    if (this.#recordings.has(id)) return;
    const last = trace.at(-1)?.at(-1);
    const screening = last ? { last: { atS: last[0], value: last[1] }, suspects: [] } : NO_WEIGHTS_YET;
    const recording: Recording = { plan, screening, trace, seq, points: [], flaws: [], stop: () => undefined };
    this.#recordings.set(id, recording);
    recording.stop = scale.listen((readings) => this.#hear(live, recording, readings), sinceS);
    this.#timer ??= setInterval(() => void this.#keep(), KEEP_EVERY_MS);
  }

  /** Resolves once all that was heard so far is in the database. */
  flush(): Promise<void> {
    return this.#keep();
  }

  /** Stops listening to a brew, once all that was heard is kept. */
  async end(id: string): Promise<void> {
    const recording = this.#recordings.get(id);
    recording?.stop();
    await this.#keep();
    this.#recordings.delete(id);
    if (this.#recordings.size === 0 && this.#timer) {
      clearInterval(this.#timer);
      this.#timer = null;
    }
  }

  /** Calls back with what happens on the bench until the returned function is called. */
  watch(told: (what: Told) => void): () => void {
    return this.#watchers.watch(told);
  }

  tell(told: Told): void {
    this.#watchers.tell(told);
  }

  async close(): Promise<void> {
    for (const id of [...this.#recordings.keys()]) await this.end(id);
  }

  #hear(live: LiveBrew, recording: Recording, heard: readonly Reading[]): void {
    const judged: Readings['readings'] = [];
    for (const reading of heard) {
      const { screening, flaw, shift } = screenWeight(recording.screening, reading);
      const weightBefore = recording.screening.last?.value ?? 0;
      recording.screening = screening;
      if (
        shift &&
        KIND_TRAITS[live.recipe.kind].contact === 'percolation' &&
        isLift(recording.plan, weightBefore, shift)
      ) {
        this.#finish(live, recording, shift.atS, judged);
        return;
      }
      if (flaw) recording.flaws.push([roundTo(reading.atS, 2), flaw]);
      else {
        const point: TracePoint = [roundTo(reading.atS, 2), roundTo(reading.value, 2)];
        recording.points.push(point);
        appendPoint(recording.trace, point);
      }
      judged.push({
        atS: roundTo(reading.atS, 2),
        value: Number.isFinite(reading.value) ? roundTo(reading.value, 1) : null,
        flaw,
      });
    }
    this.tell({ kind: 'readings', readings: { kind: 'scale', brew: live.id, readings: judged } });
    const nowS = heard.at(-1)?.atS ?? 0;
    const stopped = live.recipe.kind === 'espresso' ? shotEnd(recording.plan, recording.trace, nowS) : null;
    if (stopped !== null) this.#finish(live, recording, stopped, []);
    else if (nowS > scaleUntil(recording.plan)) void this.end(live.id);
  }

  /** The scale itself saw the end: the brewer was lifted off, or the shot stopped. */
  #finish({ id }: LiveBrew, recording: Recording, endedS: number, judged: Readings['readings']): void {
    recording.stop();
    this.tell({ kind: 'readings', readings: { kind: 'scale', brew: id, readings: judged } });
    const said = async (): Promise<void> => {
      await this.end(id);
      await this.store.write(async (db) => keepLive(db, await loadLive(db, id), { endedS: roundTo(endedS, 1) }));
      this.tell({ kind: 'changed', brew: id });
    };
    said().catch((error: unknown) => this.log.error({ err: error, id }, 'the end of a brew was not kept'));
  }

  /** Writes what was heard since the last time. What could not be written is tried again with the next. */
  #keep(): Promise<void> {
    this.#keeping = this.#keeping.then(async () => {
      for (const [id, recording] of this.#recordings) {
        const { points, flaws, seq } = recording;
        if (points.length === 0 && flaws.length === 0) continue;
        const [nPoints, nFlaws] = [points.length, flaws.length];
        try {
          await this.store.write((db) => addPiece(db, id, seq, points.slice(0, nPoints), flaws.slice(0, nFlaws)));
          recording.seq++;
          points.splice(0, nPoints);
          flaws.splice(0, nFlaws);
        } catch (error) {
          this.log.error({ err: error, id }, 'part of a trace was not kept');
        }
      }
    });
    return this.#keeping;
  }
}
