import type { BrewDraft } from '../contract/bag/brew';
import { cupInput } from '../contract/bag/cup';
import {
  EMPTY_ANSWER,
  type SittingCup,
  type SittingInput,
  type CupAnswer,
  type Revealed,
  type SeatView,
  type TableAnswer,
} from '../contract/table/sitting';
import { levelValue, scoreOfCup, type IntensityAttribute } from '../core/cup';
import { agreedList, notAgreed, wordSpelt, type Vocabulary } from '../core/cup/words';
import { servingOrder, brewOfCup, readSitting, type SittingReading, type TastersSheet } from '../core/sitting';
import { fieldProblems } from '../contract/error';
import { Problem } from './problem';

/** A sitting with what was drawn for it. */
export interface DrawnSitting extends SittingInput {
  /** Codes by the ids of cups, and the cups in an order nobody knows. */
  codes: Readonly<Record<string, string>>;
  drawn: readonly string[];
  revealedAt: string | null;
  keySeenAt: string | null;
}

/** A taster at it, with what was written. */
export interface SeatWithAnswers {
  id: string;
  name: string;
  place: number;
  doneAt: string | null;
  answers: Readonly<Record<string, { written: number; answer: CupAnswer; firstAt: string }>>;
  table: { written: number; answer: TableAnswer };
}

const codeOf = ({ codes }: DrawnSitting, cupId: string): string => codes[cupId] ?? '';

/** The cup a code stands for. Throws a not-found-like Problem for a code that is not on this table. */
export function cupOfCode(sitting: DrawnSitting, code: string): SittingCup {
  const cup = sitting.cups.find(({ id }) => codeOf(sitting, id) === code);
  if (!cup)
    throw new Problem('invalid', `There is no cup ${code} on this table.`, [
      { path: 'cup.code', message: `There is no cup ${code} on this table` },
    ]);
  return cup;
}

/** The cups in the order in which a seat meets them. */
export function cupsOfSeat(sitting: DrawnSitting, place: number): SittingCup[] {
  const byId = new Map(sitting.cups.map((cup) => [cup.id, cup]));
  // Where nothing is hidden they come as they stand; else in an order of the design that is nobody else's.
  const ids = sitting.blindToCup ? servingOrder(sitting.drawn, place) : sitting.cups.map(({ id }) => id);
  return ids.flatMap((id) => byId.get(id) ?? []);
}

/** Refuses what a cup of this table cannot hold: a mark off its scale, a word nobody agreed on. */
export function checkAnswer(
  { scoringScale, agreedWords }: SittingInput,
  answer: CupAnswer,
  vocabulary: Vocabulary,
): void {
  const { words, againstYardstick: _, ...cup } = answer;
  const read = cupInput.safeParse({ ...cup, scoringScale });
  if (!read.success)
    throw new Problem('invalid', 'This cup cannot be kept as it is written.', fieldProblems(read.error));
  const [other] = notAgreed(vocabulary, agreedWords, words);
  if (other === undefined) return;
  const message = `“${other}” is not among the words agreed on for this table. It can stand in the remarks.`;
  throw new Problem('invalid', message, [{ path: 'cup.answer.words', message }]);
}

/** Refuses a ranking that names a cup twice, or one that is not there. */
export function checkTable(sitting: DrawnSitting, { ranking, odd }: TableAnswer): void {
  const named = ranking.flat();
  for (const code of [...named, ...(odd === null ? [] : [odd])]) cupOfCode(sitting, code);
  if (new Set(named).size < named.length) {
    const message = 'A cup stands in the ranking twice';
    throw new Problem('invalid', message, [{ path: 'table.ranking', message }]);
  }
}

