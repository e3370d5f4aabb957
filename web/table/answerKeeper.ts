import type { AnswerInput, CupAnswer, SeatView, TableAnswer } from '../../contract/table/sitting';
import type { BrowserStore, Kept } from '../state/browserStore';

/** What a keeper needs of the server: resolves once it has an answer; says why where it refuses it for good. */
export interface AnswerTransport {
  put(answer: AnswerInput): Promise<{ refused: string | null }>;
}

export interface AnswersState {
  /** Whether the server has all that was written here. */
  kept: 'kept' | 'pending' | 'here only';
  /** Why the server does not take something; null where it takes all. */
  refused: string | null;
}

/** What a taster wrote that the server did not take. */
export interface RefusedAnswers {
  cups: { code: string; answer: CupAnswer }[];
  table: TableAnswer | null;
}

/** What is written of the table as a whole stands under no code. */
const WHOLE_TABLE = '';
const WAIT_MS = 250;
const AGAIN_MS = 2000;

type KeptAnswer = Kept<'answers'>[string];

/** What is still on its way from sheets that were left. */
const leaving = new Set<Promise<unknown>>();

/** Resolves once what was written on sheets that were left has arrived, or stays in this browser for the next visit. */
export async function leftSheetsSent(): Promise<void> {
  await Promise.all(leaving);
}

/**
 * Keeps what a taster writes at a table: in this browser at once, on the server a moment later, and again while the
 * network is away. Every answer is counted up, so that one that arrives late undoes no later one.
 */
export class AnswerKeeper {
  #answers: Record<string, KeptAnswer>;
  #timer: ReturnType<typeof setTimeout> | null = null;
  #sending: Promise<void> | null = null;
  #isClosed = false;

  constructor(
    private readonly seat: string,
    private readonly transport: AnswerTransport,
    private readonly browser: BrowserStore,
    private readonly onState: (state: AnswersState) => void,
  ) {
    this.#answers = browser.get('answers', seat) ?? {};
    if (this.#unsent().length > 0) this.#sendIn(0);
  }

  /** What stands of a cup: the later of what is here and what the server says. */
  ofCup({ code, written, answer }: Pick<SeatView['cups'][number], 'code' | 'written' | 'answer'>): CupAnswer {
    const own = this.#answers[code];
    return own && own.written > written ? (own.answer as CupAnswer) : answer;
  }

  ofTable({ written, answer }: SeatView['table']): TableAnswer {
    const own = this.#answers[WHOLE_TABLE];
    return own && own.written > written ? (own.answer as TableAnswer) : answer;
  }

  /** Writes a cup, over what the server had when it was asked. */
  writeCup(code: string, answer: CupAnswer, serverWritten: number): void {
    this.#write(code, answer, serverWritten);
  }

  writeTable(answer: TableAnswer, serverWritten: number): void {
    this.#write(WHOLE_TABLE, answer, serverWritten);
  }

  /** The network may be back. */
  retry(): void {
    this.#isClosed = false;
    if (this.#unsent().length > 0) this.#sendIn(0);
  }

  /** Sends what is not sent yet at once; resolves with whether the server has all of it. */
  async flush(): Promise<boolean> {
    if (this.#timer) clearTimeout(this.#timer);
    await this.#send();
    return this.#unsent().length === 0;
  }

  /** The page is left: what is written goes now, and what cannot go stays in the browser for the next visit. */
  close(): void {
    this.#isClosed = true;
    const sending = this.flush().finally(() => leaving.delete(sending));
    leaving.add(sending);
  }

  /** What was written last and the server did not take: it stands here alone. */
  refused(): RefusedAnswers {
    const refused = Object.entries(this.#answers).filter(([, { refused: why }]) => why !== null);
    const table = refused.find(([key]) => key === WHOLE_TABLE)?.[1].answer as TableAnswer | undefined;
    return {
      cups: refused.flatMap(([code, { answer }]) =>
        code === WHOLE_TABLE ? [] : [{ code, answer: answer as CupAnswer }],
      ),
      table: table ?? null,
    };
  }

  #write(key: string, answer: CupAnswer | TableAnswer, serverWritten: number): void {
    const written = Math.max(this.#answers[key]?.written ?? 0, serverWritten) + 1;
    this.#keep(key, { written, answer, isSent: false, refused: null });
    this.#tell('pending');
    this.#sendIn(WAIT_MS);
  }

  #keep(key: string, answer: KeptAnswer): void {
    this.#answers = { ...this.#answers, [key]: answer };
    this.browser.set('answers', this.#answers, this.seat);
  }

  #unsent(): [string, KeptAnswer][] {
    return Object.entries(this.#answers).filter(([, { isSent }]) => !isSent);
  }

  #sendIn(ms: number): void {
    if (this.#timer) clearTimeout(this.#timer);
    this.#timer = setTimeout(() => void this.#send(), ms);
  }

  /** One after another: who asks while something is on its way waits for that, and for what was written since. */
  #send(): Promise<void> {
    this.#timer = null;
    this.#sending ??= this.#sendAll().finally(() => (this.#sending = null));
    return this.#sending;
  }

  async #sendAll(): Promise<void> {
    try {
      for (let next = this.#unsent()[0]; next; next = this.#unsent()[0]) {
        const [key, { written, answer }] = next;
        const body =
          key === WHOLE_TABLE
            ? { written, table: answer as TableAnswer }
            : { written, cup: { code: key, answer: answer as CupAnswer } };
        const { refused } = await this.transport.put(body);
        // What was written meanwhile goes next.
        if (this.#answers[key]?.written !== written) continue;
        this.#keep(key, { written, answer, isSent: true, refused });
      }
      this.#tell('kept');
    } catch {
      this.#tell('here only');
      if (!this.#isClosed) this.#sendIn(AGAIN_MS);
    }
  }

  #tell(kept: AnswersState['kept']): void {
    const refused = Object.values(this.#answers).find(({ refused: why }) => why !== null)?.refused ?? null;
    this.onState({ kept, refused });
  }
}
