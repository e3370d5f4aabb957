import { randomUUID } from 'node:crypto';
import type { EntityManager } from 'typeorm';
import { omit } from 'es-toolkit';
import type { WordInput, Words } from '../../../contract/palate/word';
import {
  bareWord,
  currentWord,
  DESCRIPTORS,
  vocabularyOf,
  withNewWord,
  wordNamed,
  wordSpelt,
  type HouseholdWord,
  type Vocabulary,
} from '../../../core/cup/words';
import { invalidField, notFound } from '../../../application/problem';
import { CupDescriptorEntity, WordEntity } from '../bag/cupEntities';

/** The household's vocabulary: the notes everyone begins with, its own names for them, and its own words. */

export async function loadVocabulary(db: EntityManager): Promise<Vocabulary> {
  return madeOf(await db.find(WordEntity, { order: { createdAt: 'ASC' } }));
}

/**
 * Making a vocabulary takes longer than all the rest of a cup: the last one is used again while the words are the same.
 */
let last: { own: string; vocabulary: Vocabulary } | null = null;
function madeOf(own: readonly HouseholdWord[]): Vocabulary {
  const key = JSON.stringify(own);
  if (last?.own !== key) last = { own: key, vocabulary: vocabularyOf(own) };
  return last.vocabulary;
}

export async function loadWords(db: EntityManager): Promise<Words> {
  const own = await db.find(WordEntity, { order: { createdAt: 'ASC' } });
  const uses = await db
    .createQueryBuilder(CupDescriptorEntity, 'used')
    .innerJoin('cup', 'cup', 'cup.id = used."cupId"')
    .innerJoin('brew', 'brew', 'brew.id = cup."brewId" AND brew."deletedAt" IS NULL')
    .select(['used."wordId" AS id', 'COUNT(DISTINCT used."cupId") AS cups'])
    .groupBy('used."wordId"')
    .getRawMany<{ id: string; cups: number }>();
  return {
    own: own.map(({ createdAt: _, ...word }) => word),
    uses: Object.fromEntries(uses.map(({ id, cups }) => [id, cups])),
  };
}

/** The id of a word as typed. */
export type IdOfWord = (typed: string) => Promise<string>;

/** Resolves words as typed; one that nobody knows yet becomes the household's own. Only while nobody else adds any. */
export async function wordResolver(db: EntityManager, now: Date): Promise<IdOfWord> {
  const own = await db.find(WordEntity, { order: { createdAt: 'ASC' } });
  let vocabulary = madeOf(own);
  // A word of nothing but signs has no spelling of its own, so it goes by what was typed.
  const byName = new Map<string, string>(own.map(({ name, id }) => [name, id]));
  return async (typed) => {
    const known = wordSpelt(vocabulary, typed)?.id ?? byName.get(typed);
    if (known !== undefined) return known;
    const word = bareWord(randomUUID(), typed);
    await keepWord(db, word, now);
    vocabulary = withNewWord(vocabulary, word);
    byName.set(typed, word.id);
    return word.id;
  };
}

/** Keeps what the household says of a word; a note of the vocabulary gets a row only now. */
async function keepWord(db: EntityManager, word: HouseholdWord, now: Date): Promise<void> {
  const before = await db.findOneBy(WordEntity, { id: word.id });
  const kept = { ...word, near: [...word.near], allergens: [...word.allergens] };
  await db.upsert(WordEntity, { ...kept, createdAt: before?.createdAt ?? now.toISOString() }, ['id']);
}

function refuseTaken(vocabulary: Vocabulary, name: string, except: string | null): void {
  const taken = wordNamed(vocabulary, name);
  if (taken && taken.id !== except)
    throw invalidField('name', `“${taken.name}” is a word already: merge the two instead`);
}

function refuseUnknownNeighbours({ byId }: Vocabulary, near: readonly string[]): void {
  if (near.some((id) => !byId.has(id))) throw invalidField('near', 'A neighbour is not a word that is known here');
}

/** Adds a word of the household's own; returns its id. Refuses a word that is there already. */
export async function addOwnWord(db: EntityManager, word: WordInput, now: Date): Promise<string> {
  const vocabulary = await loadVocabulary(db);
  refuseTaken(vocabulary, word.name, null);
  refuseUnknownNeighbours(vocabulary, word.near);
  const id = randomUUID();
  await keepWord(db, { id, ...word, mergedInto: null }, now);
  return id;
}

/**
 * Gives a word another name, and says anew what it is; every cup it stands in follows. Of a note of the vocabulary only
 * its name and how it is known are the household's to say. Refuses the name of another word.
 */
export async function describeWord(db: EntityManager, id: string, said: WordInput, now: Date): Promise<void> {
  const vocabulary = await loadVocabulary(db);
  const word = vocabulary.byId.get(id);
  if (!word) throw notFound('This word');
  refuseTaken(vocabulary, said.name, id);
  refuseUnknownNeighbours(vocabulary, said.near);
  const { descriptor, ...before } = word;
  const { name, knownBy, substitute } = said;
  await keepWord(db, descriptor ? { ...before, name, knownBy, substitute } : { ...before, ...said }, now);
}

/** Merges a word into another, or (null) lets it stand for itself again; cups keep what was typed and follow. */
export async function mergeWord(db: EntityManager, id: string, into: string | null, now: Date): Promise<void> {
  const vocabulary = await loadVocabulary(db);
  const word = vocabulary.byId.get(id);
  if (!word) throw notFound('This word');
  if (into !== null) {
    const target = currentWord(vocabulary, into);
    if (!target) throw invalidField('into', 'The word to merge into is not known here');
    if (target.id === id) throw invalidField('into', 'A word cannot be merged into itself');
  }
  await keepWord(db, { ...omit(word, ['descriptor']), mergedInto: into }, now);
}

/** Deletes a word of the household's own that stands in no cup. */
export async function removeWord(db: EntityManager, id: string): Promise<void> {
  if (DESCRIPTORS.some((descriptor) => descriptor.id === id)) {
    // The vocabulary's own name comes back.
    await db.delete(WordEntity, { id });
    return;
  }
  if (await db.existsBy(CupDescriptorEntity, { wordId: id }))
    throw invalidField('', 'This word stands in a cup: merge it into another instead');
  const { affected } = await db.delete(WordEntity, { id });
  if (affected === 0) throw notFound('This word');
}
