import { mapValues } from 'es-toolkit';
import type { EntitySchemaColumnOptions, ValueTransformer } from 'typeorm';
import { kindOfField } from '../../contract/fields';
import type { z } from 'zod';

/** Kinds of column. Every column states its type, since the transpilers in use emit no decorator metadata. */
export const id: EntitySchemaColumnOptions = { type: 'varchar', primary: true };
export const text: EntitySchemaColumnOptions = { type: 'text' };
export const optionalText: EntitySchemaColumnOptions = { type: 'text', nullable: true };
export const real: EntitySchemaColumnOptions = { type: 'real' };
export const optionalReal: EntitySchemaColumnOptions = { type: 'real', nullable: true };
export const integer: EntitySchemaColumnOptions = { type: 'integer' };

/** A column that names the row of another table, and what becomes of its own row when that one is deleted. */
export const refersTo = (target: string, onDelete: 'CASCADE' | 'SET NULL' = 'CASCADE'): EntitySchemaColumnOptions => ({
  type: 'text',
  nullable: onDelete === 'SET NULL',
  foreignKey: { target, onDelete },
});
/** The same of a column that may name none; its row goes with the one it names. */
export const mayReferTo = (target: string): EntitySchemaColumnOptions => ({ ...refersTo(target), nullable: true });
/** The same where a row has no other key. */
export const keyedBy = (target: string): EntitySchemaColumnOptions => ({
  ...refersTo(target),
  type: 'varchar',
  primary: true,
});

/**
 * Values kept as JSON. A text that is none is given as the text it is: whoever reads the row finds that it is not what
 * it should be, and the other rows are read all the same.
 */
export const JSON_TEXT: ValueTransformer = {
  to: (value: unknown) => (value === undefined || value === null ? value : JSON.stringify(value)),
  from: (text: unknown) => {
    if (typeof text !== 'string') return text;
    try {
      return JSON.parse(text) as unknown;
    } catch {
      return text;
    }
  },
};
export const json: EntitySchemaColumnOptions = { type: 'text', transformer: JSON_TEXT };
export const optionalJson: EntitySchemaColumnOptions = { ...json, nullable: true };

const COLUMNS = {
  text,
  choice: text,
  number: real,
  integer,
  flag: { type: 'boolean' },
  other: json,
} as const satisfies Record<string, EntitySchemaColumnOptions>;

/** The columns that hold the fields of a schema: one each, of its kind; what is no single value is kept as JSON. */
export function columnsOf<T extends Readonly<Record<string, z.ZodType>>>(
  shape: T,
): Record<keyof T, EntitySchemaColumnOptions> {
  return mapValues(shape, (field) => {
    const { kind, nullable } = kindOfField(field);
    return { ...COLUMNS[kind], ...(nullable && { nullable }) };
  });
}
