import { z } from 'zod';
import {
  TRUE_TO_KIND,
  BEAN_SIZES,
  BET_OUTCOMES,
  BUY_AGAIN,
  LEVELS,
  LIKINGS,
  MEANT_FOR,
  SCORING_SCALES,
  SOLD_AGAIN,
  SPECIES,
} from '../../core/cup';
import { STYLES, GRIND_WORDS } from '../../core/brew';
import { START_RULES } from '../../core/shelf/plan';
import { brewParameterFields } from './brewParameters';
import { checkMark } from './mark';
import { instant, name, oneOf, partId, plainDate, quantity, text, webAddress } from '../fields';

/** What a taster may record of a bag besides what it is judged by. Everything may be left open. */

const { grindStep: _, ...publishedParameters } = brewParameterFields;

/** A recipe as its roaster publishes it: a claim, held against the cups. */
export const publishedRecipe = z.strictObject({
  ...publishedParameters,
  grindWord: oneOf('Grind', GRIND_WORDS).nullable(),
  /** Into how many pours the water goes, the bloom one of them. */
  pours: quantity('Pours', 1, 20).int('Pours must be a whole number').nullable().default(null),
  /** The rest of it, as printed. */
  asPrinted: text('The recipe as printed', 500).trim(),
});
export type PublishedRecipe = z.infer<typeof publishedRecipe>;

/** What the label says: claims. */
export const labelFields = {
  producer: text('Producer', 120).trim().default(''),
  lot: text('Lot', 80).trim().default(''),
  harvest: text('Harvest', 80).trim().default(''),
  link: webAddress('The link').default(''),
  altitude: text('Altitude', 60).trim().default(''),
  species: oneOf('Species', SPECIES).nullable().default(null),
  /** Parts of a blend, each with its share where that is told. */
  blend: z
    .array(
      z.strictObject({
        name: name('The part of the blend', 120),
        sharePercent: quantity('A share', 0, 100, '%').nullable(),
      }),
    )
    .max(12, 'A blend can have 12 parts at most')
    .refine((parts) => parts.reduce((sum, { sharePercent }) => sum + (sharePercent ?? 0), 0) <= 100.5, {
      error: 'The shares of a blend add up to more than 100 %',
    })
    .default([]),
  certificates: text('Certificates or awards', 300).trim().default(''),
  meantFor: oneOf('Meant for', MEANT_FOR).nullable().default(null),
  soldAgain: oneOf('Sold again', SOLD_AGAIN).nullable().default(null),
  /** Whether the printed notes wait until the first cups are written. */
  labelNotes: oneOf('The printed notes', ['shown', 'hidden']).default('shown'),
  /** When they were revealed; null: not yet, or never hidden. */
  labelRevealedAt: instant('When the printed notes were revealed').nullable().default(null),
  publishedRecipe: publishedRecipe.nullable().default(null),
};

/** A part of a bag weighed off, that goes into the freezer and out of it by itself. */
export const heldPortion = z
  .strictObject({
    id: partId,
    grams: quantity('A portion', 1, 20_000, 'g'),
    stays: z
      .array(
        z.strictObject({
          from: plainDate('The day it went in'),
          to: plainDate('The day it came out').nullable(),
        }),
      )
      .max(20, 'A portion can have 20 stays in the freezer at most'),
  })
  .refine(({ stays }) => stays.every(({ from, to }) => to === null || to >= from), {
    path: ['stays'],
    error: 'A portion cannot come out before it went in',
  });

/** What a bag or a portion had more, or less, than was reckoned, g. */
export const beanCorrection = z.strictObject({
  id: partId,
  portionId: partId.nullable(),
  on: plainDate('The day of weighing'),
  grams: quantity('The difference', -20_000, 20_000, 'g'),
  reason: name('A reason', 200),
});

/** How it came, and how its beans look. */
export const stockFields = {
  /** Its story and the reason, to be held against the end. */
  boughtFor: text('What it was bought for', 500).trim().default(''),
  /** Where it was bought, and can be bought again. */
  shop: text('Shop', 120).trim().default(''),
  arrivedOn: plainDate('The day it arrived').nullable().default(null),
  openedOn: plainDate('The day it was opened').nullable().default(null),
  /** When it may be opened. */
  startRule: oneOf('When to start', START_RULES).default('engine'),
  /** Parts weighed off, with their stays in the freezer. */
  heldPortions: z.array(heldPortion).max(60, 'A bag can have 60 portions at most').default([]),
  /** Where scale and arithmetic differed. */
  corrections: z.array(beanCorrection).max(200, 'A bag can have 200 corrections at most').default([]),
  portions: quantity('Portions', 1, 200).int('Portions must be a whole number').nullable().default(null),
  beanLook: text('What the beans look like', 300).trim().default(''),
  beanSize: oneOf('Size of the beans', BEAN_SIZES).nullable().default(null),
  /** Readings of a roast-colour meter, on its own scale; the higher the lighter. */
  colourWhole: quantity('Roast colour of whole beans', 0, 200).nullable().default(null),
  colourGround: quantity('Roast colour of the grounds', 0, 200).nullable().default(null),
};

const truth = oneOf('How true it is', TRUE_TO_KIND).nullable().default(null);

/** The taster's own mark of the bag as one drink, in one scale, whatever the engine says. */
export const finalMark = z
  .strictObject({
    style: oneOf('The drink', STYLES),
    scoringScale: oneOf('Scoring', SCORING_SCALES),
    mark: z.number({ error: 'The mark must be a number' }),
    /** Whether the price was weighed in. */
    isForThePrice: z.boolean({ error: 'Weighed by its price must be yes or no' }).default(false),
  })
  .superRefine(checkMark);
export type FinalMark = z.infer<typeof finalMark>;

/** The verdict of the taster. */
export const ownVerdictFields = {
  /** At most one of a drink in a scale. */
  finalMarks: z
    .array(finalMark)
    .max(12, 'A bag can have 12 final marks at most')
    .refine(
      (marks) => new Set(marks.map(({ style, scoringScale }) => `${style} ${scoringScale}`)).size === marks.length,
      {
        error: 'A bag has one final mark of a drink in a scale',
      },
    )
    .default([]),
  buyAgain: oneOf('Buy again', BUY_AGAIN).nullable().default(null),
  liked: oneOf('Liking', LIKINGS).nullable().default(null),
  boughtForHeld: oneOf('What it was bought for', BET_OUTCOMES).nullable().default(null),
  trueToOrigin: truth,
  trueToVariety: truth,
  trueToProcess: truth,
  trueToRoaster: truth,
  /** How much of what the bag had, all its cups considered. */
  finalLevels: z
    .array(z.strictObject({ attribute: z.string().min(1).max(80), intensity: oneOf('The level', LEVELS) }))
    .max(80, 'A bag can hold 80 final levels at most')
    .default([]),
  /** For later: they come back when the bag is brewed. */
  ideas: text('Ideas for later', 500).trim().default(''),
};
