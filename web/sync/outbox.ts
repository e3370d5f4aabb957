import type { BrowserStore, Kept, KeptName } from '../state/browserStore';

/** What became of something that was sent: the server has it, refuses it for good, or does not have it yet; and why. */
export type Delivery<Answer> = { taken: Answer } | { refused: string } | { notYet: string };

/** What one kind of thing a taster writes adds to the outbox. All but `send` and `look` are pure. */
export interface Policy<N extends KeptName, State, Parcel, Answer> {
  /** The name under which the browser keeps it. */
  name: N;
  restored: (kept: Kept<N> | null) => State;
  /** What the browser is to keep; null for nothing. */
  stored: (state: State) => Kept<N> | null;
  /** Changes are gathered for a moment before they are sent; otherwise each is sent at once. */
  isGathered: boolean;
  /**
   * Copies are counted, so that an older one arriving later undoes nothing: when the page goes away all that is due is
   * sent at once, beside what is already under way.
   */
  isCounted: boolean;
  /** Each window has a copy of its own, as of a sheet; otherwise the windows of a browser share what it keeps. */
  isOfWindow: boolean;
  /** What the server may not have yet, first things first. */
  due: (state: State) => readonly Parcel[];
  send: (parcel: Parcel) => Promise<Delivery<Answer>>;
  /** What is left once a parcel has arrived, or was refused: it may have been written on meanwhile. */
  settled: (state: State, parcel: Parcel, refused: string | null) => State;
  /** Asks what the server holds. */
  look?: () => Promise<Answer>;
}

export interface OutboxSnapshot<State, Answer> {
  state: State;
  /** Whether the server has all of it; `here only` once it could not be reached. */
  status: 'kept' | 'pending' | 'here only';
  /** Why the server does not have it yet, in words; null while it is only under way. */
  why: string | null;
  /** The last the server said; null before it said anything. */
  answer: Answer | null;
}

/** So long changes are gathered, ms: a second may be lost at most, and most of it is the way to a busy machine's disk. */
const GATHER_MS = 200;
/** How long after a failure it is tried again, ms: twice as long each time, up to the longest. */
const FIRST_AGAIN_MS = 1000;
const LONGEST_AGAIN_MS = 4000;

/**
 * Keeps what is written until the server has it: in this browser at once, sent a moment later, and again while the
 * server is away. One parcel is under way at a time, in order. What to keep and to send is said by a policy.
 */
export class Outbox<N extends KeptName, State, Parcel, Answer> {
  #state: State;
  /** The browser takes nothing more: what is written stands in this window alone until the server has it. */
  #isFull = false;
  #snapshot: OutboxSnapshot<State, Answer>;
  #answer: Answer | null = null;
  #why: string | null = null;
  #failures = 0;
  #isPaused = false;
  #timer: ReturnType<typeof setTimeout> | null = null;
  /** All that is due going out, one after another. */
  #round: Promise<void> | null = null;
  readonly #underWay = new Set<Promise<unknown>>();
  readonly #listeners = new Set<() => void>();

