import type { PassageChange } from '../../contract/writeUps/writeUp';
import type { BrowserStore } from '../state/browserStore';

/** What a keeper needs of the server: resolves with why it was refused for good, or null; fails while it is away. */
export type SendPassage = (change: PassageChange) => Promise<string | null>;

export interface PassageState {
  kept: 'kept' | 'pending' | 'here only';
  /** Why the server does not take it; null where it does. */
  refused: string | null;
}

const WAIT_MS = 350;
const AGAIN_MS = 2500;

/**
 * Keeps what is written over one passage: in this browser at once, on the server a moment later, and again while it is
 * away. Each change says what it was written over, so that nobody else’s is undone unseen.
 */
export class PassageKeeper {
  #text: string | null;
  #was: string | null;
  #timer: ReturnType<typeof setTimeout> | null = null;
  #line: Promise<void> = Promise.resolve();

  /** @param was what stands there as the server has it; null for what the record says */
  constructor(
    private readonly writeUpId: string,
    private readonly key: string,
    was: string | null,
    private readonly send: SendPassage,
    private readonly browser: BrowserStore,
    private readonly onState: (state: PassageState) => void,
  ) {
    const kept = browser.get('passage', this.#place);
    this.#text = kept?.text ?? null;
    this.#was = kept ? kept.was : was;
    if (kept) this.#later(0);
  }

  /** What is written here and the server does not have; null where it has all. */
  get unsent(): string | null {
    return this.#text;
  }

  get #place(): string {
    return `${this.writeUpId}.${this.key}`;
  }

  write(text: string): void {
    this.#text = text;
    this.browser.set('passage', { text, was: this.#was }, this.#place);
    this.onState({ kept: 'pending', refused: null });
    this.#later(WAIT_MS);
  }

  /** Writes over what stands there by now, after that was shown. */
  insist(standsNow: string | null): void {
    this.#was = standsNow;
    if (this.#text !== null) this.write(this.#text);
  }

  /** Lets go of what is written here: what the server has stands. */
  discard(): void {
    this.#stop();
    this.#text = null;
    this.browser.remove('passage', this.#place);
  }

  /** Sends what is not sent yet at once. */
  flush(): Promise<void> {
    this.#stop();
    this.#line = this.#line.then(() => this.#put());
    return this.#line;
  }

  #stop(): void {
    if (this.#timer !== null) clearTimeout(this.#timer);
    this.#timer = null;
  }

  #later(ms: number): void {
    this.#stop();
    this.#timer = setTimeout(() => void this.flush(), ms);
  }

  async #put(): Promise<void> {
    const text = this.#text;
    if (text === null) return;
    try {
      const refused = await this.send({ key: this.key, text, was: this.#was });
      if (refused !== null) {
        this.onState({ kept: 'here only', refused });
        return;
      }
      this.#was = text;
      // What was written meanwhile goes next, over this.
      if (this.#text === text) this.discard();
      else if (this.#text !== null) this.write(this.#text);
      this.onState({ kept: this.#text === null ? 'kept' : 'pending', refused: null });
    } catch {
      this.onState({ kept: 'here only', refused: null });
      this.#later(AGAIN_MS);
    }
  }
}
