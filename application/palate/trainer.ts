import type { Trainer, TrainerQuestion } from '../../contract/palate/reference';
import { currentWord, type Vocabulary } from '../../core/cup/words';
import { wordQuestion, type TrainerCard } from '../../core/palate';

/** A cup of a revealed sitting, as it can be asked back: the words written of it, and the cups it stood beside. */
export interface CupToRecall {
  sittingId: string;
  sittingName: string;
  cupId: string;
  words: readonly string[];
  cups: readonly { id: string; name: string }[];
}

const DAY_MS = 86_400_000;
const wordKey = (id: string): string => `word ${id}`;
const cupKey = ({ sittingId, cupId }: CupToRecall): string => `cup ${sittingId} ${cupId}`;

/**
 * What to ask back now: what is due first, then what was never asked, words before cups. Only words the household uses
 * itself, and of which something is said.
 *
 * @param below a random whole number from 0 up to, not including, a limit
 */
export function trainerNow(
  {
    vocabulary,
    uses,
    recalls,
    cards,
  }: {
    vocabulary: Vocabulary;
    /** In how many cups each word stands, by its id. */
    uses: Readonly<Record<string, number>>;
    recalls: readonly CupToRecall[];
    cards: ReadonlyMap<string, TrainerCard>;
  },
  now: Date,
  below: (limit: number) => number,
): Trainer {
  const words = Object.entries(uses)
    .filter(([, count]) => count > 0)
    .flatMap(([id]) => currentWord(vocabulary, id) ?? [])
    .filter(({ like }) => like !== '');
  const asked = new Map<string, () => TrainerQuestion | null>();
  for (const { id } of words) asked.set(wordKey(id), () => questionOfWord(vocabulary, id, below));
  for (const recall of recalls)
    if (recall.words.length > 0) asked.set(cupKey(recall), () => questionOfCup(recall, below));
  // A morning is a day: what falls due later today is asked today.
  const until = now.getTime() + DAY_MS / 2;
  const due = [...asked.keys()]
    .map((key) => ({ key, at: Date.parse(cards.get(key)?.dueAt ?? now.toISOString()), isNew: !cards.has(key) }))
    .filter(({ at }) => at <= until)
    .sort((a, b) => Number(a.isNew) - Number(b.isNew) || a.at - b.at);
  const [first] = due;
  const later = [...asked.keys()].flatMap((key) => cards.get(key)?.dueAt ?? []).sort();
  return {
    due: due.length,
    of: asked.size,
    question: first ? (asked.get(first.key)?.() ?? null) : null,
    nextOn: first ? null : (later[0]?.slice(0, 10) ?? null),
  };
}

function questionOfWord(vocabulary: Vocabulary, id: string, below: (limit: number) => number): TrainerQuestion | null {
  const question = wordQuestion(vocabulary, id, below);
  const word = currentWord(vocabulary, id);
  if (!question || !word) return null;
  return {
    key: wordKey(word.id),
    kind: 'word',
    asks: question.like,
    at: null,
    options: question.options,
    answer: word.id,
    reference: word.reference,
    allergens: [...word.allergens],
  };
}

function questionOfCup(recall: CupToRecall, below: (limit: number) => number): TrainerQuestion {
  const options = recall.cups
    .map((cup) => ({ ...cup, at: below(1_000_000) }))
    .sort((a, b) => a.at - b.at)
    .map(({ id, name }) => ({ id, name }));
  return {
    key: cupKey(recall),
    kind: 'cup',
    asks: recall.words.join(', '),
    at: recall.sittingName,
    options,
    answer: recall.cupId,
    reference: '',
    allergens: [],
  };
}
