import { useEffect, useRef, useState } from 'react';
import type { CupAnswer, SeatView, TableAnswer } from '../../contract/table/sitting';
import { api, isPassing, problemOf } from '../api/api';
import { listen } from '../api/listen';
import { keptInBrowser } from '../state/kept';
import { AnswerKeeper, type AnswersState, type RefusedAnswers } from './answerKeeper';

/** A taster's sheet as it stands on this device, and how to write on it. */
export interface SeatSheet {
  answerOf: (cup: SeatView['cups'][number]) => CupAnswer;
  table: TableAnswer;
  writeCup: (cup: SeatView['cups'][number], answer: CupAnswer) => void;
  writeTable: (answer: TableAnswer) => void;
  /** Sends what is not sent yet; says whether the server has all of it. */
  flush: () => Promise<boolean>;
  /** What came too late, or could not be taken. */
  refused: () => RefusedAnswers;
  state: AnswersState;
}

/** Keeps a seat's sheet here and on the server, and asks anew when the table changes. */
export function useSeatSheet(secret: string, view: SeatView, refetch: () => unknown): SeatSheet {
  const [writeAnswer] = api.useWriteAnswerMutation();
  const [state, setState] = useState<AnswersState>({ kept: 'kept', refused: null });
  const [keeper] = useState(
    () =>
      new AnswerKeeper(
        secret,
        {
          put: async (body) => {
            const { error } = await writeAnswer({ secret, body });
            if (error && isPassing(error)) throw new Error('The server is out of reach');
            return { refused: problemOf(error)?.message ?? null };
          },
        },
        keptInBrowser,
        setState,
      ),
  );
  // What is written here is drawn from the keeper: a count of changes draws it anew.
  const [, setWritten] = useState(0);
  useEffect(() => {
    const retry = (): void => keeper.retry();
    retry();
    addEventListener('online', retry);
    document.addEventListener('visibilitychange', retry);
    return () => {
      removeEventListener('online', retry);
      document.removeEventListener('visibilitychange', retry);
      keeper.close();
    };
  }, [keeper]);
  // A phone asks anew only where its own page would be another, and whenever it was away.
  const shown = useRef(view);
  useEffect(() => {
    shown.current = view;
  }, [view]);
  useEffect(() => {
    const isOther = (change: { seats: number; done: number; isRevealed: boolean }): boolean =>
      change.seats !== shown.current.seats || change.done !== shown.current.done || change.isRevealed;
    return listen(
      'seatStream',
      { secret },
      { changed: (change) => isOther(change) && void refetch() },
      () => void refetch(),
    );
  }, [secret, refetch]);
  const drawn = (): void => setWritten((count) => count + 1);
  return {
    answerOf: (cup) => keeper.ofCup(cup),
    table: keeper.ofTable(view.table),
    writeCup: (cup, answer) => {
      keeper.writeCup(cup.code, answer, cup.written);
      drawn();
    },
    writeTable: (answer) => {
      keeper.writeTable(answer, view.table.written);
      drawn();
    },
    flush: () => keeper.flush(),
    refused: () => keeper.refused(),
    state,
  };
}
