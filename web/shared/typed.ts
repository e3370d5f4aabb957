/**
 * Forms keep what was typed, as text, so that nothing a taster writes is lost to a parser; these turn it into values
 * on the way to the schema, which says what is wrong with them.
 */

/** A number as typed, with a comma or a point; null when empty; the text itself when it is no number. */
export function typedNumber(text: string): number | string | null {
  const trimmed = text.trim();
  if (trimmed === '') return null;
  const value = Number(trimmed.replace(',', '.').replace('−', '-'));
  return Number.isNaN(value) ? trimmed : value;
}

/** Seconds typed as "3:05" or "185"; null when empty; the text itself when it is neither. */
export function typedSeconds(text: string): number | string | null {
  const match = /^\s*(\d+):([0-5]?\d)\s*$/.exec(text);
  return match ? Number(match[1]) * 60 + Number(match[2]) : typedNumber(text);
}

/** A choice or date as typed; null when left open. */
export function typedChoice(text: string): string | null {
  return text === '' ? null : text;
}

/** A number back as text for a field; empty when there is none. */
export function asTyped(value: number | null): string {
  return value === null ? '' : String(value);
}
