import { z } from 'zod';
import {
  COFFEE_FAULTS,
  COMPARED,
  COMPANIES,
  DRYNESSES,
  FAULT_STRENGTHS,
  LEVELS,
  LIQUOR_CLARITIES,
  LIQUOR_COLOURS,
  MOMENTS,
  PROGRESSES,
  PROMINENCES,
  SEATS,
  SHOT_LAYERS,
  ADEQUACIES,
  ATTRIBUTES,
  SLOT_IDS,
  SCORING_SCALES,
  SIPPED_PHASES,
  TEXTURES,
  type Attribute,
} from '../../core/cup';
import { checkMark } from './mark';
import { markedParts } from './sheetOfParts';
import { TRAITS } from '../../core/cup/words';
import { id, oneOf, quantity, text } from '../fields';
import { typedWord, WORD_MAX, wordId } from '../palate/word';

/** The longest note in prose, characters. */
export const REMARKS_MAX = 10_000;
/** The most words one cup can hold. */
export const WORDS_MAX = 200;

const attributeMark = (name: string): z.ZodDefault<z.ZodNullable<z.ZodNumber>> =>
  quantity(name.charAt(0).toUpperCase() + name.slice(1), 0, 10)
    .nullable()
    .default(null);
const attributeMarks = Object.fromEntries(ATTRIBUTES.map((name) => [name, attributeMark(name)])) as Record<
  Attribute,
  ReturnType<typeof attributeMark>
>;

/** How much of an attribute there was, and how that was liked. */
export const givenIntensity = z.strictObject({
  attribute: z.string().min(1).max(80),
  intensity: oneOf('The level', LEVELS).nullable(),
  adequacy: oneOf('How it was liked', ADEQUACIES).nullable(),
});

export const comparison = z.strictObject({ thanId: id, was: oneOf('How it was against the other', COMPARED) });

export const trait = oneOf('A trait', TRAITS);

/** A word that would not come: what was said of it and tapped, and the word it turned out to be. */
export const nag = z.strictObject({
  said: text('What it was like', 300),
  tapped: z.array(trait).max(TRAITS.length),
  resolvedWith: wordId.nullable().default(null),
  /** Given up, without a word. */
  dropped: z.boolean().default(false),
});
export type Nag = z.infer<typeof nag>;

/** Ends the search for a word: with it, or (null) without. */
export const nagEnd = z.strictObject({ word: typedWord.nullable() });

/** What is written of a cup besides its words. */
export const cupFields = {
  /** Scale the mark is written in. */
  scoringScale: oneOf('Scoring', SCORING_SCALES),
  /** Main score in that scale; null when not marked, or when it follows from its parts. */
  mark: z.number({ error: 'The mark must be a number' }).nullable(),
  ...attributeMarks,
  /** The sheet it was marked by, part by part; empty where it is scored otherwise. */
  parts: markedParts.default([]),
  intensities: z.array(givenIntensity).max(80, 'A cup can hold 80 levels at most').default([]),
  /** Which phase the mark rests on. */
  markAt: oneOf('The mark rests on', SIPPED_PHASES).nullable().default(null),
  finishS: quantity('Finish', 0, 600, 's').nullable().default(null),
  dryness: oneOf('Dryness', DRYNESSES).nullable().default(null),
  textures: z.array(oneOf('Texture', TEXTURES)).max(TEXTURES.length).default([]),
  liquorColour: oneOf('Colour', LIQUOR_COLOURS).nullable().default(null),
  liquorClarity: oneOf('Clarity', LIQUOR_CLARITIES).nullable().default(null),
  shotLayers: oneOf('Layers', SHOT_LAYERS).nullable().default(null),
  /** Faults of the coffee itself; those of a brew are with the brew. */
  coffeeFaults: z
    .array(z.strictObject({ fault: oneOf('Fault', COFFEE_FAULTS), strength: oneOf('How strong', FAULT_STRENGTHS) }))
    .max(COFFEE_FAULTS.length)
    .default([]),
  /** Against the cups before it; with a mark or without one. */
  progress: oneOf('Against the cups before', PROGRESSES).nullable().default(null),
  /** How it was against other cups of its bag, each named by its brew; with a mark or without one. */
  comparisons: z.array(comparison).max(12, 'A cup can be compared with twelve others at most').default([]),
  /** Which milk, where there was any; how much is with the brew. */
  milkKind: text('The milk', 60).trim().default(''),
  company: oneOf('At the table', COMPANIES).nullable().default(null),
  /** Tasted without knowing which cup it was: two such cups of one recipe on one day measure the taster. */
  blind: z.boolean({ error: 'Blind must be yes or no' }).default(false),
  remarks: text('Notes', REMARKS_MAX).default(''),
  /** Those words are for this household alone: no write-up has them. */
  remarksPrivate: z.boolean({ error: 'Private must be yes or no' }).default(false),
  nag: nag.nullable().default(null),
  /** The score, 0–100, that was asked about and is meant; another one is asked about again. */
  meantScore: z.number({ error: 'The score must be a number' }).min(0).max(100).nullable().default(null),
};

const slot = oneOf('Where it was found', SLOT_IDS);
const prominence = oneOf('How far forward it stands', PROMINENCES).nullable();
const moment = oneOf('When it comes', MOMENTS).nullable();
const seat = oneOf('Where it sits', SEATS).nullable();
/** What is written of one descriptor: as typed, where it was found, and what was tapped of it. */
export const descriptorFields = {
  typed: typedWord,
  slot,
  prominence: prominence.default(null),
  moment: moment.default(null),
  seat: seat.default(null),
};
const wordsLimit = `A cup can hold ${WORDS_MAX} notes at most, each of ${WORD_MAX} characters`;

/** A cup as written at the table; its words as typed. */
export const cupInput = z
  .strictObject({
    ...cupFields,
    descriptors: z.array(z.strictObject(descriptorFields)).max(WORDS_MAX, wordsLimit).default([]),
  })
  .superRefine(checkMark);
export type CupInput = z.infer<typeof cupInput>;
export type CupDraft = z.input<typeof cupInput>;

/** A cup as the server gives it back: each word with the id it goes by. */
export const cup = z.strictObject({
  ...cupFields,
  descriptors: z.array(z.strictObject({ id: wordId, typed: z.string(), slot, prominence, moment, seat })),
});
export type Cup = z.infer<typeof cup>;
