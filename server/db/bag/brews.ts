import { randomUUID } from 'node:crypto';
import { groupBy, isEqual, keyBy, pick } from 'es-toolkit';
import { In, IsNull, type EntityManager } from 'typeorm';
import type { Bag } from '../../../contract/bag/bag';
import { z } from 'zod';
import { brewFields, type Brew, type BrewInput } from '../../../contract/bag/brew';
import { cupFields } from '../../../contract/bag/cup';
import { makingFields } from '../../../contract/bag/making';
import { isOfWholePot, potOf, SHARED_IN_POT, type CaffeineBrew, type Drawn } from '../../../core/brew';
import { scoreOfCup } from '../../../core/cup';
import { notAgreed } from '../../../core/cup/words';
import { addDays, dateOfInstant, ratesWith, restDay, roastDate, spellsOf, type PlainDate } from '../../../core/rest';
import type { LoggedBrew } from '../../../application/judgeBag';
import { invalidField, notFound, Problem } from '../../../application/problem';
import { loadBag, touchBag } from './bags';
import { GrinderEntity, RecipeVersionEntity } from '../bench/benchEntities';
import { keepMaking, loadMade, loadMakings, takeFromBench } from './making';
import { whyUnreadable } from '../readable';
import { mustExist } from '../refs';
import { CupEntity, type CupRow } from './cupEntities';
import { loadTasterIdentity } from '../palate/tasters';
import { loadVocabulary, type IdOfWord } from '../palate/words';
import { keepCup, loadCups } from './cups';
import { BagEntity, BrewEntity, TasterEntity, type BrewRow } from '../entities';

/** Brews with their cup and its notes: logged in one visit, kept in one transaction. */

const keysOf = <T extends object>(shape: T): (keyof T)[] => Object.keys(shape) as (keyof T)[];

/** A brew without what only its own bag's page shows. */
type KeptBrew = Omit<Brew, 'restDay' | 'making'>;

/** When a brew was made, and whether something went wrong. */
export type BrewTick = Pick<BrewRow, 'bagId' | 'brewedAt' | 'fault'>;

/** A brew with its cup as they must be for anything to be worked out of them. */
const readableBrew = z.object({ ...brewFields, cup: z.object(cupFields) });

/** The brews that can be read; of the others `wrong` is told, in words. */
async function assemble(
  db: EntityManager,
  rows: readonly BrewRow[],
  wrong: (brewedAt: string, why: string) => void = () => undefined,
): Promise<KeptBrew[]> {
  const cups = await loadCups(
    db,
    rows.map((row) => row.id),
  );
  const who = await loadTasterIdentity(db);
  return rows.flatMap(({ deletedAt: _, ...row }) => {
    const cup = cups.get(row.id);
    const why = cup ? whyUnreadable(row, { ...row, cup }, readableBrew) : 'cup: There is none';
    if (cup && why === null)
      return [{ ...row, tasterId: row.tasterId && who(row.tasterId), cup, score: scoreOfCup(cup) }];
    wrong(row.brewedAt, why ?? '');
    return [];
  });
}

/** A brew that is there and cannot be read: when it was made, and why. */
export interface UnreadableBrew {
  brewedAt: string;
  why: string;
}

/** The log of one bag, newest first, with the rest day of each brew; what cannot be read goes to `unreadable`. */
export async function loadBrews(db: EntityManager, bag: Bag, unreadable: UnreadableBrew[] = []): Promise<Brew[]> {
  const rows = await db.findBy(BrewEntity, { bagId: bag.id, deletedAt: IsNull() });
  const brews = await assemble(db, rows, (brewedAt, why) => unreadable.push({ brewedAt, why }));
  const makings = await loadMakings(
    db,
    brews.map((brew) => brew.id),
  );
  const { roastedOn } = roastDate(bag);
  return brews
    .map((brew) => ({
      ...brew,
      making: makings.get(brew.id) ?? null,
      restDay: restDay(
        roastedOn,
        dateOfInstant(brew.brewedAt),
        spellsOf(bag, brew.portionId),
        ratesWith(bag.freezerRate),
      ),
    }))
    .sort((a, b) => Date.parse(b.brewedAt) - Date.parse(a.brewedAt) || (a.createdAt < b.createdAt ? 1 : -1));
}

/** The logs of many bags at once, by bag, without rest days; for the engine, with how they were made. */
export async function loadLogs(db: EntityManager, bagIds: readonly string[]): Promise<Record<string, LoggedBrew[]>> {
  const brews = await assemble(db, await db.findBy(BrewEntity, { bagId: In([...bagIds]), deletedAt: IsNull() }));
  const made = await loadMade(
    db,
    brews.map(({ id }) => id),
  );
  return groupBy(
    brews.map((brew) => ({ ...brew, making: made.get(brew.id) ?? null })),
    (brew) => brew.bagId,
  );
}

