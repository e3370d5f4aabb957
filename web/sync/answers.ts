import type { AnswerInput, CupAnswer, SeatView, TableAnswer } from '../../contract/table/sitting';
import type { Kept } from '../state/browserStore';
import type { Delivery, Policy } from './outbox';

/** What a taster wrote at a seat, by the code of the cup. */
export type SeatAnswers = Kept<'answers'>;

/** What a taster wrote that the server did not take. */
export interface RefusedAnswers {
  cups: { code: string; answer: CupAnswer }[];
  table: TableAnswer | null;
  /** Why, in words; null where it takes all. */
  why: string | null;
}

/** What is written of the table as a whole stands under no code. */
const WHOLE_TABLE = '';

/** Sends a seat's answers one by one. Each is counted up, so that one that arrives late undoes no later one. */
export const answersPolicy = (
  send: (answer: AnswerInput) => Promise<Delivery<unknown>>,
): Policy<'answers', SeatAnswers, [code: string, SeatAnswers[string]], unknown> => ({
  name: 'answers',
  restored: (kept) => kept ?? {},
  stored: (answers) => answers,
  isGathered: true,
  isCounted: true,
  isOfWindow: false,
  due: (answers) => Object.entries(answers).filter(([, { isSent }]) => !isSent),
  send: ([code, { written, answer }]) =>
    send(
      code === WHOLE_TABLE
        ? { written, table: answer as TableAnswer }
        : { written, cup: { code, answer: answer as CupAnswer } },
    ),
  settled: (answers, [code, { written, answer }], refused) =>
    answers[code]?.written === written ? { ...answers, [code]: { written, answer, isSent: true, refused } } : answers,
});

/** Writes a cup, over what the server had when it was asked. */
export function withCup(answers: SeatAnswers, code: string, answer: CupAnswer, serverWritten: number): SeatAnswers {
  const written = Math.max(answers[code]?.written ?? 0, serverWritten) + 1;
  return { ...answers, [code]: { written, answer, isSent: false, refused: null } };
}

export function withTable(answers: SeatAnswers, answer: TableAnswer, serverWritten: number): SeatAnswers {
  const written = Math.max(answers[WHOLE_TABLE]?.written ?? 0, serverWritten) + 1;
  return { ...answers, [WHOLE_TABLE]: { written, answer, isSent: false, refused: null } };
}

/** What stands of a cup: the later of what is here and what the server says. */
export function answerOfCup(
  answers: SeatAnswers,
  { code, written, answer }: Pick<SeatView['cups'][number], 'code' | 'written' | 'answer'>,
): CupAnswer {
  const own = answers[code];
  return own && own.written > written ? (own.answer as CupAnswer) : answer;
}

export function answerOfTable(answers: SeatAnswers, { written, answer }: SeatView['table']): TableAnswer {
  const own = answers[WHOLE_TABLE];
  return own && own.written > written ? (own.answer as TableAnswer) : answer;
}

/** What was written last and the server did not take: it stands here alone. */
export function refusedAnswers(answers: SeatAnswers): RefusedAnswers {
  const refused = Object.entries(answers).filter(([, { refused: why }]) => why !== null);
  return {
    cups: refused.flatMap(([code, { answer }]) =>
      code === WHOLE_TABLE ? [] : [{ code, answer: answer as CupAnswer }],
    ),
    table: (refused.find(([code]) => code === WHOLE_TABLE)?.[1].answer as TableAnswer | undefined) ?? null,
    why: refused[0]?.[1].refused ?? null,
  };
}
