import { omit } from 'es-toolkit';
import { EntitySchema } from 'typeorm';
import type { z } from 'zod';
import type { ChangeCounts } from '../../../contract/keeping/draft';
import { cupFields, descriptorFields } from '../../../contract/bag/cup';
import type { Allergen, HouseholdWord } from '../../../core/cup/words';
import { columnsOf, id, integer, json, keyedBy, optionalText, refersTo, text } from '../columns';

/** The tables of cups: scores, prose, words, the household's vocabulary, and what is written but not saved. */

/** The fields of a cup that have columns; its prose and its words have tables of their own. */
const columnFields = omit(cupFields, ['remarks']);

export interface CupRow extends z.output<z.ZodObject<typeof columnFields>> {
  id: string;
  brewId: string;
}

export const CupEntity = new EntitySchema<CupRow>({
  name: 'cup',
  columns: { id, brewId: { ...refersTo('brew'), unique: true }, ...columnsOf(columnFields) },
  indices: [
    { name: 'cup_blind', columns: ['brewId'], where: 'blind' },
    { name: 'cup_nag', columns: ['brewId'], where: 'nag IS NOT NULL' },
  ],
});

/** The prose of a cup. */
export interface RemarkRow {
  id: string;
  cupId: string;
  text: string;
}

export const RemarkEntity = new EntitySchema<RemarkRow>({
  name: 'remark',
  columns: { id, cupId: refersTo('cup'), text },
  indices: [{ name: 'note_cup', columns: ['cupId'] }],
});

/** A word of the household: its own, or its own name for a note of the vocabulary (then with that note's id). */
export interface WordRow extends Omit<HouseholdWord, 'near' | 'allergens'> {
  near: string[];
  allergens: Allergen[];
  createdAt: string;
}

export const WordEntity = new EntitySchema<WordRow>({
  name: 'word',
  columns: {
    id,
    name: text,
    family: optionalText,
    mergedInto: optionalText,
    like: text,
    reference: text,
    near: json,
    allergens: json,
    knownBy: optionalText,
    substitute: text,
    createdAt: text,
  },
});

/** A descriptor of a cup: as typed, the word it goes by, and in which slot. */
export interface CupDescriptorRow extends z.output<z.ZodObject<typeof descriptorFields>> {
  cupId: string;
  place: number;
  wordId: string;
}

export const CupDescriptorEntity = new EntitySchema<CupDescriptorRow>({
  name: 'cup_descriptor',
  columns: {
    cupId: keyedBy('cup'),
    place: { ...integer, primary: true },
    wordId: text,
    ...columnsOf(descriptorFields),
  },
  indices: [{ name: 'cup_word_word', columns: ['wordId'] }],
});

/** One device's copy of a sheet that is not saved yet. */
export interface DraftRow {
  key: string;
  device: string;
  counts: ChangeCounts;
  title: string;
  href: string;
  /** JSON of the form as typed. */
  typed: string;
  updatedAt: string;
  /** The larger, the later it was written: clocks are set back, this is not. */
  written: number;
}

export const DraftEntity = new EntitySchema<DraftRow>({
  name: 'draft',
  columns: {
    key: { type: 'varchar', primary: true },
    device: { type: 'varchar', primary: true },
    counts: json,
    title: text,
    href: text,
    typed: text,
    updatedAt: text,
    written: integer,
  },
});
