import { mapValues } from 'es-toolkit';
import type { z } from 'zod';
import { kindOfField } from '../../contract/fields';
import { waterFor } from '../../core/brew';
import { levelValue, nearestLevel, parseLevel, type ScoringScale } from '../../core/cup';

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

/** The number in what was typed; null where there is none to reckon with. */
export function numberIn(typed: number | string | null): number | null {
  return typeof typed === 'number' ? typed : null;
}

/** Seconds typed as "3:05", "14:00:00" or "185"; null when empty; the text itself when it is none of these. */
export function typedSeconds(text: string): number | string | null {
  const match = /^\s*(?:(\d+):)?(\d+):([0-5]?\d)\s*$/.exec(text);
  return match ? Number(match[1] ?? 0) * 3600 + Number(match[2]) * 60 + Number(match[3]) : typedNumber(text);
}

/** Water typed in grams or, with the dose known, as a ratio: "240" or "1:16". */
export function typedWater(text: string, dose: number | string | null): number | string | null {
  const ratioToOne = typedNumber(/^1\s*:(.+)$/.exec(text.trim())?.[1] ?? '');
  return typeof ratioToOne === 'number' && typeof dose === 'number' ? waterFor(dose, ratioToOne) : typedNumber(text);
}

/** A choice or date as typed; null when left open. */
export function typedChoice(text: string): string | null {
  return text === '' ? null : text;
}

/** A number back as text for a field; empty when there is none. */
export function asTyped(value: number | null): string {
  return value === null ? '' : String(value);
}

/** A mark as it is typed in its scale: levels by their signs ("4-"), all others by their number. */
export function typedMark(scoringScale: ScoringScale, mark: number | null): string {
  return mark !== null && scoringScale === 'levels' ? nearestLevel(mark) : asTyped(mark);
}

/** A mark of a scale, of what was typed; null when empty; the text itself when it is none. */
export function typedMarkValue(scoringScale: ScoringScale, text: string): number | string | null {
  const level = scoringScale === 'levels' ? parseLevel(text) : null;
  return level ? levelValue(level) : typedNumber(text);
}

type Shape = Readonly<Record<string, z.ZodType>>;

/** A field as it is typed: one text or number as text, empty for none; all else as it is. */
type TypedField<T> = [NonNullable<T>] extends [string | number] ? string : T;

/** The fields of a schema as they are typed. */
export type TypedFields<S extends Shape> = { [K in keyof S]: TypedField<z.output<S[K]>> };

/** Fields as they are typed; what `values` leaves out as its default says. */
export function typedFields<S extends Shape>(
  shape: S,
  values: Readonly<Partial<Record<NoInfer<keyof S>, unknown>>>,
): TypedFields<S> {
  return mapValues(shape, (field, name) => {
    const value = name in values ? values[name] : field.safeParse(undefined).data;
    const { kind } = kindOfField(field);
    if (kind === 'flag' || kind === 'other') return value;
    return typeof value === 'number' ? asTyped(value) : typeof value === 'string' ? value : '';
  }) as TypedFields<S>;
}

/** The same fields' values, of what was typed: numbers read, what is empty left open where it may be. */
export function fieldValues<S extends Shape>(shape: S, typed: TypedFields<NoInfer<S>>): Record<keyof S, unknown> {
  return mapValues(shape, (field, name) => {
    const value: unknown = typed[name];
    const { kind, nullable } = kindOfField(field);
    if (typeof value !== 'string' || kind === 'other') return value;
    if (kind === 'number' || kind === 'integer') return typedNumber(value);
    return nullable ? typedChoice(value.trim()) : value;
  });
}

/** Whether two names are one, in whatever case they were typed. */
export const isSameName = (a: string, b: string): boolean => a.toLowerCase() === b.toLowerCase();
