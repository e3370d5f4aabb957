import type { Compared } from '../../cup';

/** How a comparison is said of a cup: "better than", "like", "worse than". */
export const COMPARED_TEXT: Readonly<Record<Compared, string>> = {
  better: 'better than',
  like: 'like',
  worse: 'worse than',
};

/** A comparison as the log has it: "better than day 15", "like the other cup of that morning". */
export function comparisonText(was: Compared, day: number, ownDay: number): string {
  return `${COMPARED_TEXT[was]} ${day === ownDay ? 'the other cup of that day' : `day ${day}`}`;
}

/** The key that says it while the cursor stands at a mark. */
export const COMPARED_KEYS: Readonly<Record<string, Compared>> = { b: 'better', l: 'like', w: 'worse' };

/** How many comparisons came out as the word that had been given most; empty where none was foretold. */
export function comparedRecordText(compared: number, likeliestSaid: number): string {
  if (compared === 0) return '';
  if (compared === 1)
    return `The one comparison foretold came out ${likeliestSaid === 1 ? 'as' : 'other than'} the likeliest word.`;
  return `Of ${compared} comparisons ${likeliestSaid} came out as the likeliest word.`;
}
