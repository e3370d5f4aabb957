import { EntitySchema } from 'typeorm';
import { sittingFields, type CupAnswer, type SittingInput, type TableAnswer } from '../../../contract/table/sitting';
import { referenceFields, type ReferenceInput } from '../../../contract/palate/reference';
import type { TrainerCard } from '../../../core/palate';
import { columnsOf, id, integer, json, keyedBy, optionalJson, optionalText, real, refersTo, text } from '../columns';

/** A table of cups, and what is drawn for it: which code is on which cup, and in which order they go round. */
export interface SittingRow extends SittingInput {
  id: string;
  /** By the ids of its cups. */
  codes: Record<string, string>;
  /** The ids of its cups in an order nobody knows. */
  drawn: string[];
  createdAt: string;
  revealedAt: string | null;
  keySeenAt: string | null;
  deletedAt: string | null;
}

export const SittingEntity = new EntitySchema<SittingRow>({
  name: 'sitting',
  columns: {
    id,
    ...columnsOf(sittingFields),
    yardstick: optionalJson,
    codes: json,
    drawn: json,
    createdAt: text,
    revealedAt: optionalText,
    keySeenAt: optionalText,
    deletedAt: optionalText,
  },
});

/** Someone who tastes at a sitting. */
export interface SeatRow {
  id: string;
  sittingId: string;
  name: string;
  tasterId: string | null;
  /** From 0: which order of tasting is theirs. */
  place: number;
  isGuest: boolean;
  doneAt: string | null;
  createdAt: string;
  deletedAt: string | null;
}

export const SeatEntity = new EntitySchema<SeatRow>({
  name: 'sitting_seat',
  columns: {
    id,
    sittingId: refersTo('sitting'),
    name: text,
    tasterId: refersTo('taster', 'SET NULL'),
    place: integer,
    isGuest: { type: 'boolean' },
    doneAt: optionalText,
    createdAt: text,
    deletedAt: optionalText,
  },
  indices: [{ name: 'sitting_seat_sitting', columns: ['sittingId'] }],
});

/** What one taster wrote of one cup; of all of them where `cupId` is empty. */
export interface AnswerRow {
  seatId: string;
  cupId: string;
  /** The larger, the later its taster wrote it. */
  written: number;
  answer: CupAnswer | TableAnswer;
  /** When something was first written there: an instant with its offset. */
  firstAt: string;
}

export const AnswerEntity = new EntitySchema<AnswerRow>({
  name: 'sitting_answer',
  columns: {
    seatId: keyedBy('sitting_seat'),
    cupId: { type: 'varchar', primary: true },
    written: integer,
    answer: json,
    firstAt: text,
  },
});

/** A food beside the cup, planned or done. */
export interface ReferenceRow extends ReferenceInput {
  id: string;
  createdAt: string;
  deletedAt: string | null;
}

export const ReferenceEntity = new EntitySchema<ReferenceRow>({
  name: 'reference_tasting',
  columns: { id, ...columnsOf(referenceFields), createdAt: text, deletedAt: optionalText },
});

/** How firmly something that is asked back is known. */
export interface TrainerCardRow extends TrainerCard {
  /** The word, or the cup of a sitting. */
  key: string;
}

export const TrainerCardEntity = new EntitySchema<TrainerCardRow>({
  name: 'trainer_card',
  columns: {
    key: { type: 'varchar', primary: true },
    dueAt: text,
    stability: real,
    difficulty: real,
    reps: integer,
    lapses: integer,
    state: integer,
    askedAt: optionalText,
  },
});

/** What the device of a seat goes by: its digest alone is kept. */
export interface SeatSecretRow {
  seatId: string;
  digest: string;
}

export const SeatSecretEntity = new EntitySchema<SeatSecretRow>({
  name: 'seat_secret',
  columns: { seatId: keyedBy('sitting_seat'), digest: text },
  indices: [{ name: 'seat_secret_digest', columns: ['digest'], unique: true }],
});
