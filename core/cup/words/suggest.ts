import { distance } from 'fastest-levenshtein';
import { bareWord, currentWord, spelling, type Vocabulary, type Word } from './vocabulary';

export interface Suggestion {
  word: Word;
  /** The other name by which it was found; null when it was its own. */
  via: string | null;
}

/** Suggests for what is typed; `also` are words in use that the vocabulary does not know yet. */
export type Suggest = (typed: string, most?: number, also?: readonly string[]) => Suggestion[];

interface Entry {
  word: Word;
  spelt: string;
  via: string | null;
}

interface Candidate {
  entry: Entry;
  off: number;
}

function notYetKnown(name: string): Entry {
  return {
    word: { ...bareWord(`new ${name}`, name), descriptor: null },
    spelt: spelling(name),
    via: null,
  };
}

/** How far what was typed is from a name, less is nearer; null when it is not that word. */
function apart(typed: string, spelt: string): number | null {
  if (spelt === typed) return 0;
  if (spelt.startsWith(typed)) return 1;
  if (` ${spelt}`.includes(` ${typed}`)) return 2;
  if (typed.length >= 3 && spelt.includes(typed)) return 3;
  // A slip in a short word makes another word; a long one can bear two.
  const slips = typed.length < 4 ? 0 : typed.length < 6 ? 1 : 2;
  if (slips === 0 || spelt.length < typed.length - slips || !spelt.startsWith(typed.charAt(0))) return null;
  // What is typed may be the beginning only, so it is held against as much of the name; four letters are too few for
  // that.
  const heads = typed.length < 5 ? [spelt] : [spelt.slice(0, typed.length), spelt.slice(0, typed.length + 1)];
  const off = Math.min(...heads.map((head) => distance(typed, head)));
  return off <= slips ? 3 + off : null;
}

/**
 * Suggestions for a word being typed: names first, then their beginnings, words within them, and slips of the fingers;
 * among equals what this household says most. Made once for a vocabulary; each call looks at every name.
 */
export function suggester(vocabulary: Vocabulary, uses: ReadonlyMap<string, number> = new Map()): Suggest {
  const entries = vocabulary.words.flatMap((before): Entry[] => {
    const word = currentWord(vocabulary, before.id) ?? before;
    const others = [...(before.descriptor?.also ?? []), ...(before.id === word.id ? [] : [before.name])];
    return [
      ...(before.id === word.id ? [{ word, spelt: spelling(word.name), via: null }] : []),
      ...others.map((other) => ({ word, spelt: spelling(other), via: other })),
    ];
  });
  const before = (a: Candidate, b: Candidate): boolean =>
    (a.off - b.off ||
      (uses.get(b.entry.word.id) ?? 0) - (uses.get(a.entry.word.id) ?? 0) ||
      a.entry.spelt.length - b.entry.spelt.length ||
      (a.entry.spelt < b.entry.spelt ? -1 : 1)) < 0;
  return (typed, most = 8, also = []) => {
    const spelt = spelling(typed);
    if (spelt === '') return [];
    // The best few are kept in order as all names go by: thousands may match, and sorting them would be felt at each
    // key.
    const best: Candidate[] = [];
    for (const entry of [...entries, ...also.map(notYetKnown)]) {
      const off = apart(spelt, entry.spelt);
      if (off === null) continue;
      const candidate = { entry, off: off + (entry.via === null ? 0 : 0.5) };
      const last = best[most - 1];
      if (last && !before(candidate, last)) continue;
      const same = best.findIndex((one) => one.entry.word.id === entry.word.id);
      const other = best[same];
      if (other && !before(candidate, other)) continue;
      if (other) best.splice(same, 1);
      const at = best.findIndex((one) => before(candidate, one));
      best.splice(at < 0 ? best.length : at, 0, candidate);
      best.length = Math.min(best.length, most);
    }
    return best.map(({ entry: { word, via } }) => ({ word, via }));
  };
}
