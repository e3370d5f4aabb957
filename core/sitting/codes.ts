/** Random whole numbers from 0 up to, not including, a limit. */
export type RandomBelow = (limit: number) => number;

/** A shuffled copy (Fisher and Yates). */
export function shuffled<T>(items: readonly T[], below: RandomBelow): T[] {
  const out = [...items];
  for (let i = out.length - 1; i > 0; i--) {
    const j = below(i + 1);
    [out[i], out[j]] = [out[j]!, out[i]!];
  }
  return out;
}

/**
 * Three-digit codes for cups, which say nothing of them: no two alike, none with a digit twice, and no two that differ
 * in one place only, so that a slip of the pen names no other cup.
 *
 * @throws RangeError where so many codes cannot be drawn
 */
export function cupCodes(count: number, below: RandomBelow): string[] {
  const all = Array.from({ length: 900 }, (_, i) => String(100 + i)).filter((code) => new Set(code).size === 3);
  const codes: string[] = [];
  for (const code of shuffled(all, below)) {
    if (codes.length === count) break;
    if (codes.every((other) => digitsApart(code, other) > 1)) codes.push(code);
  }
  if (codes.length < count) throw new RangeError(`${count} codes cannot be told apart`);
  return codes;
}

const digitsApart = (one: string, other: string): number =>
  [0, 1, 2].filter((place) => one.charAt(place) !== other.charAt(place)).length;
