import { z } from 'zod';
import { STATES, type TasterPrior } from '../../core/crest';
import { SCORING_SCALES, SOLD_AGAIN } from '../../core/cup';
import { bag } from '../bag/bag';
import { finalMark } from '../bag/bagRecord';
import { brew } from '../bag/brew';
import { brewParametersInput } from '../bag/brewParameters';
import { trait } from '../bag/cup';
import { draftHead } from '../keeping/draft';
import { id, partId, plainDate } from '../fields';
import { settings } from '../settings';
import { bagRecord } from '../palate/palate';
import { shapeShares, verdict } from '../bag/verdict';

const date = z.string();
const dateSpan = z.strictObject({ from: date, to: date }).nullable();

/**
 * Whether a verdict is of the bag as it is; was made before the last change to it, or to the household's past; or is
 * still to be made.
 */
export const judged = z.enum(['now', 'earlier', 'not yet']);

/**
 * How the judging in the background stands: bags not judged yet, of how many; and why nothing goes on, in words, or
 * null.
 */
export const judging = z.strictObject({
  waiting: z.number().int(),
  of: z.number().int(),
  trouble: z.string().nullable(),
});
export type Judging = z.infer<typeof judging>;

/** One lane of the shelf. A bag that is not judged yet has no ridge and no window, and its state stands for nothing. */
export const lane = z.strictObject({
  id,
  name: z.string(),
  roaster: z.string(),
  style: z.string(),
  brewer: z.string(),
  reference: brewParametersInput,
  roastedOn: date,
  roastAssumed: z.boolean(),
  finishedOn: date.nullable(),
  restDay: z.number().int(),
  frozen: z.boolean(),
  frozenSpans: z.array(z.strictObject({ from: date, to: date.nullable() })),
  brews: z.array(z.strictObject({ on: date, faulted: z.boolean() })),
  gramsLeft: z.number(),
  /** Of them in portions in the freezer. */
  inFreezerG: z.number(),
  cupsLeft: z.number().int(),
  judged,
  state: z.enum(STATES),
  stateProbability: z.number(),
  verdict: z.string(),
  usable: z.number().int(),
  /** Calendar dates of the window, if the beans stay where they are; null where there is none. */
  window: dateSpan,
  /** Probability of being in the window on each date of the shelf's axis, from `axis.from` on. */
  ridge: z.array(z.number()),
  /** Of a finished bag: how it went over its rest days; null while it is not judged, and of a bag in use. */
  history: z
    .strictObject({
      /** Probability of being at its best on rest day 0, 1, 2 … */
      atBest: z.array(z.number()),
      /** Its days in words, and the score on the best of them, 0–100; null where nothing was marked. */
      days: z.strictObject({ from: z.number(), to: z.number() }).nullable(),
      score: z.number().nullable(),
      scale: z.enum(SCORING_SCALES),
      /** Rest days on which it was brewed. */
      brewed: z.array(z.number().int()),
      /** The taster's own marks at the end, and whether it can be had again. */
      finalMarks: z.array(finalMark),
      soldAgain: z.enum(SOLD_AGAIN).nullable(),
    })
    .nullable(),
});
export type Lane = z.infer<typeof lane>;

/** What to do with one bag this morning, and why, in whole sentences. */
export const advice = z.strictObject({ bagId: id, name: z.string(), headline: z.string(), reason: z.string() });
export type Advice = z.infer<typeof advice>;

/** A brew on the bench, as the shelf speaks of it. `dueAt` is an instant in ms; null before its start. */
export const onBench = z.strictObject({
  id,
  bagId: id,
  bagName: z.string(),
  kind: z.string(),
  recipeName: z.string(),
  end: z.string(),
  dueAt: z.number().nullable(),
  over: z.boolean(),
});
export type OnBench = z.infer<typeof onBench>;

