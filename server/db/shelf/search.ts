import type { EntityManager } from 'typeorm';
import type { SearchHit } from '../../../contract/shelf/shelf';
import { BagEntity } from '../entities';

const MOST_HITS = 30;
/** Characters of a note shown around the word that was found. */
const AROUND = 40;

/** The words found in each cup: as typed, and as the household now calls them where it has its own name. */
const FOUND_WORDS = `(SELECT cup_descriptor."cupId" AS "cupId", group_concat(cup_descriptor.typed || COALESCE(', ' || word.name, ''), ', ') AS said FROM cup_descriptor LEFT JOIN word ON word.id = cup_descriptor."wordId" GROUP BY cup_descriptor."cupId")`;
/** All that is written on a bag; printed notes that are still hidden are not found either. */
const LABEL = [
  ...[
    'name',
    'roaster',
    'producer',
    'origin',
    'variety',
    'processName',
    'process',
    'lot',
    'harvest',
    'certificates',
    'shop',
    'bet',
    'boughtFor',
    'ideas',
  ].map((column) => `COALESCE(bag."${column}", '')`),
  `CASE WHEN bag."labelNotes" = 'hidden' AND bag."labelRevealedAt" IS NULL THEN '' ELSE bag."printedNotes" END`,
].join(` || ' ' || `);
/** Everything said of the cups of a bag. */
const SAID = `group_concat(COALESCE(found.said, '') || ' ' || COALESCE(remark.text, ''), char(10))`;

/**
 * Bags in which every word of `query` stands somewhere: on the label, in the bet, or in the notes of one of its cups,
 * in prose or as words. Bags still in use come first. An empty query finds every bag.
 */
export async function searchBags(db: EntityManager, query: string): Promise<SearchHit[]> {
  const words = query.toLowerCase().split(/\s+/).filter(Boolean).slice(0, 8);
  const found = db
    .createQueryBuilder(BagEntity, 'bag')
    .leftJoin('brew', 'brew', 'brew."bagId" = bag.id AND brew."deletedAt" IS NULL')
    .leftJoin('cup', 'cup', 'cup."brewId" = brew.id')
    .leftJoin('remark', 'remark', 'remark."cupId" = cup.id')
    .leftJoin(FOUND_WORDS, 'found', 'found."cupId" = cup.id')
    .select([
      'bag.id AS id',
      'bag.name AS name',
      'bag.roaster AS roaster',
      'bag.origin AS origin',
      'bag."finishedOn" AS "finishedOn"',
      `${SAID} AS remarks`,
    ])
    .where('bag."deletedAt" IS NULL')
    .groupBy('bag.id');
  words.forEach((word, i) => {
    const like = { [`w${i}`]: `%${word.replace(/[\\%_]/g, '\\$&')}%` };
    found.andHaving(`(${LABEL} LIKE :w${i} ESCAPE '\\' OR ${SAID} LIKE :w${i} ESCAPE '\\')`, like);
  });
  const rows = await found.orderBy('bag."finishedOn" IS NOT NULL').addOrderBy('bag.name').limit(MOST_HITS).getRawMany<{
    id: string;
    name: string;
    roaster: string;
    origin: string;
    finishedOn: string | null;
    remarks: string | null;
  }>();
  return rows.map(({ id, name, roaster, origin, finishedOn, remarks }) => ({
    id,
    name,
    roaster,
    origin,
    finished: finishedOn !== null,
    inRemarks: excerpt(remarks ?? '', words),
  }));
}

/** The stretch of the notes around the first word found in them; null when none is. */
function excerpt(remarks: string, words: readonly string[]): string | null {
  const at = words.map((word) => remarks.toLowerCase().indexOf(word)).find((index) => index >= 0);
  if (at === undefined) return null;
  const from = Math.max(0, at - AROUND);
  const to = Math.min(remarks.length, at + AROUND);
  return `${from > 0 ? '…' : ''}${remarks.slice(from, to).replace(/\s+/g, ' ').trim()}${to < remarks.length ? '…' : ''}`;
}
