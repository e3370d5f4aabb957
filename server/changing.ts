import { get } from 'es-toolkit/compat';
import { z } from 'zod';
import { merge, overlay } from '../core/change';
import { Problem } from '../application/problem';
import { parse } from './http';

/** A change as it is sent: what is to be different and, under `was`, what it says instead of, as the sender saw it. */
const sentChange = z.looseObject({ was: z.looseObject({}).default({}) });

/** A text longer than this is not shown whole beside another. */
const SHOWN = 60;

/**
 * What stands, with a change made to it: whatever else was changed since the sender looked stays changed. Of what the
 * change leaves out of `was` nothing is compared. Throws a conflict Problem where both changed the same thing
 * differently.
 */
export function withChangeSent(savedVersion: object, body: unknown): object {
  const { was, ...change } = parse(sentChange, body);
  const base = overlay(savedVersion, was) as object;
  return bothKept(base, savedVersion, overlay(base, change) as object);
}

/**
 * Two changes of `base` put together: what stands now, and ours. Throws a conflict Problem that shows both where they
 * differ.
 */
export function bothKept<T extends object>(base: object, savedVersion: T, ours: T): T {
  const { value, conflicts } = merge(base, savedVersion, ours);
  if (conflicts.length === 0) return value;
  const apart = conflicts.map((path) => ({
    path,
    both: `${shown(get(savedVersion, path))} there, ${shown(get(ours, path))} here`,
  }));
  const said = apart.map(({ path, both }) => `${plainWords(path)}: ${both}`).join('; ');
  throw new Problem(
    'conflict',
    `This was changed elsewhere meanwhile (${said}). Nothing was saved: what stands there now is shown, choose again.`,
    apart.map(({ path, both }) => ({ path, message: `It was changed elsewhere meanwhile: ${both}` })),
  );
}

/** A value as a person reads it beside another: lists by the names of what they hold. */
function shown(value: unknown): string {
  if (value === null || value === undefined || value === '') return 'nothing';
  const text = Array.isArray(value)
    ? value.map(nameOfEntry).join(', ') || 'nothing'
    : typeof value === 'string'
      ? value
      : JSON.stringify(value);
  return text.length > SHOWN ? `${text.slice(0, SHOWN)}…` : text;
}

function nameOfEntry(entry: unknown): string {
  if (typeof entry === 'string') return entry;
  const { name, from, on } = (entry ?? {}) as Readonly<Record<string, unknown>>;
  return [name, from, on].find((one) => typeof one === 'string') ?? JSON.stringify(entry);
}

/** The last part of a field's path in plain words: "intensityAttributes" is "intensity attributes". */
function plainWords(path: string): string {
  return (path.split('.').at(-1) ?? path).replaceAll(/(?<=[a-z])[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);
}