  constructor(
    private readonly key: string,
    private readonly policy: Policy<N, State, Parcel, Answer>,
    private readonly browser: BrowserStore,
  ) {
    this.#state = policy.restored(browser.get(policy.name, key));
    this.#snapshot = this.#snapshotNow();
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  readonly snapshot = (): OutboxSnapshot<State, Answer> => this.#snapshot;

  get state(): State {
    return this.#snapshot.state;
  }

  /** Something is shown of it. */
  get isWatched(): boolean {
    return this.#listeners.size > 0;
  }

  /** Resolves once nothing is under way; null where nothing is. */
  get underWay(): Promise<unknown> | null {
    return this.#underWay.size === 0 ? null : Promise.all(this.#underWay);
  }

  /** Begins anew from what the browser keeps, where nothing of this window waits to be sent. */
  reread(): void {
    if (this.#isFull || this.policy.due(this.#state).length > 0) return;
    this.#state = this.policy.restored(this.browser.get(this.policy.name, this.key));
    this.#answer = null;
    this.#tell();
  }

  /** Takes in what another window of this browser has written, or has had answered. */
  catchUp(): void {
    this.#state = this.#current();
    if (this.#due().length === 0) [this.#why, this.#failures] = [null, 0];
    this.#tell();
  }

  /** Something was written. */
  change(update: (state: State) => State): void {
    this.#keep(update(this.#current()));
    this.#tell();
    if (this.#due().length === 0) this.#stop();
    else if (!this.policy.isGathered) void this.#send();
    else if (this.#timer === null && this.#round === null) this.#later(GATHER_MS);
  }

  /** Asks what the server holds; null where it cannot be reached. */
  async look(): Promise<Answer | null> {
    const answer = await this.policy.look?.().catch(() => null);
    if (answer === undefined || answer === null) return null;
    this.#answer = answer;
    this.#tell();
    return answer;
  }

  /** Sends at once what is due; resolves with whether the server has answered all of it. */
  async flush(): Promise<boolean> {
    await this.#send();
    return this.#due().length === 0;
  }

  /** The server may be back. */
  retry(): void {
    if (this.#due().length > 0) void this.#send();
    else this.catchUp();
  }

  /** The window may go away, and what is under way with it: sends what can be sent. */
  leave(): void {
    if (this.#isPaused) return;
    if (!this.policy.isCounted) {
      this.retry();
      return;
    }
    this.#stop();
    for (const parcel of this.#due()) void this.#track(this.#deliver(parcel));
  }

  /** Sends nothing more until `resume`; resolves once nothing is under way. */
  async pause(): Promise<void> {
    this.#isPaused = true;
    this.#stop();
    await this.underWay;
  }

  resume(): void {
    this.#isPaused = false;
    this.retry();
  }

  /** What stands now; another window of this browser may have written since. */
  #current(): State {
    const { isOfWindow, restored, name } = this.policy;
    return isOfWindow || this.#isFull ? this.#state : restored(this.browser.get(name, this.key));
  }

  #due(): readonly Parcel[] {
    return this.policy.due(this.#current());
  }

  #keep(state: State): void {
    this.#state = state;
    const kept = this.policy.stored(state);
    if (kept === null) this.browser.remove(this.policy.name, this.key);
    this.#isFull = kept !== null && !this.browser.set(this.policy.name, kept, this.key);
  }

  #stop(): void {
    if (this.#timer !== null) clearTimeout(this.#timer);
    this.#timer = null;
  }

  #later(ms: number): void {
    if (this.#isPaused) return;
    this.#stop();
    this.#timer = setTimeout(() => void this.#send(), ms);
  }

  #send(): Promise<void> {
    this.#stop();
    this.#round ??= this.#track(this.#sendAll()).finally(() => {
      this.#round = null;
      if (this.#timer === null && this.#due().length > 0) this.#later(GATHER_MS);
    });
    return this.#round;
  }

  async #sendAll(): Promise<void> {
    while (!this.#isPaused) {
      const [parcel] = this.#due();
      if (parcel === undefined) {
        this.catchUp();
        return;
      }
      if (!(await this.#deliver(parcel))) return;
    }
  }

  /** @returns whether the server took or refused it */
  async #deliver(parcel: Parcel): Promise<boolean> {
    const delivery = await this.policy.send(parcel);
    if ('notYet' in delivery) {
      this.#why = delivery.notYet;
      this.#later(Math.min(FIRST_AGAIN_MS * 2 ** this.#failures++, LONGEST_AGAIN_MS));
      this.#tell();
      return false;
    }
    [this.#why, this.#failures] = [null, 0];
    if ('taken' in delivery) this.#answer = delivery.taken;
    this.#keep(this.policy.settled(this.#current(), parcel, 'refused' in delivery ? delivery.refused : null));
    this.#tell();
    return true;
  }

  async #track<T>(work: Promise<T>): Promise<T> {
    this.#underWay.add(work);
    return work.finally(() => this.#underWay.delete(work));
  }

  #snapshotNow(): OutboxSnapshot<State, Answer> {
    const isDue = this.policy.due(this.#state).length > 0;
    const status = !isDue ? 'kept' : this.#failures > 0 ? 'here only' : 'pending';
    return { state: this.#state, status, why: this.#why, answer: this.#answer };
  }

  #tell(): void {
    this.#snapshot = this.#snapshotNow();
    for (const listener of this.#listeners) listener();
  }
}
