import type { Change } from '../../contract/keeping/history';
import { temperatureText, type Units } from '../../core/text';
import { api } from '../api/api';
import { useUnits } from '../api/useUnits';
import { nameOfPath } from '../forms/differences';
import { localDateTime } from '../state/today';
import { dateText, momentText, numberText, words } from '../ui/format';

type Field = Change['fields'][number];

/** Says of a changed field what it was and what it became: "Mark: 8.2, before 7.9". */
export function useChangedField(): (field: Field) => string {
  const units = useUnits();
  const { data: tasters = [] } = api.useTastersQuery(undefined);
  const { data: grinders = [] } = api.useGrindersQuery(undefined);
  const { data: recipes = [] } = api.useRecipesQuery(undefined);
  const names = new Map([
    ...[...tasters, ...grinders].map(({ id, name }) => [id, name] as const),
    ...recipes.flatMap(({ id, versionId, recipe }) => [[id, recipe.name] as const, [versionId, recipe.name] as const]),
  ]);
  return ({ path, before, after }) => {
    const text = (value: unknown): string => valueText(value, path, units, names);
    return `${nameOf(path)}: ${text(after)}, before ${text(before)}`;
  };
}

/** A field in words, without what its parts are kept in, and without the "id" of what it names. */
const nameOf = (path: string): string =>
  nameOfPath(
    path
      .split('.')
      .filter((part, i) => !(i === 0 && (part === 'cup' || part === 'making')))
      .map((part) => part.replace(/Id$/, '')),
  );

/** The parts of an entry of a list that say which it is. */
const TELLING = ['typed', 'name', 'attribute', 'fault', 'from', 'on'];

function valueText(value: unknown, path: string, units: Units, names: ReadonlyMap<string, string>): string {
  if (value === null || value === undefined || value === '') return 'nothing';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'number') return path.endsWith('waterC') ? temperatureText(value, units) : numberText(value, 2);
  if (Array.isArray(value)) return value.map(entryText).join(', ') || 'nothing';
  if (typeof value === 'object') return entryText(value);
  const text = typeof value === 'string' ? value : JSON.stringify(value);
  if (/^\d{4}-\d\d-\d\d$/.test(text)) return dateText(text);
  if (/^\d{4}-\d\d-\d\dT/.test(text)) return momentText(localDateTime(new Date(text)));
  if (/^[0-9a-f]{8}-[0-9a-f-]{27}$/.test(text)) return names.get(text) ?? 'another';
  return path.endsWith('remarks') || text.includes(' ') ? `“${text}”` : words(text);
}

function entryText(entry: unknown): string {
  if (typeof entry !== 'object' || entry === null) return String(entry);
  const parts = entry as Readonly<Record<string, unknown>>;
  const telling = TELLING.map((name) => parts[name]).find((one) => typeof one === 'string');
  if (typeof telling === 'string') return telling;
  const said = Object.entries(parts).filter(([, one]) => one !== null && one !== '' && !Array.isArray(one));
  return said.map(([name, one]) => `${nameOfPath([name]).toLowerCase()} ${String(one)}`).join(', ') || 'nothing';
}
