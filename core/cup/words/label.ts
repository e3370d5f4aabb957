import type { Prominence } from '../tasting';
import { generalWord, type GeneralWord } from './generalWords';
import { currentWord, spelling, wordSpelt, type Vocabulary, type Word } from './vocabulary';

/** A cup as far as what was found in it is concerned: on which rest day, and what was found, as ids and in prose. */
export interface WordedCup {
  restDay: number;
  descriptors: readonly { id: string; prominence?: Prominence | null }[];
  remarks: string;
}

/** `in general`: only a word that stands for more than it, "citrus" for lime. */
export type Outcome = 'found' | 'close kin' | 'in general' | 'never';

/** What became of one printed note. */
export interface DescriptorOutcome {
  /** As printed. */
  printed: string;
  /** The word it is, where that is known. */
  word: Word | null;
  outcome: Outcome;
  /** Cups in which it was found, or else its kin, or a general word for it. */
  cups: number;
  /** Rest days of those cups, in order, each once. */
  days: readonly number[];
  /** As what it was found where that is another word: its kin, the sharper or the general one; most often first. */
  as: readonly string[];
  /** In how many of those cups it stood in front, and in how many it was no more than a trace. */
  leading: number;
  traces: number;
}

/** Words that turn the next one round: "no quince". */
const DENIALS = new Set(['no', 'not', 'without', 'never', 'hardly', 'lost', 'neither', 'nor']);
const LONGEST = 3;

/** Words of the vocabulary that stand in prose, in their order, each once; those that are denied are not. */
export function wordsInProse(vocabulary: Vocabulary, prose: string): Word[] {
  return inProse(vocabulary, prose).words;
}

/** Sharp and general words in prose; of two that overlap the longer counts, so that passion fruit is not "fruit". */
function inProse(vocabulary: Vocabulary, prose: string): { words: Word[]; generals: GeneralWord[] } {
  const words = new Map<string, Word>();
  const generals = new Set<GeneralWord>();
  for (const clause of prose.split(/[.,;:!?()\n]+/)) {
    const spelt = spelling(clause)
      .split(' ')
      .filter((part) => part !== '');
    for (let i = 0; i < spelt.length;) {
      const match = longestAt(vocabulary, spelt, i);
      const denied = spelt.slice(0, i).some((before) => DENIALS.has(before));
      if (match?.word && !denied) words.set(match.word.id, match.word);
      else if (match?.general && !denied) generals.add(match.general);
      i += match?.length ?? 1;
    }
  }
  return { words: [...words.values()], generals: [...generals] };
}

function longestAt(
  vocabulary: Vocabulary,
  spelt: readonly string[],
  from: number,
): { word: Word | null; general: GeneralWord | null; length: number } | null {
  for (let length = Math.min(LONGEST, spelt.length - from); length > 0; length--) {
    const said = spelt.slice(from, from + length).join(' ');
    const [word, general] = [wordSpelt(vocabulary, said), generalWord(said)];
    if (word ?? general) return { word, general, length };
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
  return a.id !== b.id && (a.near.includes(b.id) || b.near.includes(a.id));
}

/** A cup as a label is held against it. */
interface HeldCup {
  day: number;
  words: readonly Word[];
  generals: readonly GeneralWord[];
  prose: string;
  /** How far forward its words stand, by word, where that was said. */
  prominence: ReadonlyMap<string, Prominence>;
}

/**
 * What became of each printed note: found, only close kin of it, only a general word for it, or never; in how many cups
 * and on which days. A general print ("citrus") is found where a sharper word of its kind was, or it itself.
 */
export function labelAgainstCups(
  vocabulary: Vocabulary,
  label: string,
  cups: readonly WordedCup[],
): DescriptorOutcome[] {
  const held = cups.map((cup): HeldCup => {
    const words = wordsOfCup(vocabulary, cup);
    const own = words.flatMap((word) => (word.descriptor === null ? (generalWord(word.name) ?? []) : []));
    return {
      day: cup.restDay,
      words,
      generals: [...own, ...inProse(vocabulary, cup.remarks).generals],
      prose: ` ${spelling(cup.remarks)} `,
      prominence: new Map(
        cup.descriptors.flatMap(({ id, prominence }) => {
          const word = currentWord(vocabulary, id);
          return word && prominence ? [[word.id, prominence] as const] : [];
        }),
      ),
    };
  });
  return printedNotes(label).map((printed) => outcomeOf(vocabulary, printed, held));
}

function outcomeOf(vocabulary: Vocabulary, printed: string, held: readonly HeldCup[]): DescriptorOutcome {
  const word = wordSpelt(vocabulary, printed);
  const general = generalWord(printed);
  const named = (outcome: Outcome, find: (cup: HeldCup) => Match | null): DescriptorOutcome | null => {
    const found = held.flatMap((cup) => {
      const match = find(cup);
      return match === null
        ? []
        : [{ day: cup.day, as: match.as, stands: match.words.map(({ id }) => cup.prominence.get(id)) }];
    });
    if (found.length === 0) return null;
    return {
      printed,
      word,
      outcome,
      cups: found.length,
      days: inOrder(found.map(({ day }) => day)),
      as: mostOften(found.flatMap(({ as }) => as)),
      leading: found.filter(({ stands }) => stands.includes('leading')).length,
      traces: found.filter(({ stands }) => stands.length > 0 && stands.every((one) => one === 'a trace')).length,
    };
  };
  return (
    named('found', ({ words, generals, prose }) => {
      const itself = words.filter(({ id }) => id === word?.id);
      if (itself.length > 0) return { as: [], words: itself };
      if (general === null) return !word && prose.includes(` ${spelling(printed)} `) ? { as: [], words: [] } : null;
      return (
        byName(words.filter((one) => general.covers(one))) ??
        (generals.includes(general) ? { as: [], words: [] } : null)
      );
    }) ??
    named('close kin', ({ words }) => byName(words.filter((one) => word && areKin(word, one)))) ??
    named('in general', ({ generals }) => {
      const as = word ? generals.filter((one) => one !== general && one.covers(word)).map(({ name }) => name) : [];
      return as.length > 0 ? { as, words: [] } : null;
    }) ?? { printed, word, outcome: 'never', cups: 0, days: [], as: [], leading: 0, traces: 0 }
  );
}

/** What in a cup answers to a printed note: by which names it goes where those are others, and its words. */
interface Match {
  as: readonly string[];
  words: readonly Word[];
}

const byName = (words: readonly Word[]): Match | null =>
  words.length > 0 ? { as: words.map(({ name }) => name), words } : null;

function mostOften(names: readonly string[]): string[] {
  const counts = new Map<string, number>();
  for (const name of names) counts.set(name, (counts.get(name) ?? 0) + 1);
  return [...counts].sort(([, a], [, b]) => b - a).map(([name]) => name);
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
