import { useEffect, useMemo, useRef, useSyncExternalStore } from 'react';
import type { CupAnswer, SeatView, TableAnswer } from '../../contract/table/sitting';
import { listen } from '../api/listen';
import { sync } from '../state/store';
import { answerOfCup, answerOfTable, refusedAnswers, withCup, withTable, type RefusedAnswers } from '../sync/answers';

/** A taster's sheet as it stands on this device, and how to write on it. */
export interface SeatSheet {
  answerOf: (cup: SeatView['cups'][number]) => CupAnswer;
  table: TableAnswer;
  writeCup: (cup: SeatView['cups'][number], answer: CupAnswer) => void;
  writeTable: (answer: TableAnswer) => void;
  /** Sends what is not sent yet; says whether the server has all of it. */
  flush: () => Promise<boolean>;
  /** What came too late, or could not be taken. */
  refused: RefusedAnswers;
  /** Whether the server has all that was written here. */
  kept: 'kept' | 'pending' | 'here only';
}

/** Keeps a seat's sheet here and on the server, and asks anew when the table changes. */
export function useSeatSheet(secret: string, view: SeatView, refetch: () => unknown): SeatSheet {
  const outbox = useMemo(() => sync.answers(secret), [secret]);
  const { state: answers, status } = useSyncExternalStore(outbox.subscribe, outbox.snapshot);
  useEffect(() => {
    outbox.retry();
    return () => outbox.retry();
  }, [outbox]);
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
  return {
    answerOf: (cup) => answerOfCup(answers, cup),
    table: answerOfTable(answers, view.table),
    writeCup: (cup, answer) => outbox.change((before) => withCup(before, cup.code, answer, cup.written)),
    writeTable: (answer) => outbox.change((before) => withTable(before, answer, view.table.written)),
    flush: () => outbox.flush(),
    refused: refusedAnswers(answers),
    kept: status,
  };
}
