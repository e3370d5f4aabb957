import { createHash, randomBytes, randomInt, randomUUID } from 'node:crypto';
import { groupBy, isEqual } from 'es-toolkit';
import { In, IsNull, type EntityManager } from 'typeorm';
import { z } from 'zod';
import { fieldProblems } from '../../../contract/error';
import {
  code,
  EMPTY_ANSWER,
  sittingFields,
  tableAnswer,
  type CupAnswer,
  type SittingInput,
  type TableAnswer,
} from '../../../contract/table/sitting';
import { cupCodes, shuffled } from '../../../core/sitting';
import { notFound, Problem } from '../../../application/problem';
import { hasWritten } from '../../../application/sitting';
import { freeName, nameKey } from '../../../core/text';
import { BagEntity, TasterEntity } from '../entities';
import { unreadable } from '../readable';
import { mustExist } from '../refs';
import {
  AnswerEntity,
  SeatEntity,
  SeatSecretEntity,
  SittingEntity,
  type SeatRow,
  type SittingRow,
} from './sittingEntities';

/** Sittings, who sits at them, and what each wrote. */

/** What is written of the table as a whole stands under no cup. */
const WHOLE_TABLE = '';

/** Everyone's chair, and what they wrote. */
export interface WrittenSeat extends SeatRow {
  answers: Record<string, { written: number; answer: CupAnswer; firstAt: string }>;
  table: { written: number; answer: TableAnswer };
}

/** A sitting as its row must be for anybody to sit down at it: each cup has its code, and was drawn once. */
const readableSitting = z.object({ ...sittingFields, codes: z.record(z.string(), code), drawn: z.array(z.string()) });

/** Why a sitting cannot be read, naming the field; null where it can. */
function whyNoSitting(row: SittingRow): string | null {
  const [first] = fieldProblems(readableSitting.safeParse(row).error ?? { issues: [] });
  if (first) return `${first.path}: ${first.message}`;
  const ids = row.cups.map((cup) => cup.id).sort();
  if (!isEqual(Object.keys(row.codes).sort(), ids)) return 'codes: Every cup needs one';
  return isEqual([...row.drawn].sort(), ids) ? null : 'drawn: It must name every cup once';
}

/** Throws a not-found Problem, also for one that was taken away, and a conflict Problem for one that cannot be read. */
export async function loadSitting(db: EntityManager, id: string): Promise<SittingRow> {
  const sitting = await db.findOneBy(SittingEntity, { id, deletedAt: IsNull() });
  if (!sitting) throw notFound('This sitting');
  const why = whyNoSitting(sitting);
  if (why !== null) throw unreadable(`The sitting ${sitting.name}`, why);
  return sitting;
}

/** All sittings that can be read, the latest first, with how many sit at each. */
export async function loadSittings(db: EntityManager): Promise<(SittingRow & { seats: number })[]> {
  const sittings = await db.find(SittingEntity, {
    where: { deletedAt: IsNull() },
    order: { createdAt: 'DESC', id: 'ASC' },
  });
  const seats = groupBy(await db.findBy(SeatEntity, { deletedAt: IsNull() }), ({ sittingId }) => sittingId);
  return sittings.flatMap((one) => (whyNoSitting(one) === null ? [{ ...one, seats: seats[one.id]?.length ?? 0 }] : []));
}

/** Lays a sitting out and draws its codes; returns its id. */
export async function addSitting(db: EntityManager, input: SittingInput, now: Date): Promise<string> {
  for (const { bagId } of input.cups) await mustExist(db, BagEntity, bagId, 'cups', 'bag');
  await mustExist(db, BagEntity, input.yardstick?.bagId ?? null, 'yardstick', 'bag');
  const id = randomUUID();
  const ids = shuffled(
    input.cups.map((cup) => cup.id),
    randomInt,
  );
  const codes = cupCodes(ids.length, randomInt);
  await db.insert(SittingEntity, {
    id,
    ...input,
    codes: Object.fromEntries(ids.map((cup, i) => [cup, codes[i] ?? ''])),
    drawn: shuffled(ids, randomInt),
    createdAt: now.toISOString(),
    revealedAt: null,
    keySeenAt: null,
    deletedAt: null,
  });
  return id;
}

/** Throws a not-found Problem. */
export async function setSittingDeleted(db: EntityManager, id: string, deletedAt: string | null): Promise<void> {
  const { affected } = await db.update(SittingEntity, { id }, { deletedAt });
  if (!affected) throw notFound('This sitting');
}

