import { expect, it } from 'vitest';
import { ATTRIBUTES } from '../../../core/cup';
import { cupFieldName } from '../cupFieldName';
import { BREW, CUP, MAKING } from '../labels';

const sheets = Object.values(
  import.meta.glob<string>('../**/*.tsx', { query: '?raw', import: 'default', eager: true }),
).join('\n');

const asked = (labels: Readonly<Record<string, string | null>>): string[] =>
  Object.keys(labels).filter((name) => labels[name] !== null);

const ATTRIBUTE = new Set<string>(ATTRIBUTES);

it.each([
  ...asked(BREW),
  ...asked(MAKING).map((name) => `making.${name}`),
  ...asked(CUP)
    .filter((name) => !ATTRIBUTE.has(name))
    .map((name) => `cup.${name}`),
])('%s is asked for on the sheet', (name) => {
  const ways = [`name="${name}"`, `name: '${name}'`, `name={\`${name}.`, `setValue('${name}'`];
  expect(ways.some((way) => sheets.includes(way))).toBe(true);
});

it('a field is called by its label where two copies differ', () => {
  expect(cupFieldName(['waterC'])).toBe('Water temperature');
  expect(cupFieldName(['cup', 'nag', 'said'])).toBe('The word that will not come, what it is like');
  expect(cupFieldName(['potId'])).toBeNull();
  expect(cupFieldName(['cup', 'meantScore'])).toBeNull();
});
