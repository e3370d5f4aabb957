import { z } from 'zod';
import {
  ageOn,
  crestInput,
  PROPOSAL_DAYS,
  proposals,
  readingOf,
  STATES,
  type CrestFit,
  type CrestInput,
  type Situation,
  type TasterPrior,
} from '../core/crest';
import { judgedScore, judgedScale, SCORING_SCALES, SCALE_RANGES } from '../core/cup';
import { STYLES } from '../core/brew';
import { addDays } from '../core/rest';
import type { Bag } from './bag';
import type { Brew } from './brew';
import { oneOf } from './fields';

const span = z.strictObject({ from: z.number(), to: z.number() }).nullable();
const probability = z.number().min(0).max(1);

const effect = z.strictObject({
  factor: z.enum(['brewer', 'waterC', 'grindStep', 'ratio', 'filter', 'waterRecipe', 'taster']),
  level: z.string(),
  mean: z.number(),
  sd: z.number(),
  helps: probability,
  brews: z.number().int(),
});

const proposal = z.strictObject({
  changes: z.array(z.strictObject({ factor: effect.shape.factor, level: z.string() })),
  expected: z.number(),
  telling: z.number(),
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
  borrowed: oneOf('Style', STYLES).nullable(),
  sigma0: z.number(),
  advisedDay: z.number().int(),
  peak: z.strictObject({ day: z.number(), lo: z.number(), hi: z.number(), level: probability }),
  fresh: probability,
  window: span,
  core: span,
  inWindowToday: probability,
  curve: z.array(
    z.strictObject({ day: z.number().int(), mean: z.number(), lo: z.number(), median: z.number(), hi: z.number() }),
  ),
  inWindow: z.array(probability),
  effects: z.array(effect),
  entangled: z.array(
    z.strictObject({
      factor: effect.shape.factor,
      share: probability,
      latest: z.string().nullable(),
      reference: z.string().nullable(),
      sinceAge: z.number(),
    }),
  ),
  surprises: z.array(z.strictObject({ id: z.string(), missedBy: z.number(), sds: z.number() })),
  /** Proposals for today and the days to come. */
  next: z.array(z.strictObject({ inDays: z.number().int(), bestCup: proposal, mostTelling: proposal })),
  brews: z.array(
    z.strictObject({
      id: z.string(),
      age: z.number(),
      asScored: z.number().nullable(),
      atReference: z.number().nullable(),
      leftOut: z.enum(['fault', 'other-style', 'no-mark']).nullable(),
    }),
  ),
});
export type Verdict = z.infer<typeof verdict>;

/** What the engine is given of a bag and its log: the same on the server and in the browser. */
export function fitInput(
  bag: Bag,
  brews: readonly Omit<Brew, 'restDay' | 'making'>[],
  prior: TasterPrior | null,
): CrestInput {
  const record = {
    ...bag,
    brews: brews.map((brew) => ({ ...brew, overall: judgedScore(brew.cup, bag.weights), taster: brew.tasterId })),
  };
  const input = { ...crestInput(record), sigma0: SCALE_RANGES[judgedScale(bag.scoringScale, bag.weights)].sigma0 };
  return prior === null ? input : { ...input, prior };
}

/** A fit read on a day, with proposals from that day on for a household and a stock of beans. */
export function verdictOn(fit: CrestFit, bag: Bag, today: string, situation: Situation): Verdict {
  const {
    usable,
    borrowed,
    sigma0,
    advisedDay,
    peak,
    fresh,
    window,
    core,
    curve,
    inWindow,
    effects,
    entangled,
    surprises,
    brews,
  } = fit;
  return {
    ...readingOf(fit, ageOn(bag, today), bag.finishedOn !== null),
    scale: judgedScale(bag.scoringScale, bag.weights),
    ...{
      usable,
      borrowed,
      sigma0,
      advisedDay,
      peak,
      fresh,
      window,
      core,
      curve,
      inWindow,
      effects,
      entangled,
      surprises,
      brews,
    },
    next: proposals(
      fit,
      Array.from({ length: PROPOSAL_DAYS + 1 }, (_, i) => ageOn(bag, addDays(today, i))),
      situation,
    ),
  };
}
