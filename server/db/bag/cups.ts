import { randomUUID } from 'node:crypto';
import { groupBy, keyBy, sortBy } from 'es-toolkit';
import { In, type EntityManager } from 'typeorm';
import type { Cup, CupInput, Nag } from '../../../contract/bag/cup';
import type { Nagging } from '../../../contract/shelf/shelf';
import { notFound } from '../../../application/problem';
import { CupEntity, CupDescriptorEntity, RemarkEntity } from './cupEntities';
import { wordResolver, type IdOfWord } from '../palate/words';

/** Cups: scores, prose and words, which are written and read as one. */

/** The cups of brews, by brew. */
export async function loadCups(db: EntityManager, brewIds: readonly string[]): Promise<Map<string, Cup>> {
  const rows = await db.findBy(CupEntity, { brewId: In([...brewIds]) });
  const cupId = In(rows.map((row) => row.id));
  const remarks: Record<string, { text: string } | undefined> = keyBy(
    await db.findBy(RemarkEntity, { cupId }),
    (note) => note.cupId,
  );
  const descriptors = groupBy(
    await db.find(CupDescriptorEntity, { where: { cupId }, order: { place: 'ASC' } }),
    (word) => word.cupId,
  );
  return new Map(
    rows.map(({ id, brewId, ...scores }) => [
      brewId,
      {
        ...scores,
        remarks: remarks[id]?.text ?? '',
        descriptors: (descriptors[id] ?? []).map(({ cupId: _, place: __, wordId, ...taps }) => ({
          id: wordId,
          ...taps,
        })),
      },
    ]),
  );
}

/**
 * Keeps the cup of a brew in place of the one before; words nobody knows yet become the household's own. `idOfWord`
 * where many cups are kept at once.
 */
export async function keepCup(
  db: EntityManager,
  brewId: string,
  { remarks, descriptors, ...scores }: CupInput,
  now: Date,
  idOfWord?: IdOfWord,
): Promise<void> {
  await db.delete(CupEntity, { brewId });
  const cupId = randomUUID();
  await db.insert(CupEntity, { id: cupId, brewId, ...scores });
  if (remarks !== '') await db.insert(RemarkEntity, { id: randomUUID(), cupId, text: remarks });
  if (descriptors.length === 0) return;
  const find = idOfWord ?? (await wordResolver(db, now));
  const rows = [];
  for (const [place, one] of descriptors.entries()) rows.push({ ...one, cupId, place, wordId: await find(one.typed) });
  await db.insert(CupDescriptorEntity, rows);
}

/** Every word that still would not come, oldest cup first. */
export async function loadNagging(db: EntityManager): Promise<Nagging[]> {
  const rows = await db
    .createQueryBuilder(CupEntity, 'cup')
    .innerJoin('brew', 'brew', 'brew.id = cup."brewId" AND brew."deletedAt" IS NULL')
    .innerJoin('bag', 'bag', 'bag.id = brew."bagId" AND bag."deletedAt" IS NULL')
    .select([
      'cup.nag AS nag',
      'brew.id AS "brewId"',
      'bag.id AS "bagId"',
      'bag.name AS "bagName"',
      'brew."brewedAt" AS "brewedAt"',
    ])
    .where('cup.nag IS NOT NULL')
    .getRawMany<{ nag: string; brewId: string; bagId: string; bagName: string; brewedAt: string }>();
  // Sorted here: asked to sort, SQLite goes through every brew by its date instead of through the few nagging cups.
  return sortBy(rows, [({ brewedAt }) => brewedAt]).flatMap(({ nag, brewedAt, ...where }) => {
    const { said, tapped, resolvedWith, dropped } = JSON.parse(nag) as Nag;
    return resolvedWith === null && !dropped ? [{ ...where, on: brewedAt.slice(0, 10), said, tapped }] : [];
  });
}

/**
 * Ends the search for a word: with the word, which is added to the cup, or (null) without one.
 * Throws a not-found Problem where nothing nags.
 */
export async function endNag(db: EntityManager, brewId: string, typed: string | null, now: Date): Promise<void> {
  const cup = await db.findOneBy(CupEntity, { brewId });
  if (!cup?.nag) throw notFound('This nagging word');
  if (typed === null) {
    await db.update(CupEntity, { id: cup.id }, { nag: { ...cup.nag, dropped: true } });
    return;
  }
  const wordId = await (await wordResolver(db, now))(typed);
  const place = ((await db.maximum(CupDescriptorEntity, 'place', { cupId: cup.id })) ?? -1) + 1;
  await db.update(CupEntity, { id: cup.id }, { nag: { ...cup.nag, resolvedWith: wordId } });
  await db.insert(CupDescriptorEntity, { cupId: cup.id, place, wordId, typed, slot: 'cup' });
}

/** Takes the end of a search back: it nags again, and the word it was ended with leaves the cup. */
export async function nagAgain(db: EntityManager, brewId: string): Promise<void> {
  const cup = await db.findOneBy(CupEntity, { brewId });
  if (!cup?.nag) throw notFound('This nagging word');
  const { resolvedWith } = cup.nag;
  if (resolvedWith !== null) {
    const [last] = await db.find(CupDescriptorEntity, {
      where: { cupId: cup.id, wordId: resolvedWith },
      order: { place: 'DESC' },
      take: 1,
    });
    if (last) await db.delete(CupDescriptorEntity, { cupId: cup.id, place: last.place });
  }
  await db.update(CupEntity, { id: cup.id }, { nag: { ...cup.nag, resolvedWith: null, dropped: false } });
}
