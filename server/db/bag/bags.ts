import { randomUUID } from 'node:crypto';
import { groupBy, keyBy } from 'es-toolkit';
import { In, IsNull, MoreThan, Not, type EntityManager } from 'typeorm';
import { bag, NO_DATE, type Bag, type BagInput } from '../../../contract/bag/bag';
import type { BrewParametersInput } from '../../../contract/bag/brewParameters';
import { dateOfInstant, hasAnyDate, roastDate } from '../../../core/rest';
import { invalidField, notFound } from '../../../application/problem';
import { RecipeEntity } from '../bench/benchEntities';
import { CupEntity } from './cupEntities';
import { inParts } from '../inParts';
import { unreadable, whyUnreadable } from '../readable';
import { mustExist } from '../refs';
import { loadSettings } from '../settings';
import {
  BagEntity,
  BrewEntity,
  BrewParametersEntity,
  SpellEntity,
  type BagRow,
  type BrewParametersRow,
  type SpellRow,
} from '../entities';

/** Bags with their freezer stays and reference recipe: how the three tables make one thing, and back. */

function parametersOf(row: BrewParametersRow): BrewParametersInput {
  const { id: _, bagId: __, isReference: ___, ...parameters } = row;
  return parameters;
}

function bagOf(row: BagRow, reference: BrewParametersRow, spells: readonly SpellRow[], freezerRate: number): Bag {
  const { deletedAt: _, ...fields } = row;
  return {
    ...fields,
    freezerRate,
    reference: parametersOf(reference),
    spells: spells.map(({ place, from, to }) => ({ place, from, to })).sort((a, b) => (a.from < b.from ? -1 : 1)),
  };
}

/** A bag as its rows must be for anything to be worked out of it. */
const readableBag = bag.refine(hasAnyDate, { path: ['roastedOn'], error: NO_DATE });

/** A bag that is there and cannot be read, and why. */
export interface UnreadableBag {
  id: string;
  name: string;
  why: string;
}

/** The bags that can be read; the others go to `wrong`, and nowhere else. */
async function assemble(db: EntityManager, rows: readonly BagRow[], wrong: UnreadableBag[] = []): Promise<Bag[]> {
  const bagId = In(rows.map((row) => row.id));
  const references: Record<string, BrewParametersRow | undefined> = keyBy(
    await db.findBy(BrewParametersEntity, { bagId, isReference: true }),
    (parameters) => parameters.bagId,
  );
  const spells = groupBy(await db.findBy(SpellEntity, { bagId }), (spell) => spell.bagId);
  const { freezerRate } = await loadSettings(db);
  return rows.flatMap((row) => {
    const reference = references[row.id];
    const whole = reference && bagOf(row, reference, spells[row.id] ?? [], freezerRate);
    const why = whole ? whyUnreadable(row, whole, readableBag) : 'reference: It has no recipe';
    if (whole && why === null) return [whole];
    wrong.push({ id: row.id, name: row.name, why: why ?? '' });
    return [];
  });
}

/** So many of the latest bags that were frozen say how fast the freezer ages them. */
const FROZEN_BAGS = 12;

/** The latest bags of which something was frozen, in use or finished. */
export async function loadFrozenBags(db: EntityManager): Promise<Bag[]> {
  const rows = await db
    .createQueryBuilder(BagEntity, 'bag')
    .where('bag."deletedAt" IS NULL')
    .andWhere(`(bag."heldPortions" <> '[]' OR EXISTS (SELECT 1 FROM storage_spell WHERE "bagId" = bag.id))`)
    .orderBy('bag."createdAt"', 'DESC')
    .limit(FROZEN_BAGS)
    .getMany();
  return assemble(db, rows);
}

/** So many of the latest bags say what a price usually gives. */
const PRICED_BAGS = 60;

/** The latest bags with a price, in use or finished. */
export async function loadPricedBags(db: EntityManager): Promise<Bag[]> {
  const rows = await db.find(BagEntity, {
    where: { deletedAt: IsNull(), price: MoreThan(0) },
    order: { createdAt: 'DESC', id: 'ASC' },
    take: PRICED_BAGS,
  });
  return assemble(db, rows);
}

