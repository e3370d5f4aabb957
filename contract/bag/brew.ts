import { z } from 'zod';
import { FAULTS, RECORDED_FROM } from '../../core/brew';
import { cup, cupFields, cupInput } from './cup';
import { eachOptional, id, instant, oneOf, partId, quantity, text } from '../fields';
import { making, makingFields, makingInput } from './making';
import { brewParameterFields } from './brewParameters';

/** What is written of a brew besides its cup and its making. */
export const brewFields = {
  ...brewParameterFields,
  brewedAt: instant('The time of brewing'),
  tasterId: id.nullable().default(null),
  drainS: quantity('Drain time', 1, 172_800, 's').nullable().default(null),
  recordedFrom: oneOf('Recorded', RECORDED_FROM).default('cup'),
  fault: oneOf('Fault', FAULTS).nullable().default(null),
  faultNote: text('What went wrong', 500).default(''),
  /** Another cup of an earlier brew: the first brew of that pot. Its beans are drawn once. */
  potId: id.nullable().default(null),
  /** The portion its beans are of; null for what is in the bag. */
  portionId: partId.nullable().default(null),
};

/** A brew and its cup, logged in one visit. */
export const brewInput = z.strictObject({
  ...brewFields,
  cup: cupInput,
  /** How it was made; null where nothing of it was written. */
  making: makingInput.nullable().default(null),
  /**
   * The brew on the bench this is the cup of: its recipe, stages and trace are kept with it, and the bench is cleared.
   */
  liveId: id.nullable().default(null),
  /**
   * A change only: the revision it was written over, so that it does not undo one it never saw; null to replace
   * whatever is there.
   */
  revision: z.number().int().nullable().default(null),
});
export type BrewInput = z.infer<typeof brewInput>;
export type BrewDraft = z.input<typeof brewInput>;

/**
 * What is to be different on a brew, down to fields of its cup and its making; what it leaves out stays as it is. The
 * brew as a whole is checked once it is made.
 */
export const brewChange = z.strictObject({
  ...eachOptional(brewFields),
  cup: z.strictObject(eachOptional(cupInput.shape)).optional(),
  making: z.strictObject(eachOptional(makingFields)).nullable().optional(),
  revision: brewInput.shape.revision,
});

/** Marking a fault, or taking it back, without touching the rest. */
export const faultInput = z.strictObject({ fault: brewFields.fault.unwrap(), faultNote: brewFields.faultNote });

/** Saying that a score is meant as it is, or (null) taking that back. */
export const meantInput = z.strictObject({ score: cupFields.meantScore.unwrap() });

/** A brew as the server gives it back. */
export const brew = z.strictObject({
  id,
  bagId: id,
  ...brewFields,
  cup,
  making: making.nullable(),
  score: z.number().nullable(),
  restDay: z.number().int(),
  revision: z.number().int(),
  createdAt: z.string(),
});
export type Brew = z.infer<typeof brew>;