/** A word that still would not come, and the cup it belongs to. */
export const nagging = z.strictObject({
  brewId: id,
  bagId: id,
  bagName: z.string(),
  on: date,
  said: z.string(),
  tapped: z.array(trait),
});
export type Nagging = z.infer<typeof nagging>;

export const shelf = z.strictObject({
  today: date,
  axis: z.strictObject({ from: date, to: date }),
  lanes: z.array(lane),
  pick: advice.nullable(),
  /** The next cup of the plan where it has none for today: what it waits for. */
  waitsFor: z.strictObject({ bagId: id, name: z.string(), on: date }).nullable(),
  /** Whether the morning follows the plan; while that is being made it follows the states of the bags. */
  isPlanned: z.boolean(),
  /** The one brew from which most would be learnt today. */
  mostInformative: advice.nullable(),
  leaveAlone: z.array(advice),
  /** Bags that are there and whose rows cannot be read: each says why, and is in nothing else. */
  unreadable: z.array(z.strictObject({ id, name: z.string(), why: z.string() })),
  bench: z.array(onBench),
  nagging: z.array(nagging),
  /** Sheets that were begun and not saved. */
  unfinished: z.array(draftHead),
  /** Estimates of caffeine for each taster, mg, day by day, the newest first; null where the household keeps none. */
  caffeine: z
    .strictObject({
      guideMg: z.number(),
      days: z.array(
        z.strictObject({
          on: date,
          tally: z.array(z.strictObject({ taster: z.string().nullable(), mg: z.number() })),
        }),
      ),
    })
    .nullable(),
  judging,
});
export type Shelf = z.infer<typeof shelf>;

/** Every reading depends on which day it is where the taster stands. */
export const todayQuery = z.object({ today: plainDate('Today') });
export const shelfQuery = todayQuery.extend({ finished: z.enum(['yes', 'no']).default('no') });
export const searchQuery = z.object({ q: z.string().max(200, 'A search can hold 200 characters at most').default('') });

export const searchHit = z.strictObject({
  id,
  name: z.string(),
  roaster: z.string(),
  origin: z.string(),
  finished: z.boolean(),
  inRemarks: z.string().nullable(),
});
export type SearchHit = z.infer<typeof searchHit>;

/** Everything the Bag page shows. */
export const bagPage = z.strictObject({
  bag,
  roastedOn: date,
  /** Sd of an assumed roast date, days; 0 of one the label gave. */
  roastSdDays: z.number(),
  frozen: z.boolean(),
  gramsLeft: z.number(),
  /** What of it lies in the bag itself, and in each portion. */
  stock: z.strictObject({
    bagG: z.number(),
    portions: z.array(z.strictObject({ id: partId, grams: z.number() })),
    totalG: z.number(),
  }),
  cupsLeft: z.number().int(),
  window: dateSpan,
  brews: z.array(brew),
  /** Brews that are there and cannot be read, with when they were made: they are kept and count for nothing. */
  unreadable: z.array(z.strictObject({ brewedAt: z.string(), why: z.string() })),
  /** What the household's finished bags and blind repeats teach of this one; null while there is no history. */
  prior: z
    .strictObject({
      peak: z.strictObject({ days: z.number(), logSd: z.number(), worth: z.number().optional() }),
      noise: z.strictObject({ mean: z.number(), sd: z.number() }),
      baselineMean: z.number(),
      shapes: z.strictObject({ shares: shapeShares, bags: z.number() }).optional(),
      levelCosts: z.record(z.string(), z.number()).optional(),
      levelLikings: z
        .record(z.string(), z.strictObject({ usual: z.number(), slope: z.number(), bend: z.number() }))
        .optional(),
      advice: z.strictObject({ mean: z.number(), sd: z.number() }).optional(),
    } satisfies Record<keyof TasterPrior, z.ZodType>)
    .nullable(),
  settings,
  verdict,
  /** How often the engine was right about this bag. */
  record: bagRecord,
  judged,
  judging,
});
export type BagPage = z.infer<typeof bagPage>;
