import { omit } from 'es-toolkit';
import type { LiveBrew, LivePatch } from '../../contract/live';
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
 * is away or has no room. Idle until something is tapped; then sending; then idle again, or waiting to send again.
 */
export class TapKeeper {
  #state: TapState;
  /** Counts what was sent: the answer to anything but the last is overtaken. */
  #attempt = 0;
  #timer: ReturnType<typeof setTimeout> | null = null;
  readonly #listeners = new Set<() => void>();

  constructor(
    known: LiveBrew,
    private readonly browser: BrowserStore,
    private readonly send: (patch: LivePatch) => Promise<Sent>,
    private readonly onRefused: (why: string) => void,
  ) {
    this.#state = { known, pending: browser.get('bench', known.id), offline: null };
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  readonly snapshot = (): TapState => this.#state;

  /** Begins, or goes on, sending what is kept here. */
  open(): void {
    if (this.#state.pending) this.#go();
  }

  /** Sends nothing more; what is kept here stays kept. */
  close(): void {
    this.#attempt++;
    this.#wait(null);
  }

  /** The server has said something of the brew: an answer to a question asked earlier may come later. */
  hear(live: LiveBrew): void {
    if (live.revision > this.#state.known.revision) this.#tell({ known: live });
  }

  tap(tap: Tap): void {
    const { known, pending } = this.#state;
    const { ticked, marks } = known;
    const change = typeof tap === 'function' ? tap({ ...known, ...pending }) : tap;
    // What the lists said before the first of these taps: what another device adds meanwhile is kept.
    const patch: LivePatch = { was: { ticked, marks }, ...pending, ...change };
    this.browser.set('bench', patch, known.id);
    this.#tell({ pending: patch });
    this.#go();
  }

  #go(): void {
    this.#wait(null);
    const [attempt, patch] = [++this.#attempt, this.#state.pending];
    if (patch) void this.send(patch).then((sent) => attempt === this.#attempt && this.#settle(sent));
  }

  #settle(sent: Sent): void {
    if ('notYet' in sent) {
      this.#tell({ offline: sent.notYet });
      this.#wait(setTimeout(() => this.#go(), AGAIN_MS));
      return;
    }
    this.browser.remove('bench', this.#state.known.id);
    this.#tell({ ...('live' in sent ? { known: sent.live } : {}), pending: null, offline: null });
    if ('refused' in sent) this.onRefused(sent.refused);
  }

  #wait(timer: ReturnType<typeof setTimeout> | null): void {
    if (this.#timer !== null) clearTimeout(this.#timer);
    this.#timer = timer;
  }

  #tell(change: Partial<TapState>): void {
    this.#state = { ...this.#state, ...change };
    for (const listener of this.#listeners) listener();
  }
}

/** A brew with what was tapped on it laid over. */
export function withTaps(known: LiveBrew, pending: LivePatch | null): LiveBrew {
  return pending === null ? known : { ...known, ...omit(pending, ['was']) };
}
