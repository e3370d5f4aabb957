import { z } from 'zod';
import { STYLES } from '../../core/brew';
import { PEAK_AXIS, PROCESSES, ROAST_LEVELS, SHAPES } from '../../core/crest';
import { id, name, oneOf } from '../fields';

/**
 * What a taster's finished bags taught, without names, notes, places or dates: what another household may learn from.
 */
export const EXCHANGE_FORMAT = 'slow-crest.crests';
export const EXCHANGE_VERSION = 1;

/** ln likelihood against the likeliest entry: never above 0. */
const logLikelihood = z.number({ error: 'A number is needed' }).min(-1000).max(0);

/** One finished bag. */
export const crestLesson = z.strictObject({
  roastLevel: oneOf('Roast level', ROAST_LEVELS).nullable(),
  process: oneOf('Process', PROCESSES).nullable(),
  style: oneOf('Style', STYLES),
  /** How many cups it rests on. */
  cups: z.number({ error: 'The number of cups is needed' }).int().min(1).max(10_000),
  /** Of every entry of the axis: best fresh, hardly any change, and then a crest in each cell. */
  peak: z.array(logLikelihood).length(PEAK_AXIS.entries, `The peak needs ${PEAK_AXIS.entries} numbers`),
  /** Of every shape, in the order of `shapes`. */
  shapes: z.array(logLikelihood).length(SHAPES.length, `The shapes need ${SHAPES.length} numbers`),
});
export type CrestLesson = z.infer<typeof crestLesson>;

export const exchangeFile = z.strictObject({
  format: z.literal(EXCHANGE_FORMAT, { error: 'This is not a file of crests' }),
  version: z.literal(EXCHANGE_VERSION, { error: 'This file of crests was written by another version of Slow Crest' }),
  /** The axis of the peaks: equal cells of ln days between two days. */
  axis: z.strictObject({
    fromDays: z.literal(PEAK_AXIS.fromDays),
    toDays: z.literal(PEAK_AXIS.toDays),
    cells: z.literal(PEAK_AXIS.cells),
  }),
  shapes: z.array(z.enum(SHAPES)).refine((given) => SHAPES.every((shape, i) => given[i] === shape), {
    error: 'The shapes stand in another order',
  }),
  bags: z.array(crestLesson).max(1000, 'A file of crests can hold 1000 bags at most'),
});
export type ExchangeFile = z.infer<typeof exchangeFile>;

/** A file of crests that was read, and where it came from in the words of whoever read it. */
export const exchangeInput = z.strictObject({ name: name('What it is called', 200), file: exchangeFile });

export const exchange = z.strictObject({ id, name: z.string(), readAt: z.string(), bags: z.number().int() });
