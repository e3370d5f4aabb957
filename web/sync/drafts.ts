import type { Draft, DraftInput } from '../../contract/keeping/draft';
import { changed, follows, merged, type ChangeCounts } from '../../core/draft';
import type { BrowserStore, Kept } from '../state/browserStore';
import { Outbox, type OutboxSnapshot, type Policy } from './outbox';

/** What a draft needs of the server. Each promise fails when the server cannot be reached. */
export interface DraftTransport {
  load: () => Promise<Draft[]>;
  /** Keeps this device's copy; answers with every device's. */
  put: (draft: DraftInput) => Promise<Draft[]>;
  drop: (counts: ChangeCounts) => Promise<unknown>;
}

type Typed = Record<string, unknown>;

/** What a browser holds of a sheet. */
export type Mirror = Kept<'draft'>;

/** What is written on a sheet in this window, and whether the server has it; null where nothing is written. */
export type DraftWriting = (Mirror & { isSent: boolean }) | null;
type Writing = NonNullable<DraftWriting>;

const mirrorOf = ({ counts, typed }: Mirror): Mirror => ({ counts, typed });

/** Sends a sheet as it is typed. Changes are counted by device, so that copies never overwrite one another. */
export const draftPolicy = (
  about: () => Pick<DraftInput, 'title' | 'href'>,
  { put, load }: DraftTransport,
): Policy<'draft', DraftWriting, Writing, Draft[]> => ({
  name: 'draft',
  restored: (kept) => kept && { ...kept, isSent: false },
  stored: (writing) => writing && mirrorOf(writing),
  isGathered: true,
  isCounted: true,
  isOfWindow: true,
  due: (writing) => (writing === null || writing.isSent ? [] : [writing]),
  send: ({ counts, typed }) =>
    put({ counts, typed, ...about() }).then(
      (drafts) => ({ taken: drafts }),
      () => ({ notYet: 'The draft could not be sent.' }),
    ),
  settled: (writing, sent) =>
    writing !== null && follows(sent.counts, writing.counts) ? { ...writing, isSent: true } : writing,
  look: load,
});

/**
 * A draft that was thrown away or written over, as a change later than any this browser holds: it can be put back.
 */
export const laterThan = (standing: Mirror | null, { counts, typed }: Mirror, device: string): Mirror => ({
  counts: changed(merged(counts, standing?.counts ?? {}), device),
  typed,
});

export interface DraftState {
  /** Copies of other devices that hold something this one has not taken in. */
  others: readonly Draft[];
  /** Whether the server has all that is written here; `idle` before anything was. */
  kept: 'idle' | OutboxSnapshot<unknown, unknown>['status'];
}

/** One sheet as it is written on in this window. */
export class DraftSheet {
  readonly outbox: Outbox<'draft', DraftWriting, Writing, Draft[]>;

  constructor(
    key: string,
    private readonly device: string,
    /** What it is called and where it goes on; a bag may be renamed while its sheet is known here. */
    public about: Pick<DraftInput, 'title' | 'href'>,
    private readonly transport: DraftTransport,
    browser: BrowserStore,
  ) {
    this.outbox = new Outbox(
      key,
      draftPolicy(() => this.about, transport),
      browser,
    );
  }

  /** What is written here; null when nothing is. */
  get mirror(): Mirror | null {
    return this.outbox.state && mirrorOf(this.outbox.state);
  }

  stateOf({ state, status, answer }: OutboxSnapshot<DraftWriting, Draft[]>): DraftState {
    const counts = state?.counts ?? {};
    const others = (answer ?? []).filter((one) => one.device !== this.device && !follows(counts, one.counts));
    return { others, kept: state === null ? 'idle' : status };
  }

  /**
   * Asks the server what it holds. Answers with the copy that carries on what this browser holds, where there is one.
   */
  async open(): Promise<Typed | null> {
    const before = this.outbox.state;
    const drafts = await this.outbox.look();
    const newer = this.outbox.state === before ? this.#carriedOn(drafts ?? []) : null;
    if (newer) this.outbox.change(() => ({ counts: newer.counts, typed: newer.typed, isSent: true }));
    else this.outbox.retry();
    return newer?.typed ?? null;
  }

  /** Something was written. */
  change(typed: Typed): void {
    this.outbox.change((before) => ({ counts: changed(before?.counts ?? {}, this.device), typed, isSent: false }));
  }

  /** Settles what another device wrote: its changes count as taken in, and this is what stands now. */
  resolveConflict(other: Draft, typed: Typed): void {
    this.outbox.change((before) => ({
      counts: changed(merged(before?.counts ?? {}, other.counts), this.device),
      typed,
      isSent: false,
    }));
  }

  /**
   * Saves what is written and forgets the draft, of which nothing is sent meanwhile: a change that arrived after that
   * would bring it back. Where saving fails, with a problem or an error, the draft goes on. Answers as `save` does.
   */
  async saved<P>(save: () => Promise<P | null>): Promise<P | null> {
    await this.outbox.pause();
    const problem = await save().catch((error: unknown) => {
      this.outbox.resume();
      throw error;
    });
    if (problem === null) void this.discard();
    else this.outbox.resume();
    return problem;
  }

  /** Forgets what was written here: the server has it, or nobody wants it. */
  async discard(): Promise<void> {
    const counts = this.outbox.state?.counts ?? {};
    const { underWay } = this.outbox;
    this.outbox.change(() => null);
    this.outbox.resume();
    if (Object.keys(counts).length === 0) return;
    // A server that is away keeps its copy; it is offered back once more, which loses nothing.
    const drop = (): Promise<unknown> => this.transport.drop(counts).catch(() => undefined);
    // At once, for the page may be left; and again after a change that is still under way and might arrive later.
    const first = drop();
    if (underWay) await underWay;
    await first;
    if (underWay) await drop();
  }

  /**
   * The copy that holds all this browser holds and more: its own, or one written on under another name, as after a
   * crash that took the browser's last writes. Null where there is none, or where two were written on apart.
   */
  #carriedOn(drafts: readonly Draft[]): Draft | null {
    const { state } = this.outbox;
    const counts = state?.counts ?? {};
    const mine = drafts.filter(({ device }) => state !== null || device === this.device);
    const newer = mine.filter((one) => follows(one.counts, counts) && !follows(counts, one.counts));
    return newer.find((one) => newer.every((other) => follows(one.counts, other.counts))) ?? null;
  }
}