/** How a bag is brewed, whether or not it is still there; null where nobody knows. */
export async function loadReference(db: EntityManager, bagId: string): Promise<BrewParametersInput | null> {
  const row = await db.findOneBy(BrewParametersEntity, { bagId, isReference: true });
  return row && parametersOf(row);
}

/** The bags in use. */
export async function loadBagsInUse(db: EntityManager, wrong: UnreadableBag[] = []): Promise<Bag[]> {
  return assemble(db, await db.findBy(BagEntity, { deletedAt: IsNull(), finishedOn: IsNull() }), wrong);
}

/** Every bag that was not deleted, in use or finished. */
export async function loadAllBags(db: EntityManager): Promise<Bag[]> {
  return inParts([...(await loadBagIds(db))], async (part) =>
    assemble(db, await db.findBy(BagEntity, { id: In(part), deletedAt: IsNull() })),
  );
}

/** Every bag that was not deleted, as far as its own row says. */
export async function loadBagHeads(db: EntityManager): Promise<BagRow[]> {
  return db.findBy(BagEntity, { deletedAt: IsNull() });
}

/** The ids of all bags that were not deleted. */
export async function loadBagIds(db: EntityManager): Promise<Set<string>> {
  const rows = await db
    .createQueryBuilder(BagEntity, 'bag')
    .select('bag.id', 'id')
    .where('bag."deletedAt" IS NULL')
    .getRawMany<{ id: string }>();
  return new Set(rows.map(({ id }) => id));
}

/** Every bag marked as finished: the household's history. */
export async function loadFinishedBags(db: EntityManager, wrong: UnreadableBag[] = []): Promise<Bag[]> {
  const ids = (await loadFinishedHeads(db)).map(([id]) => id);
  return inParts(ids, async (part) =>
    assemble(db, await db.findBy(BagEntity, { id: In(part), deletedAt: IsNull(), finishedOn: Not(IsNull()) }), wrong),
  );
}

/** Which bags are marked as finished, and in which revision: little enough to be asked often. */
export async function loadFinishedHeads(db: EntityManager): Promise<[id: string, revision: number][]> {
  const heads = await db
    .createQueryBuilder(BagEntity, 'bag')
    .select(['bag.id AS id', 'bag.revision AS revision'])
    .where('bag."deletedAt" IS NULL AND bag."finishedOn" IS NOT NULL')
    .orderBy('bag.id')
    .getRawMany<{ id: string; revision: number }>();
  return heads.map(({ id, revision }) => [id, revision]);
}

/** So many more cups tell noticeably more of how two scales compare. */
const TELLING_CUPS = 10;

/**
 * How many bags are scored in which way, a bag by weighted attributes in one of its own, and about how many cups there
 * are; nothing where all are scored in one way.
 */
export async function loadScaleCounts(db: EntityManager): Promise<unknown[]> {
  const rows = await db
    .createQueryBuilder(BagEntity, 'bag')
    .select(['bag."scoringScale" AS scale', 'bag.weights IS NOT NULL AS weighted', 'COUNT(*) AS bags'])
    .where('bag."deletedAt" IS NULL')
    .groupBy('scale')
    .addGroupBy('weighted')
    .orderBy('scale')
    .addOrderBy('weighted')
    .getRawMany<{ scale: string; weighted: number; bags: number }>();
  if (rows.length < 2) return [];
  const cups = await db.count(CupEntity);
  return [...rows.map(({ scale, weighted, bags }) => [scale, weighted, bags]), Math.floor(cups / TELLING_CUPS)];
}