/** The same of one bag. */
export async function loadLog(db: EntityManager, bagId: string): Promise<LoggedBrew[]> {
  return (await loadLogs(db, [bagId]))[bagId] ?? [];
}

/** When each bag was brewed on a stretch of the calendar, earliest first; for the shelf. */
export async function loadBrewTicks(
  db: EntityManager,
  { from, to }: { from: PlainDate; to: PlainDate },
): Promise<Record<string, BrewTick[]>> {
  // Raw rows: making thousands of entities would cost more than the rest of the shelf.
  const ticks = await db.query<BrewTick[]>(
    `SELECT "bagId", "brewedAt", fault FROM brew
       WHERE "deletedAt" IS NULL AND "brewedAt" >= ? AND "brewedAt" < ? ORDER BY "brewedAt"`,
    [from, addDays(to, 1)],
  );
  return groupBy(ticks, (tick) => tick.bagId);
}

/** The brews of some days, as far as a tally of caffeine must know them, each with its day. */
export async function loadCaffeineBrews(
  db: EntityManager,
  { from, to }: { from: PlainDate; to: PlainDate },
): Promise<(CaffeineBrew & { on: PlainDate })[]> {
  const rows = await db
    .createQueryBuilder(BrewEntity, 'brew')
    .innerJoin('bag', 'bag', 'bag.id = brew."bagId" AND bag."deletedAt" IS NULL')
    .select(['brew.id AS id', 'brew."potId" AS "potId"', 'brew."tasterId" AS "tasterId"', 'brew.style AS style'])
    .addSelect(['brew."doseG" AS "doseG"', 'brew.fault AS fault', 'bag.species AS species', 'bag.process AS process'])
    .addSelect('SUBSTR(brew."brewedAt", 1, 10)', 'on')
    .where('brew."deletedAt" IS NULL AND brew."brewedAt" >= :from AND brew."brewedAt" < :after', {
      from,
      after: addDays(to, 1),
    })
    .getRawMany<Omit<CaffeineBrew, 'isDecaffeinated'> & { process: string | null; on: PlainDate }>();
  const who = await loadTasterIdentity(db);
  return rows.map(({ process, ...row }) => ({
    ...row,
    tasterId: row.tasterId && who(row.tasterId),
    isDecaffeinated: process === 'decaffeinated',
  }));
}

/** What was brewed of bags and their portions, g: a pot once, however many cups it gave. */
export async function loadDrawn(db: EntityManager, bagIds: readonly string[]): Promise<Map<string, Drawn[]>> {
  const pots = db
    .createQueryBuilder(BrewEntity, 'brew')
    .select(['brew."bagId" AS "bagId"', 'MAX(brew."doseG") AS "doseG"', 'MAX(brew."portionId") AS "portionId"'])
    .where(`brew."deletedAt" IS NULL AND brew."bagId" IN (SELECT value FROM json_each(:bagIds))`)
    .groupBy('brew."bagId", COALESCE(brew."potId", brew.id)');
  const sums = await db
    .createQueryBuilder()
    .select(['pot."bagId" AS "bagId"', 'pot."portionId" AS "portionId"', 'SUM(pot."doseG") AS grams'])
    .from(`(${pots.getQuery()})`, 'pot')
    .setParameter('bagIds', JSON.stringify(bagIds))
    .groupBy('pot."bagId", pot."portionId"')
    .getRawMany<{ bagId: string } & Drawn>();
  return new Map(
    Object.entries(groupBy(sums, ({ bagId }) => bagId)).map(([bagId, drawn]) => [
      bagId,
      drawn.map(({ portionId, grams }) => ({ portionId, grams })),
    ]),
  );
}

/** How many cups were drunk on a day: those of faulted brews too, for somebody stood at the kettle. */
export async function loadCupsOn(db: EntityManager, on: PlainDate): Promise<number> {
  return db
    .createQueryBuilder(BrewEntity, 'brew')
    .innerJoin('bag', 'bag', 'bag.id = brew."bagId" AND bag."deletedAt" IS NULL')
    .where('brew."deletedAt" IS NULL AND brew."brewedAt" >= :on AND brew."brewedAt" < :after', {
      on,
      after: addDays(on, 1),
    })
    .getCount();
}

/** So many of the latest cups with levels say what complaints cost; older ones would say little more. */
const LEVELLED_CUPS = 2000;

