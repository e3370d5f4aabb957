import fc from 'fast-check';
import { z } from 'zod';

/** The parts of JSON Schema that Zod writes for our schemas. */
interface JsonSchema {
  type?: string;
  const?: unknown;
  enum?: readonly unknown[];
  anyOf?: readonly JsonSchema[];
  oneOf?: readonly JsonSchema[];
  properties?: Readonly<Record<string, JsonSchema>>;
  required?: readonly string[];
  additionalProperties?: JsonSchema | boolean;
  propertyNames?: JsonSchema;
  items?: JsonSchema;
  prefixItems?: readonly JsonSchema[];
  minimum?: number;
  maximum?: number;
  minLength?: number;
  maxLength?: number;
  maxItems?: number;
  format?: string;
  pattern?: string;
  default?: unknown;
}

/** Values that a schema knows nothing of: a date is near the day of the household. */
export interface Known {
  today: string;
}

/** What stands for an id of its kind until a body is sent: the ids that are there are known only then. */
const PLACE = /^@id (\w+) (\d+)@$/;

/**
 * A body as it is sent: ids of what is there in their places.
 *
 * @param idOf the nth id of what a field's name stands for; null where there is none
 */
export function filledIn(body: unknown, idOf: (name: string, n: number) => string | null): unknown {
  if (typeof body === 'string') {
    const [, name, n] = PLACE.exec(body) ?? [];
    return name === undefined ? body : (idOf(name, Number(n)) ?? '0f0e7c2e-1111-4111-8111-000000000000');
  }
  if (Array.isArray(body)) return body.map((one) => filledIn(one, idOf));
  if (typeof body !== 'object' || body === null) return body;
  return Object.fromEntries(Object.entries(body).map(([key, one]) => [key, filledIn(one, idOf)]));
}

/** What programs send that were not written for us. */
const HOSTILE: readonly unknown[] = [
  null,
  true,
  0,
  -1,
  1e308,
  -0.5,
  2 ** 53,
  '',
  ' ',
  'null',
  '\u0000',
  '\ud800',
  '🫖'.repeat(30),
  '‮ltr',
  '../../etc/passwd',
  `' OR 1=1 --`,
  '<script>x</script>',
  '2026-02-30',
  '9999-12-31',
  '2026-02-20T08:00:00Z',
  '0f0e7c2e-1111-4111-8111-000000000000',
  [],
  {},
  [[]],
  [null],
  { toString: 1 },
  JSON.parse('{"__proto__":{"a":1}}') as unknown,
  { constructor: {} },
];

/**
 * Mostly valid bodies for a schema, by what the schema says of itself; with something hostile in its place now and
 * then.
 */
export function bodyOf(
  schema: z.ZodType,
  known: Known,
  sound?: Readonly<Record<string, unknown>>,
): fc.Arbitrary<unknown> {
  const described = z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any', reused: 'inline' }) as JsonSchema;
  if (sound) return mutated(sound, described, known);
  return fc.oneof(
    { weight: 6, arbitrary: valueOf(described, known, 0) },
    { weight: 3, arbitrary: valueOf(described, known, 0.06) },
    { weight: 1, arbitrary: fc.constantFrom(...HOSTILE) },
  );
}

/** A sound body with up to three of its fields as the schema, or somebody hostile, would have them. */
function mutated(sound: Readonly<Record<string, unknown>>, schema: JsonSchema, known: Known): fc.Arbitrary<unknown> {
  const fields = Object.entries(schema.properties ?? {});
  const one = fc
    .constantFrom(...fields)
    .chain(([name, part]) => valueOf(part, known, 0.1, name).map((value) => [name, value] as const));
  return fc.array(one, { maxLength: 3 }).map((changes) => ({ ...sound, ...Object.fromEntries(changes) }));
}

/** A value for a schema; at every place something hostile instead, with probability `spoilt`. */
function valueOf(schema: JsonSchema, known: Known, spoilt: number, name = ''): fc.Arbitrary<unknown> {
  const sound = soundValueOf(schema, known, spoilt, name);
  return spoilt === 0
    ? sound
    : fc.oneof(
        { weight: Math.round(1 / spoilt), arbitrary: sound },
        { weight: 1, arbitrary: fc.constantFrom(...HOSTILE) },
      );
}

