import { z } from 'zod';
import { COMPARED } from '../../core/cup';
import { attributeWeights } from '../bag/bag';
import { id, oneOf } from '../fields';

const probability = z.number().min(0).max(1);
const points = z.number();

/** What was foretold of one cup before it was tasted, as it was kept then. Points of score, 0–100. */
export const predictionFields = {
  /** The brew it was foretold of. */
  brewId: id,
  madeAt: z.string(),
  /** The version of the engine that foretold it. */
  engineVersion: z.number().int(),
  mean: points,
  /** The interval of probability 0.8. */
  lo: points,
  hi: points,
  /** Probability of being better than the best mark before; null without one. */
  beatsBest: probability.nullable(),
  /** The mark before it in its bag, and the best of all before it; null without one. */
  last: points.nullable(),
  best: points.nullable(),
  /** Of the cups it was held against: what each word was given. */
  against: z.array(z.strictObject({ thanId: id, better: probability, like: probability, worse: probability })),
  /** What “best” meant then, as on the bag. */
  weights: attributeWeights.nullable().default(null),
} as const;
export const prediction = z.strictObject(predictionFields);
export type Prediction = z.infer<typeof prediction>;

/** A cup that was foretold, with what it then was. */
export const foretoldCup = z.strictObject({
  ...predictionFields,
  against: z.array(
    z.strictObject({
      thanId: id,
      better: probability,
      like: probability,
      worse: probability,
      was: oneOf('How it was against the other', COMPARED),
    }),
  ),
  bagId: id,
  bagName: z.string(),
  brewedAt: z.string(),
  /** What it was marked, as that stands now; null where it was not. */
  score: points.nullable(),
});
export type ForetoldCupRow = z.infer<typeof foretoldCup>;

/** What a bag gives for its price among the household's own; null while there is too little to say it by. */
export const bagValue = z.strictObject({
  value: z
    .strictObject({
      above: z.strictObject({ mean: points, lo: points, hi: points }),
      place: z.number().int(),
      of: z.number().int(),
    })
    .nullable(),
});

/** How often the engine was right: in sum, and the cups it foretold. */
const trackRecord = z.strictObject({
  foretold: z.number().int(),
  inside: z.number().int(),
  misses: z.strictObject({ cups: z.number().int(), engine: points, last: points, best: points }).nullable(),
  compared: z.number().int(),
  likeliestSaid: z.number().int(),
  bins: z.array(z.strictObject({ said: probability, happened: probability, count: z.number().int() })),
});

/** The record of one bag, as its page tells it. */
export const bagRecord = trackRecord.omit({ bins: true });

export const palateRecord = z.strictObject({
  overall: trackRecord,
  bags: z.array(bagRecord.extend({ bagId: id, bagName: z.string() })),
  /** Every foretold cup, the latest first. */
  cups: z.array(foretoldCup),
});
export type PalateRecord = z.infer<typeof palateRecord>;