/** A seat as its taster sees it. What is hidden is not in it. */
export function seatView(
  sitting: DrawnSitting & { name: string },
  seat: SeatWithAnswers,
  {
    seats,
    attributes,
    printed,
    vocabulary,
  }: {
    seats: readonly SeatWithAnswers[];
    attributes: readonly IntensityAttribute[];
    /** What is printed on bags, by their ids. */
    printed: Readonly<Record<string, string>>;
    vocabulary: Vocabulary;
  },
): SeatView {
  const isOver = sitting.revealedAt !== null;
  const showsCup = isOver || !sitting.blindToCup;
  const showsLabel = isOver || (!sitting.blindToCup && !sitting.blindToLabel);
  return {
    sittingName: sitting.name,
    seatId: seat.id,
    seatName: seat.name,
    timing: sitting.timing,
    isTriangle: sitting.kind === 'triangle',
    scoringScale: sitting.scoringScale,
    attributes: attributes.filter(({ shown }) => shown).map(({ id, name }) => ({ id, name })),
    agreedWords: [...agreedList(sitting.agreedWords)],
    yardstick: sitting.yardstick?.name ?? null,
    cups: cupsOfSeat(sitting, seat.place).map((cup) => {
      const kept = seat.answers[cup.id];
      return {
        code: codeOf(sitting, cup.id),
        name: showsCup ? cup.name : null,
        printed: showsLabel && cup.bagId !== null ? (printed[cup.bagId] ?? null) : null,
        written: kept?.written ?? 0,
        answer: kept?.answer ?? EMPTY_ANSWER,
      };
    }),
    table: { written: seat.table.written, answer: seat.table.answer },
    isDone: seat.doneAt !== null,
    ...progressOf(seats),
    revealed: isOver ? revealedOf(sitting, seats, vocabulary) : null,
  };
}

/** How many sit at a table, and how many of them are through. */
export const progressOf = (seats: readonly Pick<SeatWithAnswers, 'doneAt'>[]): { seats: number; done: number } => ({
  seats: seats.length,
  done: seats.filter(({ doneAt }) => doneAt !== null).length,
});

/** Whether anything at all was written of a cup. */
export function isWritten({ mark, intensities, remarks, words, againstYardstick, ...marks }: CupAnswer): boolean {
  const { aroma, acidity, body, sweetness, cleanness } = marks;
  return (
    [mark, aroma, acidity, body, sweetness, cleanness, againstYardstick].some((one) => one !== null) ||
    intensities.length > 0 ||
    words.length > 0 ||
    remarks.trim() !== ''
  );
}

/** Whether anything at all was written at a seat. */
export const hasWritten = ({ answers, table }: Pick<SeatWithAnswers, 'answers' | 'table'>): boolean =>
  Object.values(answers).some(({ answer }) => isWritten(answer)) || table.written > 0;

const scoreIn = (scoringScale: SittingInput['scoringScale'], answer: CupAnswer): number | null =>
  scoreOfCup({ ...answer, scoringScale, parts: [] });

/** What a seat wrote as the reading takes it. */
export function sheetOf(
  sitting: DrawnSitting,
  { id, answers, table }: SeatWithAnswers,
  vocabulary: Vocabulary,
): TastersSheet {
  const nameOf = (typed: string): string => wordSpelt(vocabulary, typed)?.name ?? typed.trim().toLocaleLowerCase();
  const idOf = new Map(sitting.cups.map((cup) => [codeOf(sitting, cup.id), cup.id]));
  const byCup = <T>(of: (answer: CupAnswer) => T): Record<string, T> =>
    Object.fromEntries(Object.entries(answers).map(([cupId, { answer }]) => [cupId, of(answer)]));
  return {
    seat: id,
    scores: byCup((answer) => scoreIn(sitting.scoringScale, answer)),
    levels: byCup(
      ({ intensities }) =>
        new Map(
          intensities.flatMap(({ attribute, intensity }) =>
            intensity === null ? [] : [[attribute, levelValue(intensity)] as const],
          ),
        ),
    ),
    words: byCup(({ words }) => words.map(nameOf)),
    ranking: table.answer.ranking
      .map((group) => group.flatMap((code) => idOf.get(code) ?? []))
      .filter((group) => group.length > 0),
    odd: table.answer.odd === null ? null : (idOf.get(table.answer.odd) ?? null),
    againstYardstick: byCup(({ againstYardstick }) => againstYardstick),
  };
}

