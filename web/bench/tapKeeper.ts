import { omit } from 'es-toolkit';
import type { LiveBrew, LivePatch } from '../../contract/bench/live';
import type { BrowserStore } from '../state/browserStore';

const AGAIN_MS = 1500;

/** What became of a tap that was sent: the brew with it; not taken yet, and why; or refused, and why. */
export type Sent = { live: LiveBrew } | { notYet: string } | { refused: string };

export interface TapState {
  /** The newest the server has said of the brew. */
  known: LiveBrew;
  /** What was tapped here and the server does not have yet. */
  pending: LivePatch | null;
  /** Why the server does not have it yet, in words; null while it is only under way. */
  offline: string | null;
}

/**
 * What a tap changes; worked out from the brew as the taps before it left it, however quickly they follow each other.
 */
export type Tap = LivePatch | ((live: LiveBrew) => LivePatch);

/**
 * Keeps the taps on one brew until the server has them: in this browser at once, sent, and sent again while the server
 * is away or has no room. One patch is under way at a time, and goes on unchanged until it is answered; what is tapped
 * meanwhile is gathered into the next, whose lists follow on from the first's. Sent together, a tick put back would
 * look like no change at all.
 */
export class TapKeeper {
  #known: LiveBrew;
  /** What is under way, and what follows it. */
  #queue: LivePatch[];
  #offline: string | null = null;
  #state: TapState;
  /** Counts what was sent: an answer after `close` is not heard. */
  #attempt = 0;
  #isUnderWay = false;
  #timer: ReturnType<typeof setTimeout> | null = null;
  readonly #listeners = new Set<() => void>();

  constructor(
    known: LiveBrew,
    private readonly browser: BrowserStore,
    private readonly send: (patch: LivePatch) => Promise<Sent>,
    private readonly onRefused: (why: string) => void,
  ) {
    this.#known = known;
    this.#queue = browser.get('bench', known.id) ?? [];
    this.#state = this.#stateNow();
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  readonly snapshot = (): TapState => this.#state;

  /** Begins, or goes on, sending what is kept here. */
  open(): void {
    this.#go();
  }

  /** Sends nothing more; what is kept here stays kept. */
  close(): void {
    this.#attempt++;
    this.#isUnderWay = false;
    this.#wait(null);
  }

  /** The server has said something of the brew: an answer to a question asked earlier may come later. */
  hear(live: LiveBrew): void {
    if (live.revision <= this.#known.revision) return;
    this.#known = live;
    this.#tell();
  }

  tap(tap: Tap): void {
    const [first, next] = this.#queue;
    const change = typeof tap === 'function' ? tap(withTaps(this.#known, this.#state.pending)) : tap;
    // What the lists said before these taps: what another device adds meanwhile is kept.
    const { ticked, marks } = withTaps(this.#known, first ?? null);
    const patch = { was: { ticked, marks }, ...next, ...change };
    this.#keep(first ? [first, patch] : [patch]);
    this.#tell();
    this.#go();
  }

  #go(): void {
    const [patch] = this.#queue;
    if (!patch || this.#isUnderWay) return;
    this.#wait(null);
    this.#isUnderWay = true;
    const attempt = ++this.#attempt;
    void this.send(patch).then((sent) => attempt === this.#attempt && this.#settle(sent));
  }

  #settle(sent: Sent): void {
    this.#isUnderWay = false;
    if ('notYet' in sent) {
      this.#offline = sent.notYet;
      this.#wait(setTimeout(() => this.#go(), AGAIN_MS));
      this.#tell();
      return;
    }
    if ('live' in sent && sent.live.revision > this.#known.revision) this.#known = sent.live;
    this.#offline = null;
    this.#keep(this.#queue.slice(1));
    this.#tell();
    if ('refused' in sent) this.onRefused(sent.refused);
    this.#go();
  }

  #keep(queue: LivePatch[]): void {
    this.#queue = queue;
    if (queue.length > 0) this.browser.set('bench', queue, this.#known.id);
    else this.browser.remove('bench', this.#known.id);
  }

  #wait(timer: ReturnType<typeof setTimeout> | null): void {
    if (this.#timer !== null) clearTimeout(this.#timer);
    this.#timer = timer;
  }

  #stateNow(): TapState {
    const pending = this.#queue.length > 0 ? (Object.assign({}, ...this.#queue) as LivePatch) : null;
    return { known: this.#known, pending, offline: this.#offline };
  }

  #tell(): void {
    this.#state = this.#stateNow();
    for (const listener of this.#listeners) listener();
  }
}

/** A brew with what was tapped on it laid over. */
export function withTaps(known: LiveBrew, pending: LivePatch | null): LiveBrew {
  return pending === null ? known : { ...known, ...omit(pending, ['was']) };
}
