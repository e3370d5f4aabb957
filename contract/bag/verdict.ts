import { z } from 'zod';
import { STYLES } from '../../core/brew';
import { FACTOR_NAMES, SHAPES, STATES, type Shape } from '../../core/crest';
import { SCORING_SCALES } from '../../core/cup';
import { oneOf } from '../fields';

const span = z.strictObject({ from: z.number(), to: z.number() }).nullable();
const probability = z.number().min(0).max(1);

const effectOn = z.strictObject({ day: z.number(), mean: z.number(), sd: z.number() });

const effect = z.strictObject({
  factor: z.enum(FACTOR_NAMES),
  setting: z.string(),
  mean: z.number(),
  sd: z.number(),
  helps: probability,
  brews: z.number().int(),
  change: z.strictObject({ early: effectOn, late: effectOn, grows: probability }).nullable(),
});

/** A probability of each shape. */
export const shapeShares = z.strictObject(
  Object.fromEntries(SHAPES.map((shape) => [shape, probability])) as Record<Shape, typeof probability>,
);

const proposal = z.strictObject({
  changes: z.array(z.strictObject({ factor: effect.shape.factor, setting: z.string() })),
  expected: z.number(),
  expectedInformation: z.number(),
});

/** One bag's verdict on a day: the sentence, and what it rests on. Probabilities 0–1, scores 0–100, days of rest. */
export const verdict = z.strictObject({
  state: oneOf('State', STATES),
  stateProbability: probability,
  verdict: z.string(),
  restDay: z.number().int(),
  usable: z.number().int(),
  /** The scale of everything here, as a person would write it. */
  scale: z.enum(SCORING_SCALES),
  /** The style whose cups the expectation is borrowed from, while this one has none. */
  siblingStyle: oneOf('Style', STYLES).nullable(),
  sigma0: z.number(),
  advisedDay: z.number().int(),
  peak: z.strictObject({ day: z.number(), lo: z.number(), hi: z.number(), coverage: probability }),
  fresh: probability,
  shapes: shapeShares,
  window: span,
  core: span,
  inWindowToday: probability,
  curve: z.array(
    z.strictObject({ day: z.number().int(), mean: z.number(), lo: z.number(), median: z.number(), hi: z.number() }),
  ),
  inWindow: z.array(probability),
  effects: z.array(effect),
  /** The recipe its roaster publishes, against the reference. */
  claimed: effect.pick({ mean: true, sd: true, helps: true, brews: true }).nullable(),
  confounded: z.array(
    z.strictObject({
      factor: effect.shape.factor,
      share: probability,
      latest: z.string().nullable(),
      reference: z.string().nullable(),
      sinceAge: z.number(),
    }),
  ),
  forgiving: z
    .strictObject({
      fall: z.strictObject({ mean: z.number(), lo: z.number(), hi: z.number() }),
      is: z.enum(['forgiving', 'fussy']).nullable(),
      settings: z.number().int(),
    })
    .nullable(),
  /** How many cups count by what. */
  basis: z.strictObject({ marks: z.number().int(), levels: z.number().int(), comparisons: z.number().int() }),
  /** The earlier cup that one of today is best held against, by its brew; null without brews. */
  compareWith: z.string().nullable(),
  outliers: z.array(z.strictObject({ id: z.string(), missedBy: z.number(), sds: z.number() })),
  /** Proposals for today and the days to come. */
  next: z.array(z.strictObject({ inDays: z.number().int(), bestCup: proposal, mostInformative: proposal })),
  brews: z.array(
    z.strictObject({
      id: z.string(),
      age: z.number(),
      asScored: z.number().nullable(),
      by: z.enum(['mark', 'levels', 'comparisons']).nullable(),
      atReference: z.number().nullable(),
      leftOut: z.enum(['fault', 'other-style', 'no-mark']).nullable(),
    }),
  ),
});
export type Verdict = z.infer<typeof verdict>;
