import { expect } from 'vitest';

/** What a kind of sentence looks like, and whether what it says of `of` is so. */
export type Kind<T> = readonly [RegExp, (groups: Record<string, string>, of: T) => void];

/**
 * Reads a text from its beginning to its end: every bit of it must be of a kind, and what it claims must be so. What is
 * of no kind is a sentence nobody has checked, and fails.
 */
export function readSentences<T>(text: string, kinds: readonly Kind<T>[], of: T): void {
  let left = text.trim();
  while (left !== '') {
    const read = kinds.flatMap(([kind, check]) => {
      const match = new RegExp(`^(?:${kind.source})(?= |$)`, 'u').exec(left);
      return match ? [{ match, check }] : [];
    });
    const [first] = read.sort((a, b) => b.match[0].length - a.match[0].length);
    if (!first) throw new Error(`Nobody has checked: “${left}”`);
    first.check(first.match.groups ?? {}, of);
    left = left.slice(first.match[0].length).trim();
  }
}

/** Fails with the sentence it is about. */
export function claim(is: boolean, about: string): void {
  expect(is, about).toBe(true);
}
