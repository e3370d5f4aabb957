import { EntitySchema } from 'typeorm';
import type { VERSION_REASONS, WriteUpContent, WriteUpSubject } from '../../../contract/writeUps/writeUp';
import type { WriteUpKind } from '../../../core/writeUp';
import { id, integer, json, optionalText, refersTo, text } from '../columns';

export interface WriteUpRow {
  id: string;
  kind: WriteUpKind;
  /** What it is of, by ids; a write-up outlives it. */
  subject: WriteUpSubject;
  content: WriteUpContent;
  finalOn: string | null;
  createdAt: string;
  changedAt: string;
  revision: number;
  deletedAt: string | null;
}

export const WriteUpEntity = new EntitySchema<WriteUpRow>({
  name: 'write_up',
  columns: {
    id,
    kind: text,
    subject: json,
    content: json,
    finalOn: optionalText,
    createdAt: text,
    changedAt: text,
    revision: integer,
    deletedAt: optionalText,
  },
});

/** A write-up as it once stood; none is ever changed. */
export interface WriteUpVersionRow {
  id: string;
  writeUpId: string;
  number: number;
  reason: (typeof VERSION_REASONS)[number];
  content: WriteUpContent;
  finalOn: string | null;
  createdAt: string;
}

export const WriteUpVersionEntity = new EntitySchema<WriteUpVersionRow>({
  name: 'write_up_version',
  columns: {
    id,
    writeUpId: refersTo('write_up'),
    number: integer,
    reason: text,
    content: json,
    finalOn: optionalText,
    createdAt: text,
  },
  indices: [{ name: 'write_up_version_write_up', columns: ['writeUpId'] }],
});
