import { createEmptyCard, fsrs, Rating, TypeConvert, type Card } from 'ts-fsrs';
import { currentWord, type Vocabulary, type Word } from '../cup/words';
import type { Outcome } from './outcomes';

/** What is kept of something that is asked back: when it was asked, and how firmly it is known. */
export interface TrainerCard {
  dueAt: string;
  /** Days after which it is still known nine times in ten. */
  stability: number;
  difficulty: number;
  reps: number;
  lapses: number;
  state: number;
  askedAt: string | null;
}

/** Days, not minutes: a word is asked once a morning. */
const scheduler = fsrs({ enable_fuzz: false, enable_short_term: false, request_retention: 0.9 });
const RATING = { right: Rating.Good, slowly: Rating.Hard, wrong: Rating.Again } as const;

/**
 * When something is asked next, by how it went and how firmly it was known (a model of forgetting with published
 * weights: the
 * package `ts-fsrs`, its defaults, without random spread).
 *
 * @param card null for what was never asked
 */
export function askedAgain(card: TrainerCard | null, outcome: Outcome, now: Date): TrainerCard {
  const before: Card = card
    ? {
        ...createEmptyCard(now),
        due: new Date(card.dueAt),
        ...(card.askedAt !== null && { last_review: new Date(card.askedAt) }),
        stability: card.stability,
        difficulty: card.difficulty,
        reps: card.reps,
        lapses: card.lapses,
        state: TypeConvert.state(card.state),
      }
    : createEmptyCard(now);
  const { card: next } = scheduler.next(before, now, RATING[outcome]);
  return {
    dueAt: next.due.toISOString(),
    stability: next.stability,
    difficulty: next.difficulty,
    reps: next.reps,
    lapses: next.lapses,
    state: next.state,
    askedAt: now.toISOString(),
  };
}

/** A question: what a word is like, and the words it may be. */
export interface WordQuestion {
  /** The word that is asked for. */
  wordId: string;
  like: string;
  /** Names with their ids, among them the right one, in an order of their own. */
  options: { id: string; name: string }[];
}

const OPTIONS = 4;

/**
 * Asks a word back: its description, and three others it could be, its near neighbours first, then its family, then
 * anything. Null for a word nothing is said of.
 *
 * @param below a random whole number from 0 up to, not including, a limit
 */
export function wordQuestion(
  vocabulary: Vocabulary,
  wordId: string,
  below: (limit: number) => number,
): WordQuestion | null {
  const word = currentWord(vocabulary, wordId);
  if (!word || word.like === '') return null;
  const candidates = [
    ...word.near.flatMap((id) => currentWord(vocabulary, id) ?? []),
    ...inAnyOrder(
      vocabulary.words.filter(({ family }) => family !== null && family === word.family),
      below,
    ),
    ...inAnyOrder(vocabulary.words, below),
  ].filter((one) => one.id !== word.id && one.mergedInto === null && one.like !== word.like);
  const others = [...new Map(candidates.map((one) => [one.id, one])).values()].slice(0, OPTIONS - 1);
  const options = inAnyOrder([word, ...others], below).map(({ id, name }) => ({ id, name }));
  return { wordId: word.id, like: withoutName(word), options };
}

/** The description without the word itself, which would give it away. */
function withoutName({ name, like }: Word): string {
  const pattern = new RegExp(name.replaceAll(/[.*+?^${}()|[\]\\]/g, '\\$&'), 'giu');
  return like.replaceAll(pattern, '…');
}

function inAnyOrder<T>(items: readonly T[], below: (limit: number) => number): T[] {
  return items
    .map((item) => ({ item, at: below(1_000_000) }))
    .sort((a, b) => a.at - b.at)
    .map(({ item }) => item);
}
