import { keyBy } from 'es-toolkit';
import { In, type EntityManager } from 'typeorm';
import type { Tasting } from '../../../application/palate/palate';
import { potOf } from '../../../core/brew';
import { SCALE_RANGES } from '../../../core/cup';
import { currentWord } from '../../../core/cup/words';
import { CupDescriptorEntity, CupEntity, type CupRow } from '../bag/cupEntities';
import { BrewEntity, type BrewRow } from '../entities';
import { inParts } from '../inParts';
import { loadTasterIdentity } from './tasters';
import { loadVocabulary } from './words';

/** What was tasted, cup by cup, as far as a palate can be read from it. */

/** So many of the latest cups say what a taster likes; older ones would say little more. */
const MOST_CUPS = 3000;
/** Read at once. */
const AT_ONCE = 300;

/** Cups that can repeat another: blind ones, and those of a brew with several cups. */
const CAN_REPEAT = `brew.id IN (
  SELECT "brewId" FROM cup WHERE blind
  UNION SELECT id FROM brew WHERE "potId" IS NOT NULL
  UNION SELECT "potId" FROM brew WHERE "potId" IS NOT NULL AND "deletedAt" IS NULL)`;

/** Whether a cup is as it must be to be read: a damaged one is left out, and its bag's page says so. */
const isReadable = ({ intensities, parts, scoringScale }: CupRow): boolean =>
  Array.isArray(intensities) && Array.isArray(parts) && Object.hasOwn(SCALE_RANGES, scoringScale);

/**
 * The latest cups without a fault, the latest first, each with its brew.
 *
 * @param which all of them, or only those that can repeat another
 * @param withWords whether the families of their words are looked up
 */
export async function loadTastings(
  db: EntityManager,
  which: 'all' | 'repeats',
  { withWords }: { withWords: boolean },
): Promise<Tasting[]> {
  const query = db
    .createQueryBuilder(CupEntity, 'cup')
    .innerJoin('brew', 'brew', 'brew.id = cup."brewId" AND brew."deletedAt" IS NULL AND brew.fault IS NULL')
    .innerJoin('bag', 'bag', 'bag.id = brew."bagId" AND bag."deletedAt" IS NULL');
  if (which === 'repeats') query.where(CAN_REPEAT);
  const latest = await query
    .select(['cup.id AS id', 'cup."brewId" AS "brewId"'])
    .orderBy('brew."brewedAt"', 'DESC')
    .addOrderBy('cup.id')
    .limit(MOST_CUPS)
    .getRawMany<{ id: string; brewId: string }>();
  const ids = latest.map(({ id }) => id);
  const byId = keyBy(await inParts(ids, (part) => db.findBy(CupEntity, { id: In(part) }), AT_ONCE), ({ id }) => id);
  const cups = ids.flatMap((id) => byId[id] ?? []);
  const brewIds = latest.map(({ brewId }) => brewId);
  const brews: Record<string, BrewRow | undefined> = keyBy(
    await inParts(brewIds, (part) => db.findBy(BrewEntity, { id: In(part) }), AT_ONCE),
    ({ id }) => id,
  );
  const drinks = new Map(
    (
      await db.query<{ brewId: string; milkG: number | null; iceG: number | null }[]>(
        'SELECT "brewId", "milkG", "iceG" FROM making WHERE "milkG" IS NOT NULL OR "iceG" IS NOT NULL',
      )
    ).map(({ brewId, milkG, iceG }) => [brewId, [milkG, iceG]] as const),
  );
  const who = await loadTasterIdentity(db);
  const words = withWords
    ? await wordsOfCups(
        db,
        cups.map(({ id }) => id),
      )
    : new Map<string, Tasting['words']>();
  return cups.flatMap((cup): Tasting[] => {
    const brew = brews[cup.brewId];
    if (!brew || !isReadable(cup)) return [];
    const { style, brewer, doseG, waterG, waterC, grindStep, filter, waterRecipe } = brew;
    return [
      {
        brewId: brew.id,
        bagId: brew.bagId,
        pot: potOf(brew),
        tasterId: brew.tasterId && who(brew.tasterId),
        on: brew.brewedAt.slice(0, 10),
        recipe: JSON.stringify([style, brewer, doseG, waterG, waterC, grindStep, filter, waterRecipe]),
        drink: JSON.stringify([style, cup.milkKind, ...(drinks.get(brew.id) ?? [])]),
        cup,
        words: words.get(cup.id) ?? [],
      },
    ];
  });
}

async function wordsOfCups(db: EntityManager, cupIds: readonly string[]): Promise<Map<string, Tasting['words']>> {
  const vocabulary = await loadVocabulary(db);
  const found = new Map<string, { name: string; family: string | null }[]>();
  for (const { cupId, wordId, typed } of await db.findBy(CupDescriptorEntity, { cupId: In([...cupIds]) })) {
    const word = currentWord(vocabulary, wordId);
    const here = found.get(cupId) ?? [];
    here.push({ name: word?.name ?? typed, family: word?.family ?? null });
    found.set(cupId, here);
  }
  return found;
}
