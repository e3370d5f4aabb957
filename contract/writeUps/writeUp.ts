import { omit } from 'es-toolkit';
import { z } from 'zod';
import { GRIND_WORDS } from '../../core/brew';
import { SCORING_SCALES } from '../../core/cup';
import { SECTION_IDS, SHOWABLE, WRITE_UP_KINDS } from '../../core/writeUp';
import { id, name, oneOf, plainDate, quantity, text } from '../fields';
import { recipeFields } from '../bench/recipe';

/** Write-ups: what they are of, what stands in them, and how that is changed. */

const points = z.number();
const days = z.strictObject({ from: z.number(), to: z.number() }).nullable();
const wholeDay = z.number().int();

/** The longest a passage can be, characters. */
const PASSAGE_MAX = 10_000;
const passageKey = z
  .string()
  .max(400)
  .refine((key) => SECTION_IDS.some((section) => key.startsWith(`${section}.`)), { error: 'There is no such passage' });
const section = z.enum(SECTION_IDS);

/** What a write-up is of; which of these count depends on its kind. */
export const writeUpSubject = z.strictObject({
  bagIds: z.array(id).max(4, 'Four coffees can be held against each other at most').default([]),
  sittingId: id.nullable().default(null),
  recipeId: id.nullable().default(null),
});
export type WriteUpSubject = z.infer<typeof writeUpSubject>;

export const writeUpInput = z
  .strictObject({ kind: oneOf('The write-up', WRITE_UP_KINDS), subject: writeUpSubject })
  .superRefine(({ kind, subject: { bagIds, sittingId, recipeId } }, context) => {
    const wrong = (path: string, message: string): void =>
      context.addIssue({ code: 'custom', path: ['subject', path], message });
    if (kind === 'bag' && bagIds.length !== 1) wrong('bagIds', 'A write-up of a bag is of one bag');
    if (kind === 'comparison' && new Set(bagIds).size < 2) wrong('bagIds', 'A comparison needs two bags at least');
    if (kind === 'sitting' && sittingId === null) wrong('sittingId', 'Which table is needed');
    if (kind === 'card' && recipeId === null) wrong('recipeId', 'Which recipe is needed');
  });
export type WriteUpInput = z.infer<typeof writeUpInput>;

const passage = z.strictObject({
  key: passageKey,
  text: z.string(),
  named: z.string().nullable(),
  needs: z.enum(SHOWABLE).nullable(),
});

/** A curve to be drawn: scores 0–100 by rest day; without marks only how far below its best. */
const ridge = z.strictObject({
  name: z.string(),
  scale: z.enum(SCORING_SCALES),
  isOnlyCompared: z.boolean(),
  points: z.array(z.strictObject({ day: wholeDay, mean: points, lo: points, hi: points })),
  window: days,
  core: days,
  brews: z.array(z.strictObject({ day: z.number(), asScored: points, atReference: points.nullable() })),
});
export type RidgeFigure = z.infer<typeof ridge>;

const levelLine = z.strictObject({
  name: z.string(),
  value: z.number(),
  points: z.array(z.strictObject({ day: wholeDay, value: z.number() })),
});
const levelsFigure = z.strictObject({ name: z.string(), levels: z.array(levelLine) });
export type LevelsFigure = z.infer<typeof levelsFigure>;

/** Marks given side by side, cup by cup. */
const marksFigure = z.strictObject({
  scale: z.enum(SCORING_SCALES),
  cups: z.array(z.strictObject({ name: z.string(), mean: points.nullable(), marks: z.array(points) })),
});
export type MarksFigure = z.infer<typeof marksFigure>;

/** What of a recipe belongs to the household it is of, or is said beside it. */
const OF_THE_HOUSEHOLD = ['grinderId', 'grinderSetting', 'otherGrinds', 'grindsElsewhere', 'why'] as const;

/** A recipe as it is given to others: grinders by their names. */
export const recipeCard = z.strictObject({
  ...omit(recipeFields, OF_THE_HOUSEHOLD),
  grindWord: oneOf('Grind', GRIND_WORDS).nullable().default(null),
  grinds: z
    .array(z.strictObject({ grinder: name('The grinder', 60), setting: quantity('Grinder setting', -1000, 10_000) }))
    .max(31, 'A card can have 31 grinders at most')
    .default([]),
});
export type RecipeCard = z.infer<typeof recipeCard>;

export const CARD_FORMAT = 'slow-crest.recipe';
export const CARD_VERSION = 1;

