import { readings as readingsSchema } from '../../contract/instrument';
import { liveTrace } from '../../contract/live';
import { appendPoint, flowAt, type Trace } from '../../core/brew';

/** What the scale says at the moment. */
export interface ScaleNow {
  weightG: number | null;
  gPerS: number | null;
  /** Time of the last good reading, seconds from the start; null before the first. */
  atS: number | null;
  /** Readings marked as wrong so far. */
  flawed: number;
}

/** A number that changes more often than this, ms, cannot be read. */
const SHOWN_EVERY_MS = 150;

const SILENT: ScaleNow = { weightG: null, gPerS: null, atS: null, flawed: 0 };

/**
 * Follows the scale of one brew: first all that was recorded so far, then what comes. The stream opens itself again after
 * a break, and what was missed is fetched. An external store, so that only what shows a weight is redrawn with every reading.
 */
export class ScaleFeed {
  trace: Trace = [];
  #now: ScaleNow = SILENT;
  #shownAt = 0;
  #flawed = 0;
  #source: EventSource | null = null;
  readonly #listeners = new Set<() => void>();

  constructor(
    private readonly liveId: string,
    private readonly changed: () => void,
  ) {}

  /** Opens the stream; returns how to close it. */
  open(): () => void {
    const source = new EventSource(`/api/bench/${this.liveId}/stream`);
    this.#source = source;
    source.addEventListener('changed', this.changed);
    source.addEventListener('open', () => void this.#catchUp());
    source.addEventListener('readings', (event: MessageEvent<string>) => this.#hear(event.data));
    return () => {
      source.close();
      this.#source = null;
    };
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  readonly snapshot = (): ScaleNow => this.#now;

  async #catchUp(): Promise<void> {
    const answer = await fetch(`/api/bench/${this.liveId}/trace`).catch(() => null);
    const parsed = answer?.ok ? liveTrace.safeParse(await answer.json()) : null;
    if (!parsed?.success || !this.#source) return;
    const heardMeanwhile = this.trace.flat();
    const { trace, flaws } = parsed.data;
    const lastS = trace.at(-1)?.at(-1)?.[0] ?? -Infinity;
    for (const point of heardMeanwhile) if (point[0] > lastS) appendPoint(trace, point);
    this.trace = trace;
    this.#flawed = Object.values(flaws).reduce((sum, count) => sum + count, 0);
    this.#show();
  }

  #hear(data: string): void {
    const parsed = readingsSchema.safeParse(JSON.parse(data));
    if (!parsed.success) return;
    for (const { atS, value, flaw } of parsed.data.readings) {
      if (flaw !== null) this.#flawed++;
      else if (value !== null) appendPoint(this.trace, [atS, value]);
    }
    this.#show();
  }

  #show(): void {
    const last = this.trace.at(-1)?.at(-1) ?? null;
    if (performance.now() - this.#shownAt < SHOWN_EVERY_MS) return;
    this.#shownAt = performance.now();
    this.#now = { weightG: last?.[1] ?? null, gPerS: last === null ? null : flowAt(this.trace, last[0]), atS: last?.[0] ?? null, flawed: this.#flawed };
    for (const listener of this.#listeners) listener();
  }
}