function soundValueOf(schema: JsonSchema, known: Known, spoilt: number, name: string): fc.Arbitrary<unknown> {
  const below = (part: JsonSchema): fc.Arbitrary<unknown> => valueOf(part, known, spoilt, name);
  if (schema.const !== undefined) return fc.constant(schema.const);
  if (schema.enum) return fc.constantFrom(...schema.enum);
  const either = schema.anyOf ?? schema.oneOf;
  if (either) return fc.oneof(...either.map(below));
  switch (schema.type) {
    case 'null':
      return fc.constant(null);
    case 'boolean':
      return fc.boolean();
    case 'integer':
      return fc.integer({ min: Math.max(schema.minimum ?? -5, -1e6), max: Math.min(schema.maximum ?? 100, 1e6) });
    case 'number':
      return fc
        .double({ min: schema.minimum ?? -1e4, max: schema.maximum ?? 1e4, noNaN: true })
        .map((value) => Math.round(value * 10) / 10);
    case 'string':
      return textOf(schema, known, name);
    case 'array':
      if (schema.prefixItems) return fc.tuple(...schema.prefixItems.map(below));
      return fc.array(below(schema.items ?? {}), { maxLength: Math.min(schema.maxItems ?? 4, 4) });
    case 'object':
      return objectOf(schema, known, spoilt);
    default:
      return fc.jsonValue({ maxDepth: 2 });
  }
}

function textOf(
  { format, minLength = 0, maxLength = 40 }: JsonSchema,
  { today }: Known,
  name: string,
): fc.Arbitrary<string> {
  if (format === 'uuid')
    return fc.oneof(
      { weight: 9, arbitrary: fc.nat(40).map((n) => `@id ${name} ${n}@`) },
      { weight: 1, arbitrary: fc.uuid() },
    );
  const day = fc
    .integer({ min: -60, max: 2 })
    .map((n) => new Date(Date.parse(`${today}T00:00:00Z`) + n * 86_400_000).toISOString().slice(0, 10));
  if (format === 'date-time')
    return fc
      .tuple(day, fc.constantFrom('T08:00:00Z', 'T23:59:59+02:00', 'T00:00:00-11:00'))
      .map((parts) => parts.join(''));
  const words = fc.oneof(
    fc.constantFrom('fig', 'quince, cedar', 'Test Hill', 'cone', '/bags/new'),
    fc.string({ minLength, maxLength: Math.min(maxLength, 40), unit: 'grapheme' }),
    fc.string({ minLength, maxLength: Math.min(maxLength, 40), unit: 'binary' }),
  );
  // Dates are plain texts to the schema; what a field is called tells most of them.
  const isDate = /(?:On|Before|From|Until)$|^(?:on|from|to)$/.test(name);
  return fc.oneof({ weight: isDate ? 1 : 6, arbitrary: words }, { weight: isDate ? 9 : 1, arbitrary: day });
}

function objectOf(schema: JsonSchema, known: Known, spoilt: number): fc.Arbitrary<unknown> {
  const { properties = {}, required = [], additionalProperties, propertyNames } = schema;
  const parts = Object.entries(properties).map(([name, part]) => {
    const value = valueOf(part, known, spoilt, name).map((one) => [name, one] as const);
    return required.includes(name)
      ? value
      : fc.oneof({ weight: 1, arbitrary: value }, { weight: 2, arbitrary: fc.constant(null) });
  });
  const fixed = fc.tuple(...parts).map((entries) => Object.fromEntries(entries.filter((entry) => entry !== null)));
  if (typeof additionalProperties !== 'object') return fixed;
  const names = propertyNames?.enum
    ? fc.constantFrom<string>(...(propertyNames.enum as string[]))
    : fc.constantFrom('device-one', 'device-two', 'notes');
  return fc
    .tuple(fixed, fc.dictionary(names, valueOf(additionalProperties, known, spoilt), { maxKeys: 3 }))
    .map(([one, more]) => ({ ...more, ...one }));
}
