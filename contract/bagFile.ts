import { z } from 'zod';
import { cupsLeft, FAULTS, gramsLeft, RECORDED_FROM, STYLES } from '../core/brew';
import {
  ageOn,
  ANY_SITUATION,
  compact,
  crestInput,
  fitCrest,
  PROCESSES,
  PROPOSAL_DAYS,
  proposals,
  readingOf,
  ROAST_LEVELS,
  type BagRecord,
} from '../core/crest';
import { SCORING_SCALES } from '../core/cup';
import { addDays, dateOfInstant, roastDate } from '../core/rest';
import { fieldProblems } from './error';
import { instant, name, oneOf, plainDate, quantity } from './fields';

/** The open bag format, version 1: one JSON object a line. Unknown keys are ignored, so newer writers can be read. */

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
      roastLevel: oneOf('Roast level', ROAST_LEVELS)
        .nullish()
        .transform((v) => v ?? null),
      process: oneOf('Process', PROCESSES)
        .nullish()
        .transform((v) => v ?? null),
      restAdviceDays: quantity('The rest advice', 0, 120, 'days')
        .nullish()
        .transform((v) => v ?? null),
      weightG: quantity('Weight', 5, 20_000, 'g')
        .nullish()
        .transform((v) => v ?? null),
      school: oneOf('Scoring', SCORING_SCALES).default('mark10'),
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
    if (file.bag.roastedOn === null && file.bag.bestBefore === null) {
      context.addIssue({
        code: 'custom',
        path: ['bag', 'roastedOn'],
        message: 'A roast date or a best-before date is needed',
      });
      return;
    }
    const { roastedOn } = roastDate(file.bag);
    file.brews.forEach((b, i) => {
      if (dateOfInstant(b.brewedAt) < roastedOn)
        context.addIssue({
          code: 'custom',
          path: ['brews', i, 'brewedAt'],
          message: 'It cannot be brewed before it was roasted',
        });
    });
  });
export type BagFile = z.infer<typeof bagFile>;

/** The record a bag file holds. Brews are named by their place in the file. */
export function recordOf(file: BagFile): BagRecord {
  const brews = file.brews.map((b, i) => ({
    ...b,
    id: String(i),
    fault: b.fault === null ? null : (FAULTS.find((f) => f === b.fault) ?? 'other'),
  }));
  const { school, ...bag } = file.bag;
  return { ...bag, scoringScale: school, reference: file.reference, brews };
}

/** One line of the answer. */
export type VerdictLine = ReturnType<typeof verdictLine>;

/**
 * Judges a bag file on its `today`, or on the day of its last brew (of roasting, without brews) when it states none.
 */
export function verdictLine(file: BagFile) {
  const record = recordOf(file);
  const lastBrew = record.brews
    .map((b) => dateOfInstant(b.brewedAt))
    .reduce((a, b) => (a > b ? a : b), roastDate(record).roastedOn);
  const fit = compact(fitCrest(crestInput(record)));
  const { weightG } = file.bag;
  const left =
    weightG === null
      ? null
      : cupsLeft(
          gramsLeft(
            weightG,
            record.brews.map((b) => b.doseG),
          ),
          record.reference.doseG,
        );
  const { state, stateProbability, verdict, restDay } = readingOf(
    fit,
    ageOn(record, file.today ?? lastBrew),
    file.bag.finished,
  );
  return {
    name: file.bag.name,
    state,
    stateProbability,
    restDay,
    advisedDay: fit.advisedDay,
    peak: fit.peak,
    fresh: fit.fresh,
    window: fit.window,
    core: fit.core,
    usable: fit.usable,
    borrowed: fit.borrowed,
    steady: fit.steady,
    entangled: fit.entangled,
    surprises: fit.surprises.map(({ id, missedBy, sds }) => ({ brew: Number(id), missedBy, sds })),
    effects: fit.effects,
    next: proposals(
      fit,
      Array.from({ length: PROPOSAL_DAYS + 1 }, (_, i) => ageOn(record, addDays(file.today ?? lastBrew, i))),
      { ...ANY_SITUATION, cupsLeft: left },
    ),
    curve: fit.curve,
    inWindow: fit.inWindow,
    peakProbability: fit.peakProbability,
    verdict,
  };
}

/** Reads one line of NDJSON. Throws an Error whose message is a sentence that names the field. */
export function parseBagLine(line: string): BagFile {
  let json: unknown;
  try {
    json = JSON.parse(line);
  } catch {
    throw new Error('This line is not JSON');
  }
  const parsed = bagFile.safeParse(json);
  if (parsed.success) return parsed.data;
  throw new Error(
    fieldProblems(parsed.error)
      .slice(0, 5)
      .map(({ path, message }) => (path ? `${path}: ${message}` : message))
      .join('; '),
  );
}
