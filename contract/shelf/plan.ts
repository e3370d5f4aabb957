import { z } from 'zod';
import { STYLES } from '../../core/brew';
import { SCORING_SCALES } from '../../core/cup';
import { CUP_REASONS, RULES } from '../../core/shelf/plan';
import { id, name, oneOf, partId, plainDate, quantity } from '../fields';

/** What a plan is made by, and what it says. */

const cupsOfADay = quantity('Cups', 0, 50).int('Cups must be a whole number');

/** Who drinks how much on which weekday, from Monday on, and what it must be. */
export const habit = z.strictObject({
  tasterId: id.nullable(),
  cups: z.array(cupsOfADay).length(7, 'Cups are seven numbers, from Monday on'),
  /** The drink it must be; null: any. */
  style: oneOf('The drink', STYLES).nullable(),
  isDecaf: z.boolean({ error: 'Decaffeinated must be yes or no' }),
});
export type Habit = z.infer<typeof habit>;

/** What the taster has set: a cup of a bag on a day, a day with fewer cups, or more of them for visitors. */
export const PLAN_MARKS = ['pin', 'skip', 'visit'] as const;
export const planMarkFields = {
  kind: oneOf('What is set', PLAN_MARKS),
  on: plainDate('The day'),
  bagId: id.nullable().default(null),
  cups: quantity('Cups', 1, 50).int('Cups must be a whole number').default(1),
};
export const planMarkInput = z
  .strictObject(planMarkFields)
  .refine(({ kind, bagId }) => kind !== 'pin' || bagId !== null, {
    path: ['bagId'],
    error: 'A bag is needed to set a cup of it',
  });
export const planMark = z.strictObject({ id, ...planMarkFields });
export type PlanMark = z.infer<typeof planMark>;

/** A roaster as far as orders go. Weekdays count from Monday, 0. */
export const roaster = z.strictObject({
  name: name('The roaster', 120),
  roastsOn: z
    .array(z.number().int().min(0).max(6))
    .max(7, 'A week has seven days')
    .refine((days) => new Set(days).size === days.length, 'A weekday is named twice'),
  /** Days before a roast by which an order must be in, and from the roast to the door. */
  leadDays: quantity('The lead time', 0, 60, 'days').int('The lead time must be whole days'),
  shippingDays: quantity('Shipping', 0, 60, 'days').int('Shipping must be whole days'),
});
export type Roaster = z.infer<typeof roaster>;

/** What the application reminds of. */
export const reminders = z.strictObject({
  steeps: z.boolean(),
  lastGoodDays: z.boolean(),
  orders: z.boolean(),
  thaws: z.boolean(),
});
export type Reminders = z.infer<typeof reminders>;

const date = z.string();

/** A cup of the plan. */
export const plannedCup = z.strictObject({
  on: date,
  /** Its bag; of one on its way, the order. */
  bagId: id,
  isComing: z.boolean(),
  name: z.string(),
  style: z.enum(STYLES),
  /** Expected score, 0–100, and the scale it is said in. */
  expected: z.number(),
  scale: z.enum(SCORING_SCALES),
  restDay: z.number().int(),
  reason: z.enum(CUP_REASONS),
  why: z.string(),
  /** Whether that was said of the cup of its bag just before. */
  isWhyKnown: z.boolean(),
  /** The portion it is of; null for what is in the bag. */
  portionId: partId.nullable(),
  /** Points that this cup adds to later ones by what it tells. */
  learning: z.number(),
  /** What was set, and the points it costs all cups together; null where nothing was. */
  pin: z.strictObject({ id, price: z.number() }).nullable(),
});
export type PlannedCup = z.infer<typeof plannedCup>;

/** What to put into the freezer, and when it comes out. */
export const freezing = z.strictObject({
  bagId: id,
  isComing: z.boolean(),
  name: z.string(),
  grams: z.number(),
  from: date,
  to: date,
  /** Points of the bag's scale a cup that it gains against the same cups from the bag, and how likely it is worth it. */
  gain: z.strictObject({ points: z.number(), scale: z.enum(SCORING_SCALES), probability: z.number() }),
});
export type Freezing = z.infer<typeof freezing>;

export const plan = z.strictObject({
  today: date,
  /** The last day planned. */
  to: date,
  cups: z.array(plannedCup),
  freeze: z.array(freezing),
  /** Points a cup that the plan gains over each rule, and its own mean. */
  against: z.partialRecord(z.enum(RULES), z.number()),
  meanScore: z.number(),
  /** Points a cup that the freezer gains; null where none is used. */
  freezerGain: z.number().nullable(),
  /** Days with cups that nothing on the shelf can fill. */
  unfilled: z.array(z.strictObject({ on: date, cups: z.number().int() })),
  /** The first day without a cup though one is wanted; null where the shelf lasts. */
  runsOutOn: date.nullable(),
  /** Whether the household drank what it wants today: what is planned for today is one more. */
  isExtraToday: z.boolean(),
  marks: z.array(planMark),
  /** Marks that cannot be kept. */
  unkept: z.array(id),
  /** Bags that are still to be judged and not in it. */
  unjudged: z.array(id),
});
export type Plan = z.infer<typeof plan>;
