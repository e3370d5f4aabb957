import { mapValues } from 'es-toolkit';
import { z } from 'zod';
import { dayNumber } from '../core/rest';

/** The building blocks of every schema: each refuses in a sentence that names the thing and its limits. */

/** A number of something between two limits. `what` starts the sentence: "Dose must be between 0.1 and 200 g". */
export function quantity(what: string, lo: number, hi: number, unit = ''): z.ZodNumber {
  const limits = `${what} must be between ${lo} and ${hi}${unit && ` ${unit}`}`;
  return z.number({ error: limits }).min(lo, limits).max(hi, limits);
}

const OF_WORDING = { of: 'wording' };

/** Signs that are no text: control characters but for tabs and line ends, half characters, and what is none at all. */
const NO_TEXT = /[\p{Cc}\p{Cs}\p{Noncharacter_Code_Point}]/u;
const isText = (value: string): boolean => !NO_TEXT.test(value.replace(/[\t\r\n]/g, ''));

/**
 * Free text of at most `max` characters, kept as written but for its accents, which are always written alike (Unicode
 * normal form C).
 */
export function text(what: string, max: number): z.ZodString {
  return z
    .string({ error: `${what} must be text` })
    .normalize('NFC')
    .refine(isText, {
      error: `${what} holds a character that cannot be shown. Delete it and write it again`,
      params: OF_WORDING,
    })
    .max(max, `${what} can hold ${max.toLocaleString('en')} characters at most`);
}

/** Characters that take no room: a name of these alone says nothing. */
const INVISIBLE = /[\p{Cf}\p{Default_Ignorable_Code_Point}]/gu;
const isVisible = (value: string): boolean => value.replace(INVISIBLE, '').trim() !== '';

/** Text that must say something. */
export function name(what: string, max: number): z.ZodString {
  return text(what, max)
    .trim()
    .min(1, { error: `${what} is needed`, abort: true })
    .refine(isVisible, { error: `${what} is needed`, params: OF_WORDING });
}

/**
 * Whether what is wrong with something kept keeps nobody from reading it: how a text is worded or an identifier is
 * written, or a field that nobody asks for.
 */
export const isReadableAllTheSame = (issue: z.core.$ZodIssue): boolean =>
  (issue.code === 'custom' && issue.params === OF_WORDING) ||
  (issue.code === 'invalid_format' && issue.format === 'uuid') ||
  issue.code === 'unrecognized_keys' ||
  ((issue.code === 'too_big' || issue.code === 'too_small') && issue.origin === 'string');

/** An address of the web, or nothing. */
export const webAddress = (what: string): z.ZodString =>
  text(what, 500)
    .trim()
    .regex(/^(?:https?:\/\/[^\s<>"]+)?$/i, `${what} must begin with https:// or http:// and hold no spaces`);

/** One of a fixed set of words. */
export function oneOf<const T extends readonly [string, ...string[]]>(
  what: string,
  words: T,
): z.ZodEnum<{ [K in T[number]]: K }> {
  return z.enum(words, { error: `${what} must be one of: ${words.join(', ')}` });
}

export const id = z.uuid({ error: 'This is not a known identifier' });

/** Whether a text can be the key of a record: every object answers to some names by itself. */
export const isKey = (value: string): boolean => !(value in Object.prototype);

/** What names a part of something kept as a whole; made by whoever adds the part. */
export const partId = z
  .string({ error: 'This is not a known identifier' })
  .min(1)
  .max(40)
  .refine(isKey, { error: 'This is not a known identifier' });

const EARLIEST = dayNumber('2000-01-01');
const LATEST = dayNumber('2099-12-31');

/** A calendar date of this century, `YYYY-MM-DD`. */
export function plainDate(what: string): z.ZodString {
  const sentence = `${what} must be a date between 2000 and 2099, written year-month-day`;
  return z.string({ error: sentence }).refine(isPlainDate, { error: sentence, abort: true });
}

function isPlainDate(value: string): boolean {
  try {
    const day = dayNumber(value);
    return day >= EARLIEST && day <= LATEST;
  } catch {
    return false;
  }
}

/**
 * An instant with its offset from UTC, `2026-02-15T07:30:00+01:00`: the wall clock it was written by stays readable.
 */
export function instant(what: string): z.ZodISODateTime {
  const sentence = `${what} must be a date and time between 2000 and 2099 with its offset, for example 2026-02-15T07:30:00+01:00`;
  return z.iso
    .datetime({ offset: true, error: sentence, abort: true })
    .refine((value) => isPlainDate(value.slice(0, 10)), { error: sentence, abort: true });
}

type WithoutDefault<F> = F extends z.ZodDefault<infer I> ? I : F;
type LeftOut<S extends z.ZodRawShape> = { [K in keyof S]: z.ZodOptional<WithoutDefault<S[K]>> };

/** Fields each of which may be left out: what a change does not name stays as it is, whatever its default. */
export function eachOptional<S extends z.ZodRawShape>(shape: S): LeftOut<S> {
  return mapValues(shape, (field) =>
    z.optional(field instanceof z.ZodDefault ? field.unwrap() : field),
  ) as unknown as LeftOut<S>;
}

/**
 * A change of something that is checked as a whole once it is made: any of its fields and, under `was`, what they say
 * instead of, as the sender saw it.
 */
export function changeOf<S extends z.ZodRawShape>(shape: S) {
  return z.strictObject({
    ...eachOptional(shape),
    was: z.partialRecord(z.keyof(z.object(shape)), z.unknown()).optional(),
  });
}

/** What a field holds, as far as a form or a table must know: free text, one of several words, a number … */
export interface FieldKind {
  kind: 'text' | 'choice' | 'number' | 'integer' | 'flag' | 'other';
  /** Whether it may be left open. */
  nullable: boolean;
}

/** The kind of a field, whatever its limits and default. */
export function kindOfField(field: z.ZodType): FieldKind {
  if (field instanceof z.ZodDefault) return kindOfField(field.unwrap() as z.ZodType);
  if (field instanceof z.ZodNullable) return { ...kindOfField(field.unwrap() as z.ZodType), nullable: true };
  const kind =
    field instanceof z.ZodNumber
      ? field.format?.includes('int')
        ? 'integer'
        : 'number'
      : field instanceof z.ZodEnum
        ? 'choice'
        : field instanceof z.ZodString || field instanceof z.ZodStringFormat
          ? 'text'
          : field instanceof z.ZodBoolean
            ? 'flag'
            : 'other';
  return { kind, nullable: false };
}
