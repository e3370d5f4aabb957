import { randomInt, randomUUID } from 'node:crypto';
import { countBy, keyBy } from 'es-toolkit';
import { In, IsNull, Not, type EntityManager } from 'typeorm';
import type { LiveBrew, LiveInput, LiveTrace } from '../../../contract/bench/live';
import { appendPoint, traceUntil, type Flaw, type Trace, type TracePoint } from '../../../core/brew';
import { instrumentsFor, type LiveChange } from '../../../application/liveBrew';
import { notFound } from '../../../application/problem';
import { LiveBrewEntity, RecipeVersionEntity, TracePieceEntity, type LiveBrewRow } from './benchEntities';
import { loadBag } from '../bag/bags';
import { BagEntity } from '../entities';
import { mustExist } from '../refs';
import { loadSettings } from '../settings';

/** Brews on the bench, from laying out to their cup, and the trace of each as it came in. */

function liveOf({ closedAt: _, ...row }: LiveBrewRow, bagName: string): LiveBrew {
  return { ...row, bagName };
}

/** The brews on the bench, in the order in which they were laid out. */
export async function loadBench(db: EntityManager): Promise<LiveBrew[]> {
  const rows = await db.find(LiveBrewEntity, { where: { closedAt: IsNull() }, order: { createdAt: 'ASC' } });
  const bags = keyBy(
    await db.findBy(BagEntity, { id: In(rows.map((row) => row.bagId)), deletedAt: IsNull() }),
    (bag) => bag.id,
  );
  return rows.flatMap((row) => {
    const bag = (bags as Record<string, { name: string } | undefined>)[row.bagId];
    return bag ? [liveOf(row, bag.name)] : [];
  });
}

/** One brew that is still on the bench. Throws a not-found Problem. */
export async function loadLive(db: EntityManager, id: string): Promise<LiveBrew> {
  const live = (await loadBench(db)).find((one) => one.id === id);
  if (!live) throw notFound('This brew');
  return live;
}

/** Lays out a brew; it remembers the instruments as they stand. Returns its id. */
export async function addLive(
  db: EntityManager,
  { bagId, recipe, recipeVersionId }: LiveInput,
  now: Date,
): Promise<string> {
  await loadBag(db, bagId);
  await mustExist(db, RecipeVersionEntity, recipeVersionId, 'recipeVersionId', 'recipe');
  const { instruments } = await loadSettings(db);
  const id = randomUUID();
  await db.insert(LiveBrewEntity, {
    id,
    bagId,
    recipeVersionId,
    recipe,
    ticked: [],
    marks: [],
    startedAt: null,
    endedS: null,
    vigour: null,
    bed: null,
    fault: null,
    faultNote: '',
    instruments: instrumentsFor(instruments),
    seed: randomInt(1, 2 ** 31),
    revision: 1,
    createdAt: now.toISOString(),
    closedAt: null,
  });
  return id;
}

/** Writes down what changed of a brew on the bench; nothing where nothing did. */
export async function keepLive(db: EntityManager, { id, revision }: LiveBrew, change: LiveChange): Promise<void> {
  if (Object.keys(change).length === 0) return;
  await db.update(LiveBrewEntity, { id }, { ...change, revision: revision + 1 });
}

/** Clears a brew off the bench, or puts one back that was cleared by mistake. */
export async function setLiveClosed(db: EntityManager, id: string, closedAt: string | null): Promise<void> {
  const { affected } = await db.update(
    LiveBrewEntity,
    { id, closedAt: closedAt === null ? Not(IsNull()) : IsNull() },
    { closedAt },
  );
  if (!affected) throw notFound('This brew');
}

/** Keeps what the scale said since the last piece. */
export async function addPiece(
  db: EntityManager,
  liveId: string,
  seq: number,
  points: TracePoint[],
  flaws: [number, Flaw][],
): Promise<void> {
  await db.insert(TracePieceEntity, { liveId, seq, points, flaws });
}

/** The number of the next piece. */
export async function nextPiece(db: EntityManager, liveId: string): Promise<number> {
  return ((await db.maximum(TracePieceEntity, 'seq', { liveId })) ?? -1) + 1;
}

/** All that the scale said of a brew until its end: what comes after, the brewer being lifted off, is no part of it. */
export async function loadLiveTrace(db: EntityManager, liveId: string): Promise<LiveTrace> {
  const live = await db.findOneBy(LiveBrewEntity, { id: liveId });
  const endS = live?.endedS ?? Infinity;
  const pieces = await db.find(TracePieceEntity, { where: { liveId }, order: { seq: 'ASC' } });
  const trace: Trace = [];
  for (const point of pieces.flatMap((piece) => piece.points)) appendPoint(trace, point);
  const flaws = pieces.flatMap((piece) => piece.flaws).filter(([atS]) => atS < endS);
  return { trace: traceUntil(trace, endS), flaws: countBy(flaws, ([, flaw]) => flaw) };
}

/** Forgets the pieces of a trace that is kept elsewhere now. */
export async function dropPieces(db: EntityManager, liveId: string): Promise<void> {
  await db.delete(TracePieceEntity, { liveId });
}
