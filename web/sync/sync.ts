import type { SerializedError, ThunkDispatch, UnknownAction } from '@reduxjs/toolkit';
import type { FetchBaseQueryError } from '@reduxjs/toolkit/query';
import type { DraftInput } from '../../contract/keeping/draft';
import { api, isPassing, problemOf } from '../api/api';
import { toastShown } from '../state/notices';
import type { BrowserStore, KeptName } from '../state/browserStore';
import { answersPolicy } from './answers';
import { DraftSheet, laterThan, type Mirror } from './drafts';
import { Outbox, type Delivery, type Policy } from './outbox';
import { passagePolicy } from './passages';
import { tapPolicy } from './taps';

type Dispatch = ThunkDispatch<unknown, unknown, UnknownAction>;
type Problem = FetchBaseQueryError | SerializedError;

/** Of an outbox, what is asked of all of them alike. */
type AnyOutbox = Pick<
  Outbox<KeptName, unknown, unknown, unknown>,
  'isWatched' | 'underWay' | 'catchUp' | 'retry' | 'leave' | 'look'
>;

/** What became of a call that failed. */
function undelivered(error: Problem | undefined): { refused: string } | { notYet: string } {
  const isAnswered = error && 'status' in error && typeof error.status === 'number';
  const why = isAnswered ? problemOf(error)?.message : undefined;
  if (error && !isPassing(error)) return { refused: why ?? 'It was not taken.' };
  return { notYet: why ?? 'Slow Crest does not answer yet.' };
}

/** The same of any call that answers with nothing: `taken` is what stands with the server then. */
const delivery = <T>(error: Problem | undefined, taken: T): Delivery<T> => (error ? undelivered(error) : { taken });

/**
 * Everything of this window that is written and may not have reached the server: an outbox a thing, found by its place,
 * whichever page asks. They go on sending after their page is left.
 */
export class Sync {
  readonly #outboxes = new Map<string, AnyOutbox>();
  readonly #sheets = new Map<string, DraftSheet>();

  constructor(
    private readonly dispatch: Dispatch,
    private readonly browser: BrowserStore,
    private readonly device: () => string,
  ) {}

  /** Listens to what happens to the window, for as long as it is open. */
  start(): void {
    addEventListener('storage', () => this.#each((outbox) => outbox.catchUp()));
    addEventListener('online', () => this.#each((outbox) => outbox.retry()));
    addEventListener('pagehide', () => this.#each((outbox) => outbox.leave()));
    document.addEventListener('visibilitychange', () => {
      this.#each((outbox) => {
        if (document.visibilityState === 'hidden') outbox.leave();
        else {
          outbox.retry();
          if (outbox.isWatched) void outbox.look();
        }
      });
    });
  }

  /** Goes on sending what pages that were closed have left in this browser. */
  resume(): void {
    for (const brew of this.browser.keys('bench')) this.taps(brew).retry();
    for (const secret of this.browser.keys('answers')) this.answers(secret).retry();
    for (const place of this.browser.keys('passage')) {
      const [writeUpId = '', key = ''] = place.split(/\.(.*)/s);
      this.passage(writeUpId, key).retry();
    }
  }

  /** Resolves once nothing is under way. */
  async settled(): Promise<void> {
    await Promise.all([...this.#outboxes.values()].map(async ({ underWay }) => underWay));
  }

  /** What was tapped on a brew at the bench. */
  taps(id: string) {
    return this.#outbox(
      id,
      tapPolicy(async (body) => {
        const { data, error } = await this.dispatch(api.endpoints.changeLive.initiate({ id, body }));
        const sent = data ? { taken: data } : undelivered(error);
        if ('refused' in sent) this.dispatch(toastShown({ text: sent.refused }));
        return sent;
      }),
    );
  }

  /** What was written at a seat. */
  answers(secret: string) {
    return this.#outbox(
      secret,
      answersPolicy(async (body) => {
        const { error } = await this.dispatch(api.endpoints.writeAnswer.initiate({ secret, body }));
        return delivery(error, null);
      }),
    );
  }

  /** What is written over a passage of a write-up. */
  passage(writeUpId: string, key: string) {
    return this.#outbox(
      `${writeUpId}.${key}`,
      passagePolicy(key, async (change, isOwn) => {
        const { addPassage, writePassage } = api.endpoints;
        const text = change.text ?? '';
        const { error } = await (isOwn
          ? this.dispatch(addPassage.initiate({ id: writeUpId, body: { key, after: null, text } }))
          : this.dispatch(writePassage.initiate({ id: writeUpId, body: change })));
        return delivery(error, text);
      }),
    );
  }

  /** What is written on a sheet and not saved. */
  draft(key: string, about: Pick<DraftInput, 'title' | 'href'>): DraftSheet {
    const sheet = this.#sheets.get(key) ?? this.#newSheet(key, about);
    sheet.about = about;
    if (!sheet.outbox.isWatched) sheet.outbox.reread();
    return sheet;
  }

  /** Puts a sheet that was thrown away or written over back, for whoever opens it next. */
  putBack(key: string, mirror: Mirror): void {
    const sheet = this.#sheets.get(key);
    const later = laterThan(sheet ? sheet.mirror : this.browser.get('draft', key), mirror, this.device());
    if (sheet) sheet.outbox.change(() => ({ ...later, isSent: false }));
    else this.browser.set('draft', later, key);
  }

  #newSheet(key: string, about: Pick<DraftInput, 'title' | 'href'>): DraftSheet {
    const { drafts, keepDraft, dropDraft } = api.endpoints;
    const device = this.device();
    const sheet = new DraftSheet(
      key,
      device,
      about,
      {
        load: async () => {
          const asked = drafts.initiate({ key }, { forceRefetch: true, subscribe: false });
          const { data } = await this.dispatch(asked);
          // Neither an error nor data where two ask at once and the first answer is let go already.
          if (!data) throw new Error('The drafts were not read');
          return data;
        },
        put: (draft) => this.dispatch(keepDraft.initiate({ key, device, body: draft })).unwrap(),
        drop: (counts) => this.dispatch(dropDraft.initiate({ key, device, body: counts })).unwrap(),
      },
      this.browser,
    );
    this.#sheets.set(key, sheet);
    this.#outboxes.set(`draft.${key}`, sheet.outbox);
    return sheet;
  }

  #outbox<N extends KeptName, State, Parcel, Answer>(
    key: string,
    policy: Policy<N, State, Parcel, Answer>,
  ): Outbox<N, State, Parcel, Answer> {
    const place = `${policy.name}.${key}`;
    // A place names one kind: what stands there was made by the same policy.
    const found = this.#outboxes.get(place) as Outbox<N, State, Parcel, Answer> | undefined;
    const outbox = found ?? new Outbox(key, policy, this.browser);
    if (!found) this.#outboxes.set(place, outbox);
    else if (!found.isWatched) found.reread();
    return outbox;
  }

  #each(work: (outbox: AnyOutbox) => void): void {
    for (const outbox of this.#outboxes.values()) work(outbox);
  }
}