/** The cups of finished bags that have levels, the latest first, each with its bag. */
export async function loadLevelledCups(
  db: EntityManager,
): Promise<{ bag: Pick<Bag, 'id' | 'scoringScale' | 'weights'>; cup: CupRow }[]> {
  const { entities, raw } = await db
    .createQueryBuilder(CupEntity, 'cup')
    .innerJoin('brew', 'brew', 'brew.id = cup."brewId" AND brew."deletedAt" IS NULL AND brew.fault IS NULL')
    .innerJoin('bag', 'bag', 'bag.id = brew."bagId" AND bag."deletedAt" IS NULL AND bag."finishedOn" IS NOT NULL')
    .addSelect('bag.id', 'bagId')
    .where(`cup.intensities <> '[]'`)
    .orderBy('brew."brewedAt"', 'DESC')
    .limit(LEVELLED_CUPS)
    .getRawAndEntities<{ bagId: string }>();
  const bags = keyBy(
    await db.findBy(BagEntity, { id: In([...new Set(raw.map(({ bagId }) => bagId))]) }),
    ({ id }) => id,
  );
  return entities.flatMap((cup, i) => {
    const bag = bags[raw[i]?.bagId ?? ''];
    return bag && Array.isArray(cup.intensities) ? [{ bag, cup }] : [];
  });
}

/** One brew. Throws a not-found Problem. */
export async function loadBrew(db: EntityManager, id: string): Promise<KeptBrew> {
  const [brew] = await assemble(db, await db.findBy(BrewEntity, { id, deletedAt: IsNull() }));
  if (!brew) throw notFound('This brew');
  return brew;
}

/** One brew as it was written, its cup and its making too: what a change is laid over. Throws a not-found Problem. */
export async function loadWrittenBrew(db: EntityManager, id: string): Promise<BrewInput> {
  const { cup, ...brew } = await loadBrew(db, id);
  const making = (await loadMakings(db, [id])).get(id);
  return {
    ...pick(brew, keysOf(brewFields)),
    cup: { ...cup, descriptors: cup.descriptors.map(({ id: _, ...descriptor }) => descriptor) },
    making: making ? pick(making, keysOf(makingFields)) : null,
    liveId: null,
    revision: null,
  };
}

async function check(db: EntityManager, bag: Bag, input: BrewInput, before: KeptBrew | null): Promise<void> {
  const { roastedOn, assumed } = roastDate(bag);
  if (dateOfInstant(input.brewedAt) < roastedOn) {
    throw invalidField(
      'brewedAt',
      `It cannot be brewed before the bag was roasted (${assumed ? 'assumed: ' : ''}${roastedOn})`,
    );
  }
  await mustExist(db, TasterEntity, input.tasterId, 'tasterId', 'taster');
  await mustExist(db, RecipeVersionEntity, input.making?.recipeVersionId ?? null, 'making.recipeVersionId', 'recipe');
  await mustExist(db, GrinderEntity, input.making?.grinderId ?? null, 'making.grinderId', 'grinder');
  await checkPot(db, bag.id, before?.id ?? null, input.potId);
  await checkComparisons(db, bag.id, before, input.cup.comparisons);
  await checkAgreed(db, bag, input.cup, before?.cup.descriptors);
}

/** Refuses words that are not among those agreed on for the bag; what a cup said `before` it may go on saying. */
async function checkAgreed(
  db: EntityManager,
  { agreedWords }: Bag,
  cup: BrewInput['cup'],
  before: readonly { typed: string }[] = [],
): Promise<void> {
  if (agreedWords === '') return;
  const said = new Set(before.map(({ typed }) => typed));
  const typed = cup.descriptors.map((one) => one.typed).filter((word) => !said.has(word));
  const [other] = notAgreed(await loadVocabulary(db), agreedWords, typed);
  if (other !== undefined)
    throw invalidField(
      'cup.descriptors',
      `“${other}” is not among the words agreed on for this bag. It can stand below, in your words.`,
    );
}

/** What a further cup has from the first of its pot, whatever its sheet says. */
async function sharedFrom(db: EntityManager, potId: string | null): Promise<Partial<BrewRow>> {
  return potId === null ? {} : pick(await db.findOneByOrFail(BrewEntity, { id: potId }), [...SHARED_IN_POT]);
}

/** Refuses a pot that is not of this bag, or is itself only a cup of another. */
async function checkPot(db: EntityManager, bagId: string, id: string | null, potId: string | null): Promise<void> {
  if (potId === null) return;
  const first = await db.findOneBy(BrewEntity, { id: potId });
  if (first?.bagId !== bagId || first.potId !== null || first.id === id)
    throw invalidField('potId', 'This brew is not one of this bag that another cup can be poured from');
}

/**
 * Refuses a comparison with a cup of another bag, with itself, or one of them twice; what was compared before may be
 * gone.
 */
async function checkComparisons(
  db: EntityManager,
  bagId: string,
  before: KeptBrew | null,
  comparisons: BrewInput['cup']['comparisons'],
): Promise<void> {
  const known = new Set(before?.cup.comparisons.map(({ thanId }) => thanId));
  const others = comparisons.map(({ thanId }) => thanId);
  const found = new Set((await db.findBy(BrewEntity, { id: In(others), bagId })).map(({ id }) => id));
  if (others.some((id) => id === before?.id || (!found.has(id) && !known.has(id))))
    throw invalidField('cup.comparisons', 'It can only be compared with another cup of this bag');
  if (new Set(others).size < others.length)
    throw invalidField('cup.comparisons', 'It was compared with the same cup twice');
}

