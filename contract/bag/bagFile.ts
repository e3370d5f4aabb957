import { z } from 'zod';
import { FAULTS, GRIND_WORDS, RECORDED_FROM, STYLES, VIGOURS } from '../../core/brew';
import { processKindOf, ROAST_LEVELS } from '../../core/crest';
import { COMPARED, SIPPED_PHASES } from '../../core/cup';
import { dateOfInstant, hasAnyDate, roastDate } from '../../core/rest';
import { NO_DATE } from './bag';
import { instant, name, oneOf, plainDate, quantity, text } from '../fields';

/** The open bag format, version 1: one JSON object a line. Unknown keys are ignored, so newer writers can be read. */

/** Ways to score, by the names the format has for them; `sum100` is any mark out of 100. */
export const SCHOOLS = ['mark10', 'composite', 'levels', 'sum100', 'stars'] as const;

const parameters = z.object({
  style: oneOf('Style', STYLES).default('filter'),
  brewer: name('Brewer', 60),
  doseG: quantity('Dose', 0.1, 500, 'g'),
  waterG: quantity('Water', 1, 10_000, 'g'),
  waterC: quantity('Water temperature', 0, 100, '°C')
    .nullish()
    .transform((v) => v ?? null),
  grindStep: quantity('Grind step', -100, 100)
    .nullish()
    .transform((v) => v ?? null),
  filter: z.string().max(60).nullish(),
  waterRecipe: z.string().max(60).nullish(),
});

const brew = parameters.extend({
  brewedAt: instant('The time of brewing'),
  overall: quantity('Overall', 0, 100)
    .nullish()
    .transform((v) => v ?? null),
  recordedFrom: oneOf('Recorded', RECORDED_FROM).default('cup'),
  // Any word is a fault: other writers name theirs as they like.
  fault: z
    .union([oneOf('Fault', FAULTS), z.string().max(200)])
    .nullish()
    .transform((v) => v ?? null),
  taster: z.string().max(60).nullish(),
  /** Cups of one brew name the same pot. */
  pot: z.string().max(80).nullish(),
  /** The place in `brews` of another brew, from 0, and how this one was against it. */
  than: z.number({ error: 'Than must be a whole number' }).int().min(0).nullish(),
  comparison: oneOf('Comparison', COMPARED).nullish(),
  pours: quantity('Pours', 0, 50).nullish(),
  bloomMultiple: quantity('Bloom over dose', 0, 20).nullish(),
  /** Of a shot or a long steep. */
  timeS: quantity('Time', 1, 172_800, 's').nullish(),
  pressureBar: quantity('Pressure', 0, 20, 'bar').nullish(),
  milkKind: z.string().max(60).nullish(),
  /** Of the whole drink. */
  milkShare: quantity('Share of milk', 0, 1).nullish(),
  iceShare: quantity('Share of ice', 0, 1).nullish(),
  hardnessPpm: quantity('Hardness', 0, 2000, 'ppm').nullish(),
  vigour: oneOf('Bloom', VIGOURS).nullish(),
  grindWord: oneOf('Grind', GRIND_WORDS).nullish(),
  markAt: oneOf('The mark rests on', SIPPED_PHASES).nullish(),
});

export const bagFile = z
  .object({
    format: z.literal('slow-crest.bag', { error: 'The format must be "slow-crest.bag"' }),
    version: z.literal(1, { error: 'Only version 1 of the format can be read' }),
    bag: z.object({
      name: name('Name', 200),
      roastedOn: plainDate('Roast date')
        .nullish()
        .transform((v) => v ?? null),
      bestBefore: plainDate('Best-before date')
        .nullish()
        .transform((v) => v ?? null),
      shelfLifeDays: quantity('Shelf life', 30, 1500, 'days')
        .nullish()
        .transform((v) => v ?? null),
      arrivedOn: plainDate('The day it arrived').nullish(),
      openedOn: plainDate('The day it was opened').nullish(),
      roastLevel: oneOf('Roast level', ROAST_LEVELS)
        .nullish()
        .transform((v) => v ?? null),
      /** Any process: what its words are known for counts, and what they are not known for counts as not stated. */
      process: text('Process', 120)
        .nullish()
        .transform((v) => (v == null ? null : processKindOf(v))),
      perceivedRoast: oneOf('Perceived roast', ROAST_LEVELS).nullish(),
      restAdviceDays: quantity('The rest advice', 0, 120, 'days')
        .nullish()
        .transform((v) => v ?? null),
      weightG: quantity('Weight', 5, 20_000, 'g')
        .nullish()
        .transform((v) => v ?? null),
      school: oneOf('Scoring', SCHOOLS).default('mark10'),
      spells: z
        .array(
          z.object({
            place: oneOf('Place', ['room', 'freezer']),
            from: plainDate('From'),
            to: plainDate('To').nullable(),
          }),
        )
        .max(100)
        .default([]),
      finished: z.boolean().default(false),
    }),
    reference: parameters,
    brews: z.array(brew).max(1000, 'A bag can hold 1000 brews at most').default([]),
    today: plainDate('Today')
      .nullish()
      .transform((v) => v ?? null),
  })
  .superRefine((file, context) => {
    if (!hasAnyDate(file.bag)) {
      context.addIssue({ code: 'custom', path: ['bag', 'roastedOn'], message: NO_DATE });
      return;
    }
    const { roastedOn } = roastDate(file.bag);
    file.brews.forEach((b, i) => {
      const problem = (path: string, message: string): void =>
        context.addIssue({ code: 'custom', path: ['brews', i, path], message });
      if ((b.than ?? null) === null ? (b.comparison ?? null) !== null : (b.comparison ?? null) === null)
        problem('comparison', 'A comparison needs both "than" and "comparison"');
      if (b.than != null && (b.than === i || b.than >= file.brews.length))
        problem('than', 'It must be the place of another brew of the list, counted from 0');
      if (dateOfInstant(b.brewedAt) < roastedOn) problem('brewedAt', 'It cannot be brewed before it was roasted');
    });
  });
export type BagFile = z.infer<typeof bagFile>;