/** The file another household reads. */
export const recipeCardFile = z.strictObject({
  format: z.literal(CARD_FORMAT, { error: 'This is not a recipe card of Slow Crest' }),
  version: z.literal(CARD_VERSION),
  recipe: recipeCard,
  /** Why it is so, a passage a line. */
  why: z.array(text('Why it is so', PASSAGE_MAX)).max(60).default([]),
});
export type RecipeCardFile = z.infer<typeof recipeCardFile>;

/** What is drawn beside the words. */
export const figures = z.strictObject({
  ridges: z.array(ridge),
  levels: z.array(levelsFigure),
  marks: marksFigure.nullable(),
  card: recipeCard.nullable(),
});
export type Figures = z.infer<typeof figures>;

/** A write-up as the record has it. */
export const composed = z.strictObject({
  sections: z.array(z.strictObject({ id: section, passages: z.array(passage) })),
  figures,
});
export type Composed = z.infer<typeof composed>;

export const PAPERS = ['A4', 'letter'] as const;

const ownPassage = z.strictObject({
  key: z
    .string()
    .regex(new RegExp(`^(?:${SECTION_IDS.join('|')})\\.own-[\\w-]{1,40}$`), 'This passage is of no section'),
  after: passageKey.nullable(),
  text: text('A passage', PASSAGE_MAX),
});

const isShown = z.boolean({ error: 'Shown must be yes or no' });
const shows = z.strictObject({
  names: isShown,
  'own words': isShown,
  price: isShown,
  standing: isShown,
} satisfies Record<(typeof SHOWABLE)[number], z.ZodBoolean>);
const shownPictures = z.array(id).max(4, 'A write-up can show four pictures at most');

/** All that stands in a write-up: as composed, as written over, as added, and what of it is shown. */
export const writeUpContent = z.strictObject({
  ...composed.shape,
  edits: z.record(passageKey, z.strictObject({ text: text('A passage', PASSAGE_MAX), over: z.string() })),
  own: z.array(ownPassage).max(200, 'A write-up can hold 200 passages of your own at most'),
  shows,
  pictures: shownPictures,
  paper: oneOf('The paper', PAPERS),
});
export type WriteUpContent = z.infer<typeof writeUpContent>;

/** Why a version was kept: on hand, as the final one, or before something took its place. */
export const VERSION_REASONS = ['kept', 'final', 'before'] as const;

export const writeUpVersion = z.strictObject({
  id,
  number: z.number().int(),
  reason: z.enum(VERSION_REASONS),
  finalOn: z.string().nullable(),
  createdAt: z.string(),
});

export const writeUp = z.strictObject({
  id,
  kind: z.enum(WRITE_UP_KINDS),
  subject: writeUpSubject,
  content: writeUpContent,
  /** The day it was called final; null for a draft. */
  finalOn: z.string().nullable(),
  changedAt: z.string(),
  revision: z.number().int(),
  /** The newest first. */
  versions: z.array(writeUpVersion),
  /** As the record would have it now; null where what it is of is gone. */
  fresh: composed.nullable(),
});
export type WriteUp = z.infer<typeof writeUp>;

/** A write-up in a list. */
export const writeUpLine = z.strictObject({
  id,
  kind: z.enum(WRITE_UP_KINDS),
  title: z.string(),
  /** What is read first of it. */
  says: z.string(),
  finalOn: z.string().nullable(),
  changedAt: z.string(),
  versions: z.number().int(),
  /** Final versions there are, also of one that was changed since. */
  finals: z.number().int(),
  subject: writeUpSubject,
});
export type WriteUpLine = z.infer<typeof writeUpLine>;

/**
 * What is written in the place of a passage; null: what the record says. `was` is what stood there when it was begun,
 * null for the record's, so that two who write at once do not undo each other.
 */
export const passageChange = z.strictObject({
  key: passageKey,
  text: text('A passage', PASSAGE_MAX).nullable(),
  was: z.string().nullable(),
});
export type PassageChange = z.infer<typeof passageChange>;
export const ownPassageInput = ownPassage;

/** What of it is shown, and on which paper. */
export const writeUpChange = z
  .strictObject({ shows, pictures: shownPictures, paper: oneOf('The paper', PAPERS) })
  .partial();
export const versionInput = z.strictObject({ finalOn: plainDate('The day it is final').nullable().default(null) });

/** A card that was read and not taken in yet. */
export const cardPreview = z.strictObject({
  card: recipeCardFile,
  /** A recipe of this household that goes by the same name. */
  sameName: z.boolean(),
  /** Of its grinders those this household has, and those it has not. */
  ownGrinders: z.array(z.string()),
  otherGrinders: z.array(z.string()),
});
export type CardPreview = z.infer<typeof cardPreview>;
export const cardText = z.strictObject({ text: z.string().max(200_000, 'A recipe card is shorter than that') });
