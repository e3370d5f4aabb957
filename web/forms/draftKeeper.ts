import type { Draft, DraftInput } from '../../contract/keeping/draft';
import { changed, follows, merged, type ChangeCounts } from '../../core/draft';
import type { BrowserStore, Kept } from '../state/browserStore';

/** What a keeper needs of the server. Each promise fails when the server cannot be reached. */
export interface DraftTransport {
  load(): Promise<Draft[]>;
  /** Keeps this device's copy; answers with every device's. `closing` asks that it outlives the page. */
  put(draft: DraftInput, closing: boolean): Promise<Draft[]>;
  drop(counts: ChangeCounts): Promise<unknown>;
}

export interface DraftState {
  /** Copies of other devices that hold something this one has not taken in. */
  others: readonly Draft[];
  /** Whether the server has all that is written here; `idle` before anything was. */
  kept: 'idle' | 'pending' | 'kept' | 'here only';
}

type Typed = Record<string, unknown>;

/** What a browser holds of a sheet. */
export type Mirror = Kept<'draft'>;

/** A second may be lost at most: a fifth of it is waited, the rest is the way to the disk of a busy machine. */
const WAIT_MS = 200;
const AGAIN_MS = 2500;

/** Puts a sheet that was thrown away or written over back into this browser, as a change later than any it holds. */
export function putBack(browser: BrowserStore, key: string, device: string, { counts, typed }: Mirror): void {
  const later = merged(counts, browser.get('draft', key)?.counts ?? {});
  browser.set('draft', { counts: changed(later, device), typed }, key);
}

/**
 * Keeps what is written on one sheet: in this browser at once, on the server within a second, and tries again while the
 * server is away. Writes go one after another, so an older one never overtakes a newer.
 */
export class DraftKeeper {
  #mirror: Mirror | null;
  #timer: ReturnType<typeof setTimeout> | null = null;
  #line: Promise<unknown> = Promise.resolve();
  #state: DraftState = { others: [], kept: 'idle' };
  #forgotten = false;
  /** The sheet is being saved: nothing more is sent meanwhile. */
  #held = false;
  /** Changes on their way to the server. */
  #underWay = 0;

  constructor(
    private readonly key: string,
    private readonly device: string,
    private readonly about: Pick<DraftInput, 'title' | 'href'>,
    private readonly transport: DraftTransport,
    private readonly browser: BrowserStore,
    private readonly onState: (state: DraftState) => void,
  ) {
    this.#mirror = browser.get('draft', key);
  }

  /** What this browser holds; null when nothing is written. */
  get mirror(): Mirror | null {
    return this.#mirror;
  }

