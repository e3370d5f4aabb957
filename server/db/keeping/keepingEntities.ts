import { EntitySchema } from 'typeorm';
import type { CrestLesson } from '../../../contract/keeping/exchange';
import type { ChangeKind, ChangeSubject } from '../../../contract/keeping/history';
import type { NotebookMapping } from '../../../contract/keeping/notebook';
import type { PictureOf } from '../../../contract/keeping/picture';
import { predictionFields, type Prediction } from '../../../contract/palate/palate';
import {
  columnsOf,
  id,
  integer,
  json,
  keyedBy,
  mayReferTo,
  optionalJson,
  optionalText,
  refersTo,
  text,
} from '../columns';

/** The tables of what was brought in, of what was changed, of what was foretold, and of pictures. */

/** A table of brews that was brought in, and what it brought: taking it back deletes just that. */
export interface NotebookImportRow {
  id: string;
  fileName: string;
  takenAt: string;
  bagIds: string[];
  brewIds: string[];
  undoneAt: string | null;
}

export const NotebookImportEntity = new EntitySchema<NotebookImportRow>({
  name: 'notebook_import',
  columns: { id, fileName: text, takenAt: text, bagIds: json, brewIds: json, undoneAt: optionalText },
});

/** How a table with certain headings was read the last time. */
export interface NotebookMappingRow {
  signature: string;
  mapping: NotebookMapping;
  usedAt: string;
}

export const NotebookMappingEntity = new EntitySchema<NotebookMappingRow>({
  name: 'notebook_mapping',
  columns: { signature: { type: 'text', primary: true }, mapping: json, usedAt: text },
});

/** A change of a bag or a brew: what it said before and says since, as far as that differs. */
export interface ChangeRow {
  id: string;
  at: string;
  subject: ChangeSubject;
  subjectId: string;
  bagId: string;
  kind: ChangeKind;
  before: object | null;
  after: object | null;
  /** The change that took this one back. */
  undoneBy: string | null;
}

export const ChangeEntity = new EntitySchema<ChangeRow>({
  name: 'change_record',
  columns: {
    id,
    at: text,
    subject: text,
    subjectId: text,
    bagId: refersTo('bag'),
    kind: text,
    before: optionalJson,
    after: optionalJson,
    undoneBy: optionalText,
  },
  indices: [
    { name: 'change_record_at', columns: ['at'] },
    { name: 'change_record_bag', columns: ['bagId', 'at'] },
  ],
});

/** A picture; its bytes lie in a file beside the database. */
export interface PictureRow {
  id: string;
  bagId: string;
  brewId: string | null;
  of: PictureOf;
  width: number;
  height: number;
  bytes: number;
  createdAt: string;
  deletedAt: string | null;
}

export const PictureEntity = new EntitySchema<PictureRow>({
  name: 'picture',
  columns: {
    id,
    bagId: refersTo('bag'),
    brewId: mayReferTo('brew'),
    of: text,
    width: integer,
    height: integer,
    bytes: integer,
    createdAt: text,
    deletedAt: optionalText,
  },
  indices: [
    { name: 'picture_bag', columns: ['bagId'] },
    { name: 'picture_brew', columns: ['brewId'] },
  ],
});

/** What was foretold of a brew's cup, as it stood before it was tasted. */
export const PredictionEntity = new EntitySchema<Prediction>({
  name: 'prediction',
  columns: { ...columnsOf(predictionFields), brewId: keyedBy('brew') },
});

/** A file of another taster's crests that was read. */
export interface ExchangeRow {
  id: string;
  name: string;
  readAt: string;
  bags: CrestLesson[];
}

export const ExchangeEntity = new EntitySchema<ExchangeRow>({
  name: 'crest_exchange',
  columns: { id, name: text, readAt: text, bags: json },
});
