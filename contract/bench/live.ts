import { z } from 'zod';
import { BEDS, CHECKS, FAULTS, VIGOURS } from '../../core/brew';
import { id, oneOf, quantity, text } from '../fields';
import { instrumentSettings } from './instrument';
import { flawCounts, trace } from '../bag/making';
import { recipeFields, recipeInput } from './recipe';

/** What is laid out on the bench: a bag, a recipe (scaled), and the version it comes from. */
export const liveInput = z.strictObject({
  bagId: id,
  recipe: recipeInput,
  recipeVersionId: id.nullable().default(null),
});
export type LiveInput = z.infer<typeof liveInput>;

const LONGEST_S = 400_000;
const mark = z.strictObject({
  step: quantity('Stage', 0, 40).int('A stage is a whole number'),
  atS: quantity('The time of a mark', -10, LONGEST_S, 's'),
});

/** What can change on a brew on the bench; what is left out stays. */
export const livePatch = z.strictObject({
  ticked: z.array(oneOf('Check', CHECKS)).max(20).optional(),
  marks: z.array(mark).max(60, 'A brew can have 60 marks at most').optional(),
  /** When it was over, seconds from the start; null: not yet after all. */
  endedS: quantity('The end', 0, LONGEST_S, 's').nullable().optional(),
  vigour: oneOf('Bloom', VIGOURS).nullable().optional(),
  bed: oneOf('Bed', BEDS).nullable().optional(),
  fault: oneOf('Fault', FAULTS).nullable().optional(),
  faultNote: text('What went wrong', 500).optional(),
  /**
   * The lists as they stood when the first of these changes was tapped: what another device added meanwhile is kept.
   */
  was: z
    .strictObject({ ticked: z.array(oneOf('Check', CHECKS)).max(20), marks: z.array(mark).max(60) })
    .partial()
    .optional(),
});
export type LivePatch = z.infer<typeof livePatch>;

/** Starts now, or so many seconds from now: a second brew can begin a set time after the first. */
export const liveStart = z.strictObject({ inS: quantity('The delay', 0, 3600, 's').default(0) });

/** A brew on the bench, as the server gives it back. */
export const liveBrew = z.strictObject({
  id,
  bagId: id,
  bagName: z.string(),
  recipe: z.strictObject(recipeFields),
  recipeVersionId: id.nullable(),
  ticked: z.array(z.enum(CHECKS)),
  marks: z.array(mark),
  /** Instants, ms; null before the start. */
  startedAt: z.number().nullable(),
  endedS: z.number().nullable(),
  vigour: z.enum(VIGOURS).nullable(),
  bed: z.enum(BEDS).nullable(),
  fault: z.enum(FAULTS).nullable(),
  faultNote: z.string(),
  instruments: instrumentSettings,
  /** What a simulated hand can be repeated from. */
  seed: z.number().int(),
  /** Raised with every change: an answer that was long under way is known by its lower number. */
  revision: z.number().int(),
  createdAt: z.string(),
});
export type LiveBrew = z.infer<typeof liveBrew>;

/** The bench: its brews, and the server's clock to set one's own by. */
export const benchAnswer = z.strictObject({ now: z.number(), brews: z.array(liveBrew) });
export type Bench = z.infer<typeof benchAnswer>;

/** What the scale has said so far. */
export const liveTrace = z.strictObject({ trace, flaws: flawCounts });
export type LiveTrace = z.infer<typeof liveTrace>;
