import type { EntitySchemaColumnOptions } from 'typeorm';

/** Kinds of column. Every column states its type, since the transpilers in use emit no decorator metadata. */
export const id: EntitySchemaColumnOptions = { type: 'varchar', primary: true };
export const text: EntitySchemaColumnOptions = { type: 'text' };
export const optionalText: EntitySchemaColumnOptions = { type: 'text', nullable: true };
export const real: EntitySchemaColumnOptions = { type: 'real' };
export const optionalReal: EntitySchemaColumnOptions = { type: 'real', nullable: true };
export const integer: EntitySchemaColumnOptions = { type: 'integer' };
export const json: EntitySchemaColumnOptions = { type: 'simple-json' };
export const optionalJson: EntitySchemaColumnOptions = { type: 'simple-json', nullable: true };