  /**
   * Asks the server what it holds. Answers with the copy that carries on what this browser holds, where there is one.
   */
  async open(): Promise<Typed | null> {
    try {
      const before = this.#mirror;
      const drafts = await this.transport.load();
      const newer = this.#mirror === before ? this.#carriedOn(drafts) : null;
      if (newer) this.#write({ counts: newer.counts, typed: newer.typed });
      this.#hear(drafts);
      if (!newer && this.#mirror) this.#later(0);
      return newer?.typed ?? null;
    } catch {
      if (this.#mirror) this.#tell({ kept: 'here only' });
      return null;
    }
  }

  /** Something was written. */
  change(typed: Typed): void {
    this.#forgotten = false;
    this.#write({ counts: changed(this.#mirror?.counts ?? {}, this.device), typed });
    this.#tell({ kept: 'pending' });
    if (this.#timer === null) this.#later(WAIT_MS);
  }

  /** Settles what another device wrote: its changes count as taken in, and this is what stands now. */
  resolveConflict(other: Draft, typed: Typed): void {
    this.#mirror = { counts: merged(this.#mirror?.counts ?? {}, other.counts), typed };
    this.#tell({ others: this.#state.others.filter(({ counts }) => !follows(this.#mirror?.counts ?? {}, counts)) });
    this.change(typed);
  }

  /**
   * Sends now what the server may not have yet, for the page may go away; it counts changes, so none need wait for
   * another.
   */
  flush(): void {
    if (this.#held || this.#mirror === null || this.#state.kept === 'kept') return;
    this.#stop();
    this.#line = Promise.all([this.#line, this.#put(true)]);
  }

  /**
   * Sends nothing more for as long as the sheet is being saved, and resolves once nothing is under way: a change that
   * arrived after the sheet was saved and forgotten would bring its draft back.
   */
  pause(): Promise<unknown> {
    this.#held = true;
    this.#stop();
    return this.#line;
  }

  /** Goes on sending, for the sheet was not saved. */
  resume(): void {
    this.#held = false;
    if (this.#mirror && this.#state.kept !== 'kept') this.#later(0);
  }

  /** Forgets what was written here: the server has it, or nobody wants it. */
  discard(): Promise<unknown> {
    const counts = this.#mirror?.counts ?? {};
    this.#stop();
    this.#held = false;
    this.#forgotten = true;
    this.#mirror = null;
    this.browser.remove('draft', this.key);
    this.#tell({ kept: 'idle' });
    if (Object.keys(counts).length === 0) return Promise.resolve();
    // A server that is away keeps its copy; it is offered back once more, which loses nothing.
    const drop = (): Promise<unknown> => this.transport.drop(counts).catch(() => undefined);
    // At once, for the page may be left; and again after a change that is still under way and might arrive later.
    const [first, sending] = [drop(), this.#underWay > 0];
    this.#line = this.#line.then(async () => {
      await first;
      if (sending) await drop();
    });
    return this.#line;
  }

  /** Looks whether another device has written meanwhile, and goes on sending what the server has not. */
  async checkOthers(): Promise<void> {
    if (this.#mirror && this.#state.kept === 'here only' && this.#timer === null) this.#later(0);
    await this.transport.load().then(
      (drafts) => this.#hear(drafts),
      () => undefined,
    );
  }

  /**
   * The copy that holds all this browser holds and more: its own, or one written on under another name, as after a
   * crash that took the browser's last writes. Null where there is none, or where two were written on apart.
   */
  #carriedOn(drafts: readonly Draft[]): Draft | null {
    const counts = this.#mirror?.counts ?? {};
    const mine = drafts.filter(({ device }) => this.#mirror !== null || device === this.device);
    const newer = mine.filter((one) => follows(one.counts, counts) && !follows(counts, one.counts));
    return newer.find((one) => newer.every((other) => follows(one.counts, other.counts))) ?? null;
  }

  #stop(): void {
    if (this.#timer !== null) clearTimeout(this.#timer);
    this.#timer = null;
  }

  #later(ms: number): void {
    if (this.#held) return;
    this.#timer = setTimeout(() => {
      this.#timer = null;
      this.#line = this.#line.then(() => this.#put(false));
    }, ms);
  }

  async #put(closing: boolean): Promise<void> {
    const mirror = this.#mirror;
    if (mirror === null || this.#forgotten) return;
    this.#underWay++;
    try {
      this.#hear(await this.transport.put({ ...mirror, ...this.about }, closing));
      if (this.#mirror === mirror) this.#tell({ kept: 'kept' });
    } catch {
      if (this.#mirror === mirror) this.#tell({ kept: 'here only' });
      if (this.#timer === null && !closing) this.#later(AGAIN_MS);
    } finally {
      this.#underWay--;
    }
  }

  #hear(drafts: readonly Draft[]): void {
    const counts = this.#mirror?.counts ?? {};
    this.#tell({ others: drafts.filter((one) => one.device !== this.device && !follows(counts, one.counts)) });
  }

  #tell(change: Partial<DraftState>): void {
    this.#state = { ...this.#state, ...change };
    this.onState(this.#state);
  }

  #write(mirror: Mirror): void {
    this.#mirror = mirror;
    this.browser.set('draft', mirror, this.key);
  }
}
