import { momentText, sentenceCase } from '../ui/format';

/** A field in which two copies of a sheet differ. */
export interface Difference {
  path: string;
  name: string;
  hereText: string;
  thereText: string;
}

/** What a sheet carries along without showing it: what it was laid over. */
const CARRIED = new Set(['basis', 'revision', 'versionId']);

/**
 * Fields in which two copies of a sheet differ, in the order of the sheet; `nameOf` says what each is called, or null
 * to pass it over.
 */
export function differing(
  here: unknown,
  there: unknown,
  nameOf: (path: readonly string[]) => string | null,
  path: readonly string[] = [],
): Difference[] {
  if (isPart(here) && isPart(there))
    return [...new Set([...Object.keys(here), ...Object.keys(there)])]
      .filter((name) => path.length > 0 || !CARRIED.has(name))
      .flatMap((name) => differing(here[name], there[name], nameOf, [...path, name]));
  const [hereText, thereText] = [here, there].map((value) => withUnit(path.at(-1), textOf(value))) as [string, string];
  const name = nameOf(path);
  return hereText === thereText || name === null ? [] : [{ path: path.join('.'), name, hereText, thereText }];
}

/** Temperatures carry their unit, so that they can be shown in another. */
const withUnit = (name: string | undefined, text: string): string =>
  name === 'waterC' && /\d$/.test(text) ? `${text} °C` : text;

const isPart = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

function textOf(value: unknown): string {
  if (Array.isArray(value)) return value.map(textOf).join(', ') || '–';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (isPart(value))
    return (
      Object.values(value)
        .map(textOf)
        .filter((text) => text !== '–')
        .join(', ') || '–'
    );
  if (typeof value !== 'string' || value === '') return '–';
  return /^\d{4}-\d\d-\d\dT\d\d:\d\d$/.test(value) ? momentText(value) : value;
}

/** A field's name in words: "waterG" is "water", "restAdviceDays" "rest advice days". */
export function plainName(part: string): string {
  return part
    .replace(/(?<=[a-z])[GCS]$/, '')
    .replaceAll(/(?<=[a-z])[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`)
    .replaceAll('-', ' ');
}

export const nameOfPath = (path: readonly string[]): string => sentenceCase(path.map(plainName).join(', '));
