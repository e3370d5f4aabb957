import type { Judging } from '../../contract/shelf/shelf';
import { EngineProblem } from './engineHere';

/**
 * How soon a bag should be judged: someone looks at it; it stands on a shelf someone looks at; only others learn from
 * it.
 */
export const URGENCIES = ['interactive', 'shelf', 'background'] as const;
export type Urgency = (typeof URGENCIES)[number];

const FIRST_PAUSE_MS = 500;
const LONGEST_PAUSE_MS = 30_000;

interface Job {
  urgency: Urgency;
  done: Promise<void>;
  resolve: () => void;
  reject: (reason: unknown) => void;
}

/**
 * Judges bags one after another in the background, the most urgent first, each once however many ask. What fails
 * because no thread starts stays in the queue and is tried again, ever less often.
 */
export class JudgingQueue {
  readonly #jobs = new Map<string, Job>();
  readonly #running = new Map<string, Promise<void>>();
  #of = 0;
  #pauseMs = 0;
  #timer: NodeJS.Timeout | null = null;
  #trouble: string | null = null;
  #closed = false;

  /**
   * @param work judges the bag with an id as it is by then
   * @param atOnce how many are judged side by side
   * @param changed is called whenever `judging` is another
   */
  constructor(
    private readonly work: (id: string) => Promise<void>,
    private readonly atOnce: number,
    private readonly changed: () => void = () => undefined,
  ) {}

  get judging(): Judging {
    const waiting = this.#jobs.size + [...this.#running.keys()].filter((id) => !this.#jobs.has(id)).length;
    return { waiting, of: waiting === 0 ? 0 : Math.max(this.#of, waiting), trouble: this.#trouble };
  }

  /** Resolves when the bag was judged as it is now; rejects where it cannot be, at once where no thread starts. */
  ask(id: string, urgency: Urgency): Promise<void> {
    const before = this.#jobs.get(id);
    if (before) {
      if (URGENCIES.indexOf(urgency) < URGENCIES.indexOf(before.urgency)) before.urgency = urgency;
      return before.done;
    }
    if (this.judging.waiting === 0) this.#of = 0;
    this.#of++;
    let [resolve, reject]: [() => void, (reason: unknown) => void] = [() => undefined, () => undefined];
    const done = new Promise<void>((kept, broken) => ([resolve, reject] = [kept, broken]));
    done.catch(() => undefined);
    this.#jobs.set(id, { urgency, done, resolve, reject });
    this.changed();
    this.#next();
    return done;
  }

  /** Judges nothing more; resolves when what is under way is over. */
  async close(): Promise<void> {
    this.#closed = true;
    if (this.#timer) clearTimeout(this.#timer);
    for (const { reject } of this.#jobs.values()) reject(new Error('closed'));
    this.#jobs.clear();
    await Promise.all(this.#running.values());
  }

  #next(): void {
    while (!this.#closed && this.#timer === null && this.#running.size < this.atOnce) {
      const id = this.#mostUrgent();
      const job = id === null ? undefined : this.#jobs.get(id);
      if (id === null || !job) return;
      // Out of the queue before it is read: who asks from now on may have changed it, and it is judged again.
      this.#jobs.delete(id);
      this.#running.set(id, this.#run(id, job));
    }
  }

  #mostUrgent(): string | null {
    for (const urgency of URGENCIES)
      for (const [id, job] of this.#jobs) if (job.urgency === urgency && !this.#running.has(id)) return id;
    return null;
  }

  async #run(id: string, job: Job): Promise<void> {
    try {
      await this.work(id);
      this.#pauseMs = 0;
      this.#trouble = null;
      job.resolve();
    } catch (error) {
      job.reject(error);
      if (error instanceof EngineProblem) this.#again(id, job.urgency, error);
    } finally {
      this.#running.delete(id);
      this.changed();
      this.#next();
    }
  }

  /** Whoever waited has been told; the bag itself is tried again later. */
  #again(id: string, urgency: Urgency, { message }: EngineProblem): void {
    if (this.#closed) return;
    this.#trouble = message;
    this.#pauseMs = Math.min(LONGEST_PAUSE_MS, this.#pauseMs === 0 ? FIRST_PAUSE_MS : 2 * this.#pauseMs);
    this.#timer ??= setTimeout(() => {
      this.#timer = null;
      this.#next();
    }, this.#pauseMs);
    void this.ask(id, urgency);
  }
}
