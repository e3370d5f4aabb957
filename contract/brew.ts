import { z } from 'zod';
import { FAULTS, RECORDED_FROM } from '../core/brew';
import { SCHOOL_SCALES, SCHOOLS, type School } from '../core/cup';
import { id, instant, oneOf, quantity, text } from './fields';
import { making, makingInput } from './making';
import { recipeFields } from './recipe';

/** The longest note, characters. */
export const NOTES_MAX = 10_000;

const attribute = (what: string): z.ZodNullable<z.ZodNumber> => quantity(what, 0, 10).nullable();

const cupFields = {
  /** School the mark is written in. */
  school: oneOf('Scoring', SCHOOLS),
  /** Main score in that school; null when not marked, or when the school is worked out from its attributes. */
  mark: z.number({ error: 'The mark must be a number' }).nullable(),
  aroma: attribute('Aroma').default(null),
  acidity: attribute('Acidity').default(null),
  body: attribute('Body').default(null),
  sweetness: attribute('Sweetness').default(null),
  cleanness: attribute('Cleanness').default(null),
  /** Tasted without knowing which cup it was: two such cups of one recipe on one day measure the taster. */
  blind: z.boolean({ error: 'Blind must be yes or no' }).default(false),
  notes: text('Notes', NOTES_MAX).default(''),
};

function checkMark(cup: { school: School; mark: number | null }, context: z.RefinementCtx): void {
  const { max } = SCHOOL_SCALES[cup.school];
  if (cup.mark !== null && (cup.mark < 0 || cup.mark > max)) {
    context.addIssue({ code: 'custom', path: ['mark'], message: `The mark must be between 0 and ${max}` });
  }
}

export const cupInput = z.strictObject(cupFields).superRefine(checkMark);

const brewFields = {
  ...recipeFields,
  brewedAt: instant('The time of brewing'),
  tasterId: id.nullable().default(null),
  drainS: quantity('Drain time', 1, 172_800, 's').nullable().default(null),
  recordedFrom: oneOf('Recorded', RECORDED_FROM).default('cup'),
  fault: oneOf('Fault', FAULTS).nullable().default(null),
  faultNote: text('What went wrong', 500).default(''),
};

/** A brew and its cup, logged in one visit. */
export const brewInput = z.strictObject({
  ...brewFields,
  cup: cupInput,
  /** How it was made; null where nothing of it was written. */
  making: makingInput.nullable().default(null),
  /** The brew on the bench this is the cup of: its recipe, stages and trace are kept with it, and the bench is cleared. */
  liveId: id.nullable().default(null),
});
export type BrewInput = z.infer<typeof brewInput>;
export type BrewDraft = z.input<typeof brewInput>;

/** Marking a fault, or taking it back, without touching the rest. */
export const faultInput = z.strictObject({ fault: brewFields.fault.unwrap(), faultNote: brewFields.faultNote });

/** A brew as the server gives it back. */
export const brew = z.strictObject({ id, bagId: id, ...brewFields, cup: z.strictObject(cupFields), making: making.nullable(), liking: z.number().nullable(), restDay: z.number().int(), createdAt: z.string() });
export type Brew = z.infer<typeof brew>;
