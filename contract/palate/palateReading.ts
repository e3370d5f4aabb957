import { z } from 'zod';
import { STYLES } from '../../core/brew';
import { PROCESSES, ROAST_LEVELS } from '../../core/crest';
import { DRIVER_KINDS } from '../../core/palate';
import { SCORING_SCALES } from '../../core/cup';
import { id } from '../fields';
import { shapeShares } from '../bag/verdict';

/** What a taster is like: how repeatable, what is liked, what stands how among its kind, how crests came out. */

const points = z.number();
const count = z.number().int();
const effect = z.strictObject({ mean: points, lo: points, hi: points });

const repeatability = z.strictObject({ sd: points, lo: points, hi: points, degrees: count, more: count });

export const repeats = z.strictObject({
  tasters: z.array(
    z.strictObject({
      tasterId: id.nullable(),
      name: z.string(),
      /** In the unit of each scale; `assumed` is what is taken before anything is measured. */
      scales: z.array(z.strictObject({ scale: z.enum(SCORING_SCALES), repeatability, assumed: points })),
      attributes: z.array(z.strictObject({ of: z.string(), isLevel: z.boolean(), repeatability })),
    }),
  ),
  /** What the engine takes marks to miss by, as a multiple of what is assumed, and what that rests on. */
  engine: z.strictObject({ factor: z.number(), bags: count, repeats: count }),
});
export type Repeats = z.infer<typeof repeats>;

export const liking = z.strictObject({
  /** Scored cups there are. */
  cups: count,
  /** Null while there are too few. */
  liking: z
    .strictObject({
      cups: count,
      drivers: z.array(
        z.strictObject({
          kind: z.enum(DRIVER_KINDS),
          of: z.string(),
          effect,
          cups: count,
          ideal: z.number().nullable(),
          usual: z.number(),
          bend: z.number(),
        }),
      ),
    })
    .nullable(),
});
export type LikingAnswer = z.infer<typeof liking>;

/** What instruments said of bags and brews. */
export const readings = z.strictObject({
  /** Roast colours, whole and ground, on the meter's own scale, with the claimed roast. */
  colours: z.array(
    z.strictObject({
      bagId: id,
      roastLevel: z.enum(ROAST_LEVELS),
      whole: z.number().nullable(),
      ground: z.number().nullable(),
    }),
  ),
  ph: z.array(z.strictObject({ brewId: id, style: z.enum(STYLES), ph: z.number() })),
});
export type Readings = z.infer<typeof readings>;

/** Kinds a bag can be one of. */
export const STANDING_FIELDS = ['origin', 'roaster', 'producer', 'variety', 'species', 'process', 'style'] as const;
export type StandingField = (typeof STANDING_FIELDS)[number];

export const standing = z.strictObject({
  id: z.string(),
  name: z.string(),
  /** Null for a yardstick from outside. */
  bagId: id.nullable(),
  mean: points,
  lo: points,
  hi: points,
  place: count,
  bestPlace: count,
  worstPlace: count,
});
export type StandingLine = z.infer<typeof standing>;
export const standings = z.strictObject({
  all: z.array(standing),
  kinds: z.array(z.strictObject({ field: z.enum(STANDING_FIELDS), value: z.string(), standings: z.array(standing) })),
  /** The scale the scores of all are in, and those too little known against it: their bags stand by themselves. */
  scale: z.enum(SCORING_SCALES),
  apart: z.array(z.strictObject({ scale: z.enum(SCORING_SCALES), standings: z.array(standing) })),
});
export type Standings = z.infer<typeof standings>;

export const crests = z.strictObject({
  bags: count,
  shapes: z.strictObject({ believed: shapeShares, learnt: shapeShares }),
  kinds: z.array(
    z.strictObject({
      roastLevel: z.enum(ROAST_LEVELS).nullable(),
      process: z.enum(PROCESSES).nullable(),
      style: z.enum(STYLES),
      bags: count,
      tableDays: z.number(),
      learntDays: z.number(),
      moves: z.array(z.strictObject({ after: z.string(), on: z.string(), days: z.number() })),
    }),
  ),
});
export type Crests = z.infer<typeof crests>;

const difference = z.strictObject({
  pairs: count,
  mean: points,
  interval: z.strictObject({ lo: points, hi: points }).nullable(),
});
export const twoTasters = z.strictObject({
  brews: count,
  difference: difference.nullable(),
  apart: points.nullable(),
  words: z.strictObject({
    both: z.array(z.string()),
    onlyFirst: z.array(z.string()),
    onlySecond: z.array(z.string()),
  }),
  levels: z.array(z.strictObject({ attribute: z.string(), difference })),
});
export type TwoTasters = z.infer<typeof twoTasters>;