export async function keepKeySeen(db: EntityManager, id: string, now: Date): Promise<void> {
  await db.update(SittingEntity, { id, keySeenAt: IsNull() }, { keySeenAt: now.toISOString() });
}

export async function keepRevealed(db: EntityManager, id: string, now: Date): Promise<void> {
  await db.update(SittingEntity, { id }, { revealedAt: now.toISOString() });
}

/** The seats of a sitting with what was written at each, in the order in which they were taken. */
export async function loadSeats(db: EntityManager, sittingId: string): Promise<WrittenSeat[]> {
  const seats = await db.find(SeatEntity, { where: { sittingId, deletedAt: IsNull() }, order: { place: 'ASC' } });
  const answers = groupBy(
    await db.findBy(AnswerEntity, { seatId: In(seats.map(({ id }) => id)) }),
    ({ seatId }) => seatId,
  );
  return seats.map((seat) => {
    const own = answers[seat.id] ?? [];
    const whole = own.find(({ cupId }) => cupId === WHOLE_TABLE);
    const cups = own.filter(({ cupId }) => cupId !== WHOLE_TABLE);
    return {
      ...seat,
      answers: Object.fromEntries(
        cups.map(({ cupId, written, answer, firstAt }) => [
          cupId,
          { written, firstAt, answer: { ...EMPTY_ANSWER, ...(answer as CupAnswer) } },
        ]),
      ),
      table: { written: whole?.written ?? 0, answer: tableAnswer.parse(whole?.answer ?? {}) },
    };
  });
}

const digestOf = (secret: string): string => createHash('sha256').update(secret).digest('hex');

/** A new secret for a seat, in place of the one before. */
export async function newSecret(db: EntityManager, seatId: string): Promise<string> {
  const secret = randomBytes(24).toString('base64url');
  await db.upsert(SeatSecretEntity, { seatId, digest: digestOf(secret) }, ['seatId']);
  return secret;
}

/** Seats a table can have: more than any kitchen holds. */
const MOST_SEATS = 24;

/** Sets a place at a sitting that is not revealed yet. Throws a conflict Problem for a name that sits there already. */
export async function addSeat(
  db: EntityManager,
  sittingId: string,
  { name, tasterId, isGuest }: Pick<SeatRow, 'name' | 'tasterId' | 'isGuest'>,
  now: Date,
): Promise<{ seatId: string; secret: string }> {
  openSitting(await loadSitting(db, sittingId));
  await mustExist(db, TasterEntity, tasterId, 'tasterId', 'taster');
  const all = await db.findBy(SeatEntity, { sittingId });
  const seats = all.filter(({ deletedAt }) => deletedAt === null);
  refuseSameName(seats, name);
  if (seats.length >= MOST_SEATS) throw new Problem('conflict', `This table has no room for more than ${MOST_SEATS}.`);
  const seatId = randomUUID();
  const place = Math.max(-1, ...all.map((seat) => seat.place)) + 1;
  await db.insert(SeatEntity, {
    id: seatId,
    sittingId,
    name,
    tasterId,
    place,
    isGuest,
    doneAt: null,
    createdAt: now.toISOString(),
    deletedAt: null,
  });
  return { seatId, secret: await newSecret(db, seatId) };
}

function refuseSameName(seats: readonly SeatRow[], name: string): void {
  if (!seats.some((seat) => nameKey(seat.name) === nameKey(name))) return;
  const message = `${name} sits at this table already`;
  throw new Problem('conflict', `${message}. Choose another name, such as one with an initial.`, [
    { path: 'name', message },
  ]);
}

/** Whether guests can still write at a sitting: it is there, and not revealed. */
export async function isShared(db: EntityManager, id: string): Promise<boolean> {
  return db.existsBy(SittingEntity, { id, deletedAt: IsNull(), revealedAt: IsNull() });
}

/** Throws a conflict Problem for a sitting that was revealed: what was written there stands. */
export function openSitting({ revealedAt }: Pick<SittingRow, 'revealedAt'>): void {
  if (revealedAt !== null)
    throw new Problem('conflict', 'This sitting was revealed: what was written stands as it is.');
}