/** The kinds of bag in use, each once: what the past is asked about. */
export async function loadKindsInUse(
  db: EntityManager,
): Promise<Pick<BagRow & BrewParametersRow, 'roastLevel' | 'process' | 'style' | 'roaster' | 'perceivedRoast'>[]> {
  return db
    .createQueryBuilder(BagEntity, 'bag')
    .innerJoin('brew_parameters', 'reference', 'reference."bagId" = bag.id AND reference."isReference"')
    .select(['bag."roastLevel" AS "roastLevel"', 'bag.process AS process', 'reference.style AS style'])
    .addSelect(['bag.roaster AS roaster', 'bag."perceivedRoast" AS "perceivedRoast"'])
    .where('bag."deletedAt" IS NULL AND bag."finishedOn" IS NULL')
    .distinct(true)
    .getRawMany();
}

/** One bag. Throws a not-found Problem, and a conflict Problem that says why where it cannot be read. */
export async function loadBag(db: EntityManager, id: string): Promise<Bag> {
  const wrong: UnreadableBag[] = [];
  const [found] = await assemble(db, await db.findBy(BagEntity, { id, deletedAt: IsNull() }), wrong);
  if (found) return found;
  const [spoilt] = wrong;
  throw spoilt ? unreadable(`The bag ${spoilt.name}`, spoilt.why) : notFound('This bag');
}

async function keepParts(db: EntityManager, bagId: string, input: BagInput): Promise<void> {
  await db.delete(BrewParametersEntity, { bagId, isReference: true });
  await db.insert(BrewParametersEntity, { id: randomUUID(), bagId, isReference: true, ...input.reference });
  await db.delete(SpellEntity, { bagId });
  for (const spell of input.spells) await db.insert(SpellEntity, { id: randomUUID(), bagId, ...spell });
}

/** Adds a bag and returns its id. */
export async function addBag(db: EntityManager, input: BagInput, now: Date): Promise<string> {
  const { reference: _, spells: __, ...fields } = input;
  const id = randomUUID();
  await mustExist(db, RecipeEntity, input.referenceRecipeId, 'referenceRecipeId', 'recipe');
  await db.insert(BagEntity, { id, ...fields, createdAt: now.toISOString(), deletedAt: null, revision: 1 });
  await keepParts(db, id, input);
  return id;
}

/** Replaces what is written on a bag. Refuses a roast date later than a brew already logged. */
export async function changeBag(db: EntityManager, id: string, input: BagInput): Promise<void> {
  await loadBag(db, id);
  const { reference: _, spells: __, ...fields } = input;
  const brews = await db.findBy(BrewEntity, { bagId: id, deletedAt: IsNull() });
  const { roastedOn, assumed } = roastDate(input);
  if (brews.some((brew) => dateOfInstant(brew.brewedAt) < roastedOn)) {
    const field = !assumed ? 'roastedOn' : input.bestBefore !== null ? 'bestBefore' : 'arrivedOn';
    throw invalidField(
      field,
      `A brew is already logged before ${assumed ? 'the roast date this gives' : 'this roast date'}`,
    );
  }
  await mustExist(db, RecipeEntity, input.referenceRecipeId, 'referenceRecipeId', 'recipe');
  await db.update(BagEntity, { id }, fields);
  await keepParts(db, id, input);
  await touchBag(db, id);
}

/** Marks a bag as changed, so that a verdict kept for it no longer counts. */
export async function touchBag(db: EntityManager, id: string): Promise<void> {
  await db.increment(BagEntity, { id }, 'revision', 1);
}

/** The same for every bag any beans of which were ever frozen. */
export async function touchFrozenBags(db: EntityManager): Promise<void> {
  const spells = await db.find(SpellEntity);
  const frozen = new Set(spells.map(({ bagId }) => bagId));
  for (const { id, heldPortions } of await db.find(BagEntity))
    if (frozen.has(id) || heldPortions.length > 0) await touchBag(db, id);
}

/** Deletes a bag so that it can be brought back, or brings it back. */
export async function setBagDeleted(db: EntityManager, id: string, deletedAt: string | null): Promise<void> {
  const { affected } = await db.update(BagEntity, { id }, { deletedAt });
  if (!affected) throw notFound('This bag');
}
