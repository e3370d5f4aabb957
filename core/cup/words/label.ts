import { currentWord, spelling, wordSpelt, type Vocabulary, type Word } from './vocabulary';

/** A cup as far as what was found in it is concerned: on which rest day, and what was found, as ids and in prose. */
export interface WordedCup {
  restDay: number;
  descriptors: readonly { id: string }[];
  remarks: string;
}

export type Outcome = 'found' | 'close kin' | 'never';

/** What became of one printed note. */
export interface DescriptorOutcome {
  /** As printed. */
  printed: string;
  /** The word it is, where that is known. */
  word: Word | null;
  outcome: Outcome;
  /** Cups in which it was found, or (close kin) its kin was. */
  cups: number;
  /** Rest days of those cups, in order, each once. */
  days: readonly number[];
  /** The kin that was found, most often first. */
  kin: readonly string[];
}

/** Words that turn the next one round: "no quince". */
const DENIALS = new Set(['no', 'not', 'without', 'never', 'hardly', 'lost', 'neither', 'nor']);
const LONGEST = 3;

/** Words of the vocabulary that stand in prose, in their order, each once; those that are denied are not. */
export function wordsInProse(vocabulary: Vocabulary, prose: string): Word[] {
  const found = new Map<string, Word>();
  for (const clause of prose.split(/[.,;:!?()\n]+/)) {
    const spelt = spelling(clause)
      .split(' ')
      .filter((part) => part !== '');
    for (let i = 0; i < spelt.length;) {
      const match = longestAt(vocabulary, spelt, i);
      if (match && !spelt.slice(0, i).some((before) => DENIALS.has(before))) found.set(match.word.id, match.word);
      i += match?.length ?? 1;
    }
  }
  return [...found.values()];
}

function longestAt(
  vocabulary: Vocabulary,
  spelt: readonly string[],
  from: number,
): { word: Word; length: number } | null {
  for (let length = Math.min(LONGEST, spelt.length - from); length > 0; length--) {
    const word = wordSpelt(vocabulary, spelt.slice(from, from + length).join(' '));
    if (word) return { word, length };
  }
  return null;
}

/**
 * The words of a cup as the household now says them, each once: what was written down, and what stands in its prose.
 */
export function wordsOfCup(
  vocabulary: Vocabulary,
  { descriptors, remarks }: Pick<WordedCup, 'descriptors' | 'remarks'>,
): Word[] {
  const written = descriptors.flatMap(({ id }) => currentWord(vocabulary, id) ?? []);
  return [...new Map([...written, ...wordsInProse(vocabulary, remarks)].map((word) => [word.id, word])).values()];
}

/** Printed notes as they stand on a label, one by one. */
export function printedNotes(label: string): string[] {
  return label
    .split(/[,;/•·&+\n]| and /i)
    .map((part) => part.trim())
    .filter((part) => part !== '');
}

const inOrder = (days: readonly number[]): number[] => [...new Set(days)].sort((a, b) => a - b);

/** Kin: either is named among the other's neighbours. */
function areKin(a: Word, b: Word): boolean {
  return (
    a.id !== b.id && ((a.descriptor?.near.includes(b.id) ?? false) || (b.descriptor?.near.includes(a.id) ?? false))
  );
}

/** What became of each printed note: found, only close kin of it, or never; in how many cups and on which days. */
export function labelAgainstCups(
  vocabulary: Vocabulary,
  label: string,
  cups: readonly WordedCup[],
): DescriptorOutcome[] {
  const worded = cups.map((cup) => ({
    day: cup.restDay,
    words: wordsOfCup(vocabulary, cup),
    prose: ` ${spelling(cup.remarks)} `,
  }));
  return printedNotes(label).map((printed) => {
    const word = wordSpelt(vocabulary, printed);
    const found = worded.filter(({ words, prose }) =>
      word ? words.some(({ id }) => id === word.id) : prose.includes(` ${spelling(printed)} `),
    );
    if (found.length > 0)
      return {
        printed,
        word,
        outcome: 'found',
        cups: found.length,
        days: inOrder(found.map(({ day }) => day)),
        kin: [],
      };
    const near = worded
      .map(({ day, words }) => ({ day, kin: words.filter((one) => word && areKin(word, one)).map(({ name }) => name) }))
      .filter(({ kin }) => kin.length > 0);
    if (near.length === 0) return { printed, word, outcome: 'never', cups: 0, days: [], kin: [] };
    const counts = new Map<string, number>();
    for (const name of near.flatMap(({ kin }) => kin)) counts.set(name, (counts.get(name) ?? 0) + 1);
    const kin = [...counts].sort(([, a], [, b]) => b - a).map(([name]) => name);
    return { printed, word, outcome: 'close kin', cups: near.length, days: inOrder(near.map(({ day }) => day)), kin };
  });
}

/** A word over the days: in how many cups, and on which rest days. */
export interface WordOverDays {
  word: Word;
  cups: number;
  days: readonly number[];
}

/** The words that were found, most often first; with `atLeast` cups. */
export function wordsOverDays(vocabulary: Vocabulary, cups: readonly WordedCup[], atLeast = 1): WordOverDays[] {
  const found = new Map<string, { word: Word; days: number[] }>();
  for (const cup of cups)
    for (const word of wordsOfCup(vocabulary, cup)) {
      const one = found.get(word.id) ?? { word, days: [] };
      one.days.push(cup.restDay);
      found.set(word.id, one);
    }
  return [...found.values()]
    .map(({ word, days }) => ({ word, cups: days.length, days: inOrder(days) }))
    .filter(({ cups }) => cups >= atLeast)
    .sort((a, b) => b.cups - a.cups || (a.days[0] ?? 0) - (b.days[0] ?? 0));
}
