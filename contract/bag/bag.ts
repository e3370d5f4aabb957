import { z } from 'zod';
import { PROCESSES, ROAST_LEVELS } from '../../core/crest';
import {
  ATTRIBUTES,
  BET_OUTCOMES,
  SCALE_RANGES,
  SCORING_SCALES,
  type Attribute,
  type ScoringScale,
} from '../../core/cup';
import { hasAnyDate, REST_RATES } from '../../core/rest';
import { changeOf, eachOptional, id, name, oneOf, plainDate, quantity, text } from '../fields';
import { labelFields, ownVerdictFields, stockFields } from './bagRecord';
import { brewParameterFields, brewParametersInput } from './brewParameters';

/** A stay in the freezer: from the day it goes in up to, not including, the day it comes out (null: still there). */
export const spellInput = z
  .strictObject({
    place: oneOf('Place', ['freezer']),
    from: plainDate('The day it went in'),
    to: plainDate('The day it came out').nullable(),
  })
  .refine((spell) => spell.to === null || spell.to >= spell.from, {
    path: ['to'],
    error: 'The day it came out cannot be before the day it went in',
  });
export type SpellInput = z.infer<typeof spellInput>;

const attributeWeight = quantity('A weight', 0, 10);
export const attributeWeights = z.strictObject(
  Object.fromEntries(ATTRIBUTES.map((attribute) => [attribute, attributeWeight])) as Record<
    Attribute,
    typeof attributeWeight
  >,
);

const bagFields = {
  name: name('Name', 120),
  roaster: text('Roaster', 120).trim().default(''),
  origin: text('Origin', 120).trim().default(''),
  variety: text('Variety', 120).trim().default(''),
  /** The process as the label names it, and the kind of process the prior takes it for. */
  processName: text('Process', 120).trim().default(''),
  process: oneOf('The kind of process', PROCESSES).nullable().default(null),
  roastLevel: oneOf('Roast level', ROAST_LEVELS).nullable().default(null),
  printedNotes: text('Printed notes', 500).trim().default(''),
  roastedOn: plainDate('Roast date').nullable().default(null),
  bestBefore: plainDate('Best-before date').nullable().default(null),
  shelfLifeDays: quantity('Shelf life', 30, 1500, 'days').int('Shelf life must be whole days').nullable().default(null),
  restAdviceDays: quantity("The roaster's rest advice", 0, 120, 'days').nullable().default(null),
  ...labelFields,
  ...stockFields,
  weightG: quantity('Weight', 5, 20_000, 'g').default(250),
  price: quantity('Price', 0, 100_000).nullable().default(null),
  scoringScale: oneOf('Scoring', SCORING_SCALES).default('mark10'),
  /** What "best" means: weights on the attributes, or (null) the overall mark. */
  weights: attributeWeights
    .refine((w) => ATTRIBUTES.some((attribute) => w[attribute] > 0), {
      path: ['aroma'],
      error: 'At least one attribute must weigh something',
    })
    .nullable()
    .default(null),
  /** What the beans look like, against the roast the label claims. */
  perceivedRoast: oneOf('Perceived roast', ROAST_LEVELS).nullable().default(null),
  bet: text('Your bet', 1000).default(''),
  /** The mark betted on, in the bag's scale. */
  betMark: z.number({ error: 'The betted mark must be a number' }).nullable().default(null),
  /** Whether the bet held, as the taster sees it. */
  betHeld: oneOf('The bet', BET_OUTCOMES).nullable().default(null),
  ...ownVerdictFields,
  /** The only words its cups may be described by, as typed; empty: any. */
  agreedWords: text('The agreed words', 2000).trim().default(''),
  reference: brewParametersInput,
  /** The recipe the reference was taken from; null where it was written down by itself. */
  referenceRecipeId: id.nullable().default(null),
  spells: z.array(spellInput).max(50, 'A bag can have 50 freezer stays at most').default([]),
  finishedOn: plainDate('The day it was finished').nullable().default(null),
};

interface Dated {
  roastedOn: string | null;
  bestBefore: string | null;
  shelfLifeDays: number | null;
  arrivedOn: string | null;
  openedOn: string | null;
  spells: SpellInput[];
}

/** What is said of a bag without any date. */
export const NO_DATE = 'Rest days need a date: roasted, best before, or the day it arrived or was opened';

/** What the dates of a bag must agree on; each problem is laid at the field that can mend it. */
function checkDates(bag: Dated, context: z.RefinementCtx): void {
  const problem = (path: (string | number)[], message: string): void =>
    context.addIssue({ code: 'custom', path, message });
  if (!hasAnyDate(bag)) problem(['roastedOn'], NO_DATE);
  if (bag.roastedOn !== null && bag.bestBefore !== null && bag.bestBefore < bag.roastedOn)
    problem(['bestBefore'], 'The best-before date cannot be before the roast date');
  const inOrder = bag.spells.map((spell, i) => ({ ...spell, i })).sort((a, b) => (a.from < b.from ? -1 : 1));
  inOrder.forEach((spell, k) => {
    if (bag.roastedOn !== null && spell.from < bag.roastedOn)
      problem(['spells', spell.i, 'from'], 'It cannot go into the freezer before it was roasted');
    const next = inOrder[k + 1];
    if (next && (spell.to === null || next.from < spell.to))
      problem(['spells', next.i, 'from'], 'Two freezer stays overlap');
  });
}

function checkBet(
  { scoringScale, betMark }: { scoringScale: ScoringScale; betMark: number | null },
  context: z.RefinementCtx,
): void {
  const { min, max } = SCALE_RANGES[scoringScale];
  if (betMark !== null && !(betMark >= min && betMark <= max))
    context.addIssue({
      code: 'custom',
      path: ['betMark'],
      message: `The betted mark must be between ${min} and ${max}`,
    });
}

/** A bag as a taster writes it. */
export const bagInput = z.strictObject(bagFields).superRefine(checkDates).superRefine(checkBet);
export type BagInput = z.infer<typeof bagInput>;
/** The same before defaults are filled in: what a form or a client may send. */
export type BagDraft = z.input<typeof bagInput>;

/**
 * What is to be different on a bag, down to fields of its reference, and under `was` what it says instead of, so that
 * of two changes at once both are kept. The bag as a whole is checked once they are put together.
 */
export const bagChange = changeOf({ ...bagFields, reference: z.strictObject(eachOptional(brewParameterFields)) });
export type BagChange = z.input<typeof bagChange>;

/** A bag as the server gives it back, with the rate the household has for its freezer. */
export const bag = z.strictObject({
  id,
  ...bagFields,
  createdAt: z.string(),
  revision: z.number().int(),
  freezerRate: z.number().default(REST_RATES.freezer),
});
export type Bag = z.infer<typeof bag>;