/** Throws a not-found Problem. */
export async function seatOf(db: EntityManager, sittingId: string, seatId: string): Promise<SeatRow> {
  const seat = await db.findOneBy(SeatEntity, { id: seatId, sittingId, deletedAt: IsNull() });
  if (!seat) throw notFound('This seat');
  return seat;
}

/** Takes a seat away, so that it can be brought back with what was written at it. */
export async function removeSeat(db: EntityManager, seatId: string, now: Date): Promise<void> {
  await db.update(SeatEntity, { id: seatId }, { deletedAt: now.toISOString() });
}

/** Brings a seat back. Throws a not-found Problem, and a conflict Problem where another of its name sits there now. */
export async function restoreSeat(db: EntityManager, sittingId: string, seatId: string): Promise<void> {
  const seat = await db.findOneBy(SeatEntity, { id: seatId, sittingId });
  if (!seat) throw notFound('This seat');
  if (seat.deletedAt === null) return;
  refuseSameName(await db.findBy(SeatEntity, { sittingId, deletedAt: IsNull() }), seat.name);
  await db.update(SeatEntity, { id: seatId }, { deletedAt: null });
}

/** The seat a secret belongs to, with its sitting. Throws a not-found Problem for any other. */
export async function seatBySecret(db: EntityManager, secret: string): Promise<{ seat: SeatRow; sitting: SittingRow }> {
  const kept = await db.findOneBy(SeatSecretEntity, { digest: digestOf(secret) });
  const seat = kept && (await db.findOneBy(SeatEntity, { id: kept.seatId, deletedAt: IsNull() }));
  if (!seat) throw notFound('This seat');
  return { seat, sitting: await loadSitting(db, seat.sittingId) };
}

/**
 * Keeps what was written of a cup, or (null) of the table, unless something later is there. Says whether it is the
 * first
 * that was written there.
 */
export async function keepAnswer(
  db: EntityManager,
  seatId: string,
  cupId: string | null,
  { written, answer, at }: { written: number; answer: CupAnswer | TableAnswer; at: string },
): Promise<boolean> {
  const place = { seatId, cupId: cupId ?? WHOLE_TABLE };
  const before = await db.findOneBy(AnswerEntity, place);
  if (before && before.written >= written) return false;
  await db.upsert(AnswerEntity, { ...place, written, answer, firstAt: before?.firstAt ?? at }, ['seatId', 'cupId']);
  return before === null;
}

export async function keepDone(db: EntityManager, seatId: string, doneAt: string | null): Promise<void> {
  await db.update(SeatEntity, { id: seatId }, { doneAt });
}

/** Says which taster of the household sits there, or (null) that it is a guest. */
export async function nameSeat(db: EntityManager, seatId: string, tasterId: string | null): Promise<void> {
  await mustExist(db, TasterEntity, tasterId, 'tasterId', 'taster');
  await db.update(SeatEntity, { id: seatId }, { tasterId });
}

/** The tasters of the household that sit on seats, by the seat; of a guest nobody knows who it is. */
async function knownTasters(db: EntityManager, seats: readonly WrittenSeat[]): Promise<Map<string, string>> {
  const all = await db.find(TasterEntity);
  return new Map(
    seats.flatMap((seat) => {
      const isSame = ({ name }: { name: string }): boolean => nameKey(name) === nameKey(seat.name);
      const id = seat.tasterId ?? (seat.isGuest ? undefined : all.find(isSame)?.id);
      return id === undefined ? [] : [[seat.id, id] as const];
    }),
  );
}

/**
 * The taster of each seat at which something was written: the one the host named, or a new one. A guest who goes by the
 * name of a taster is a guest all the same.
 */
export async function tastersOfSeats(
  db: EntityManager,
  seats: readonly WrittenSeat[],
  now: Date,
): Promise<Map<string, string>> {
  const known = await knownTasters(db, seats);
  const taken = new Set((await db.find(TasterEntity)).map(({ name }) => nameKey(name)));
  const tasters = new Map<string, string>();
  for (const seat of seats.filter(hasWritten)) {
    let tasterId = known.get(seat.id);
    if (tasterId === undefined) {
      tasterId = randomUUID();
      const name = freeName(seat.name, taken);
      taken.add(nameKey(name));
      await db.insert(TasterEntity, { id: tasterId, name, createdAt: now.toISOString(), mergedInto: null });
    }
    await db.update(SeatEntity, { id: seat.id }, { tasterId });
    tasters.set(seat.id, tasterId);
  }
  return tasters;
}