/** What a sitting came to. */
export function readingOf(
  sitting: DrawnSitting,
  seats: readonly SeatWithAnswers[],
  vocabulary: Vocabulary,
): SittingReading {
  const sheets = seats.map((seat) => sheetOf(sitting, seat, vocabulary));
  const wrote = sheets.filter((_, i) => {
    const seat = seats[i];
    return seat && hasWritten(seat);
  });
  return readSitting(sitting.cups, wrote);
}

/** What everyone is told at once. */
export function revealedOf(sitting: DrawnSitting, seats: readonly SeatWithAnswers[], vocabulary: Vocabulary): Revealed {
  return {
    cups: sitting.cups.map((cup) => ({
      id: cup.id,
      code: codeOf(sitting, cup.id),
      name: cup.name,
      bagId: cup.bagId,
      said: seats.flatMap(({ id, answers }) => {
        const answer = answers[cup.id]?.answer;
        if (!answer || !isWritten(answer)) return [];
        const score = scoreIn(sitting.scoringScale, answer);
        return [{ seat: id, score, words: answer.words, remarks: answer.remarks }];
      }),
    })),
    reading: readingOf(sitting, seats, vocabulary),
  };
}

/** A cup to be logged: which bag it is of, whose it is, and what of it depends on cups that are logged before it. */
export interface CupToLog {
  seatId: string;
  cupId: string;
  bagId: string;
  /** The cup whose brew it shares; itself where it is the first of its brew. */
  brewOf: string;
  draft: BrewDraft;
  /** Other cups of this bag by the same taster, with how this one was against each. */
  against: readonly { cupId: string; was: 'better' | 'like' | 'worse' }[];
}

/**
 * The cups a sitting adds to the logs of its bags, each taster's as a cup of the brew they shared. Cups of no bag, and
 * cups nobody wrote of, are none.
 */
export function cupsToLog(sitting: DrawnSitting, seats: readonly SeatWithAnswers[], now: string): CupToLog[] {
  const firstAt = (brew: string): string => {
    const ofBrew = sitting.cups.filter((cup) => brewOfCup(cup) === brew);
    const moments = seats.flatMap(({ answers }) => ofBrew.flatMap(({ id }) => answers[id]?.firstAt ?? []));
    return moments.sort((a, b) => Date.parse(a) - Date.parse(b))[0] ?? now;
  };
  return sitting.cups.flatMap((cup) => {
    const { bagId, parameters } = cup;
    if (bagId === null || parameters === null) return [];
    return seats.flatMap((seat): CupToLog[] => {
      const answer = seat.answers[cup.id]?.answer;
      const against = againstOthers(sitting, seat, cup);
      if ((!answer || !isWritten(answer)) && against.length === 0) return [];
      const { words, againstYardstick: _, ...written } = answer ?? EMPTY_ANSWER;
      const draft: BrewDraft = {
        ...parameters,
        brewedAt: firstAt(brewOfCup(cup)),
        cup: {
          ...written,
          scoringScale: sitting.scoringScale,
          descriptors: words.map((typed) => ({ typed, slot: 'cup' })),
          blind: sitting.blindToCup,
          company: seats.length > 1 ? 'panel' : 'alone',
        },
      };
      return [{ seatId: seat.id, cupId: cup.id, bagId, brewOf: brewOfCup(cup), draft, against }];
    });
  });
}

/** How a cup was against those of its bag that stand after it on the table, as its taster put them in order. */
function againstOthers(sitting: DrawnSitting, seat: SeatWithAnswers, cup: SittingCup): CupToLog['against'] {
  const idOf = new Map(sitting.cups.map(({ id }) => [codeOf(sitting, id), id]));
  const ranking = seat.table.answer.ranking.map((group) => group.flatMap((one) => idOf.get(one) ?? []));
  const placeOf = (id: string): number => ranking.findIndex((group) => group.includes(id));
  const own = placeOf(cup.id);
  if (own < 0) return [];
  const earlier = sitting.cups.slice(0, sitting.cups.indexOf(cup));
  return earlier.flatMap((other) => {
    const place = placeOf(other.id);
    if (other.bagId !== cup.bagId || place < 0) return [];
    const was = place === own ? 'like' : own < place ? 'better' : 'worse';
    return [{ cupId: other.id, was }] as const;
  });
}
