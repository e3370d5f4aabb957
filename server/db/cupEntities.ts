import { EntitySchema } from 'typeorm';
import type { ChangeCounts } from '../../contract/draft';
import type { Nag } from '../../contract/cup';
import type {
  Company,
  Comparison,
  Dryness,
  GivenIntensity,
  SlotId,
  Attribute,
  MarkedPart,
  Moment,
  ScoringScale,
  FoundFault,
  LiquorClarity,
  LiquorColour,
  Progress,
  Prominence,
  Seat,
  ShotLayers,
  SippedPhase,
  Texture,
} from '../../core/cup';
import type { Allergen, HouseholdWord } from '../../core/cup/words';
import { id, integer, json, optionalJson, optionalReal, optionalText, text } from './columns';

/** The tables of cups: scores, prose, words, the household's vocabulary, and what is written but not saved. */

export interface CupRow extends Record<Attribute, number | null> {
  id: string;
  brewId: string;
  scoringScale: ScoringScale;
  remarksPrivate: boolean;
  mark: number | null;
  parts: MarkedPart[];
  intensities: GivenIntensity[];
  markAt: SippedPhase | null;
  finishS: number | null;
  dryness: Dryness | null;
  textures: Texture[];
  liquorColour: LiquorColour | null;
  liquorClarity: LiquorClarity | null;
  shotLayers: ShotLayers | null;
  coffeeFaults: FoundFault[];
  progress: Progress | null;
  comparisons: Comparison[];
  milkKind: string;
  company: Company | null;
  blind: boolean;
  nag: Nag | null;
  meantScore: number | null;
}

const attributes = {
  aroma: optionalReal,
  acidity: optionalReal,
  body: optionalReal,
  sweetness: optionalReal,
  cleanness: optionalReal,
};

export const CupEntity = new EntitySchema<CupRow>({
  name: 'cup',
  columns: {
    ...{ id, brewId: text, scoringScale: text, mark: optionalReal },
    ...attributes,
    parts: json,
    ...{ intensities: json, markAt: optionalText, finishS: optionalReal, dryness: optionalText, textures: json },
    ...{ liquorColour: optionalText, liquorClarity: optionalText, shotLayers: optionalText, coffeeFaults: json },
    ...{ progress: optionalText, comparisons: { ...json, default: '[]' } },
    ...{ milkKind: text, company: optionalText, blind: { type: 'boolean' }, nag: optionalJson },
    ...{ remarksPrivate: { type: 'boolean' }, meantScore: optionalReal },
  },
});

/** The prose of a cup. */
export interface RemarkRow {
  id: string;
  cupId: string;
  text: string;
}

export const RemarkEntity = new EntitySchema<RemarkRow>({
  name: 'remark',
  columns: { id, cupId: text, text },
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
    ...{ id, name: text, family: optionalText, mergedInto: optionalText },
    ...{ like: text, reference: text, near: json, allergens: json, knownBy: optionalText, substitute: text },
    createdAt: text,
  },
});

/** A descriptor of a cup: as typed, the word it goes by, and in which slot. */
export interface CupDescriptorRow {
  cupId: string;
  place: number;
  wordId: string;
  typed: string;
  slot: SlotId;
  prominence: Prominence | null;
  moment: Moment | null;
  seat: Seat | null;
}

export const CupDescriptorEntity = new EntitySchema<CupDescriptorRow>({
  name: 'cup_descriptor',
  columns: {
    cupId: { type: 'varchar', primary: true },
    place: { ...integer, primary: true },
    wordId: text,
    typed: text,
    slot: text,
    prominence: optionalText,
    moment: optionalText,
    seat: optionalText,
  },
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
