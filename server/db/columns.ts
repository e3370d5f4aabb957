import { mapValues } from 'es-toolkit';
import type { EntitySchemaColumnOptions } from 'typeorm';
import { kindOfField } from '../../contract/fields';
import type { z } from 'zod';

/** Kinds of column. Every column states its type, since the transpilers in use emit no decorator metadata. */
export const id: EntitySchemaColumnOptions = { type: 'varchar', primary: true };
export const text: EntitySchemaColumnOptions = { type: 'text' };
export const optionalText: EntitySchemaColumnOptions = { type: 'text', nullable: true };
export const real: EntitySchemaColumnOptions = { type: 'real' };
export const optionalReal: EntitySchemaColumnOptions = { type: 'real', nullable: true };
export const integer: EntitySchemaColumnOptions = { type: 'integer' };
export const json: EntitySchemaColumnOptions = { type: 'simple-json' };
export const optionalJson: EntitySchemaColumnOptions = { type: 'simple-json', nullable: true };

const COLUMN_TYPES = {
  text: 'text',
  choice: 'text',
  number: 'real',
  integer: 'integer',
  flag: 'boolean',
  other: 'simple-json',
} as const;

/** The columns that hold the fields of a schema: one each, of its kind; what is no single value is kept as JSON. */
export function columnsOf<T extends Readonly<Record<string, z.ZodType>>>(
  shape: T,
): Record<keyof T, EntitySchemaColumnOptions> {
  return mapValues(shape, (field) => {
    const { kind, nullable } = kindOfField(field);
    return { type: COLUMN_TYPES[kind], ...(nullable && { nullable }) };
  });
}