/** Lets the other cups of a brew's pot follow a change of what they have in common. */
async function changePot(db: EntityManager, id: string, change: Partial<BrewRow>): Promise<void> {
  const brew = await db.findOneByOrFail(BrewEntity, { id });
  const others = (await db.findBy(BrewEntity, [{ potId: potOf(brew) }, { id: potOf(brew) }])).filter(
    (other) => other.id !== id,
  );
  for (const other of others) {
    await db.update(BrewEntity, { id: other.id }, change);
    await touchBrew(db, other.id);
  }
}

/** A fault as far as the other cups of the pot share it. */
const sharedFault = ({ fault, faultNote }: Pick<BrewRow, 'fault' | 'faultNote'>): Partial<BrewRow> =>
  isOfWholePot(fault) ? { fault, faultNote } : {};

/** Logs a brew and its cup on a bag; returns the brew's id. `idOfWord` where many are logged at once. */
export async function addBrew(
  db: EntityManager,
  bag: Bag,
  input: BrewInput,
  now: Date,
  idOfWord?: IdOfWord,
): Promise<string> {
  await check(db, bag, input, null);
  const bagId = bag.id;
  const { cup, making, liveId, revision: _, ...fields } = input;
  const id = randomUUID();
  const shared = await sharedFrom(db, fields.potId);
  const row = { id, bagId, ...fields, ...shared, createdAt: now.toISOString(), deletedAt: null, revision: 1 };
  await db.insert(BrewEntity, row);
  await keepCup(db, id, cup, now, idOfWord);
  if (liveId === null) await keepMaking(db, id, making);
  else await takeFromBench(db, { id, bagId }, liveId, making, now);
  await touchBag(db, bagId);
  return id;
}

/** Marks a brew as changed: a sheet that was opened before shows what it was not written over. */
export async function touchBrew(db: EntityManager, id: string): Promise<void> {
  await db.increment(BrewEntity, { id }, 'revision', 1);
}

/**
 * Replaces what is written of a brew and its cup; returns the bag's id. Throws a conflict Problem for a change that was
 * written over another state.
 */
export async function changeBrew(db: EntityManager, id: string, input: BrewInput, now: Date): Promise<string> {
  const before = await loadBrew(db, id);
  const { bagId } = before;
  if (input.revision !== null && input.revision !== before.revision) {
    throw new Problem(
      'conflict',
      'This brew was changed elsewhere since this sheet was opened. Nothing was saved: what stands there now is shown beside what you wrote, at the top of the sheet.',
    );
  }
  await check(db, await loadBag(db, bagId), input, before);
  const { cup, making, liveId: _, revision: __, ...fields } = input;
  await db.update(BrewEntity, { id }, fields);
  const shared = pick(fields, [...SHARED_IN_POT]);
  if (!isEqual(shared, pick(before, [...SHARED_IN_POT])) || fields.fault !== before.fault)
    await changePot(db, id, { ...shared, ...sharedFault(fields) });
  await keepCup(db, id, cup, now);
  await keepMaking(db, id, making);
  await touchBrew(db, id);
  await touchBag(db, bagId);
  return bagId;
}

/** Marks a fault on a brew, or takes it back; returns the bag's id. */
export async function setFault(
  db: EntityManager,
  id: string,
  fault: Pick<BrewRow, 'fault' | 'faultNote'>,
): Promise<string> {
  const { bagId } = await loadBrew(db, id);
  await db.update(BrewEntity, { id }, fault);
  await touchBrew(db, id);
  if (isOfWholePot(fault.fault)) await changePot(db, id, sharedFault(fault));
  await touchBag(db, bagId);
  return bagId;
}

/** Says which score of a cup is meant, or (null) takes that back; returns the bag's id. */
export async function setMeant(db: EntityManager, id: string, meantScore: number | null): Promise<string> {
  const { bagId } = await loadBrew(db, id);
  await db.update(CupEntity, { brewId: id }, { meantScore });
  await touchBrew(db, id);
  await touchBag(db, bagId);
  return bagId;
}

/** Deletes a brew so that it can be brought back, or brings it back; returns the bag's id. */
export async function setBrewDeleted(db: EntityManager, id: string, deletedAt: string | null): Promise<string> {
  const brew = await db.findOneBy(BrewEntity, { id });
  if (!brew) throw notFound('This brew');
  await db.update(BrewEntity, { id }, { deletedAt });
  await touchBag(db, brew.bagId);
  return brew.bagId;
}
