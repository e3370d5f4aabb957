import { z } from 'zod';
import { COMPARED, SCORING_SCALES } from '../../core/cup';
import { CUP_CONDITIONS, oddCup, SITTING_CUPS, SITTING_KINDS, SITTING_TIMINGS } from '../../core/sitting';
import { brewParametersInput } from '../bag/brewParameters';
import { cupFields, WORDS_MAX } from '../bag/cup';
import { id, name, oneOf, partId, quantity, text } from '../fields';
import { typedWord } from '../palate/word';

/** A table of cups, side by side: what is poured, what each taster writes, and what it comes to. */

const flag = (what: string): z.ZodBoolean => z.boolean({ error: `${what} must be yes or no` });

/** A cup of a sitting, as the host lays it out. */
export const sittingCup = z.strictObject({
  id: partId,
  /** What is in it; a bag's own name where it is of one. */
  name: name('The cup', 120),
  /** Null for a cup that is of no bag of the household. */
  bagId: id.nullable().default(null),
  /** How it is brewed; null where nobody here brews it. */
  parameters: brewParametersInput.nullable().default(null),
  /** Another cup of the brew of this one: a hidden duplicate. */
  sameAs: partId.nullable().default(null),
  condition: oneOf('How it comes to the table', CUP_CONDITIONS).default('fresh'),
  /** What was done otherwise, such as a finer grind for a denser bean. */
  declared: text('What is otherwise', 200).trim().default(''),
});
export type SittingCup = z.infer<typeof sittingCup>;

/** What every cup is held against, on the table or only remembered. */
export const yardstick = z.strictObject({ name: name('The yardstick', 120), bagId: id.nullable().default(null) });

export const sittingFields = {
  name: name('Name', 120),
  kind: oneOf('The sitting', SITTING_KINDS),
  timing: oneOf('When they are tasted', SITTING_TIMINGS).default('together'),
  /** Codes stand for the cups until the reveal. */
  blindToCup: flag('Blind').default(true),
  /** Printed notes stay hidden until the reveal. */
  blindToLabel: flag('Blind to the label').default(true),
  scoringScale: oneOf('Scoring', SCORING_SCALES),
  /** The words that may be used, with commas between them; empty for any. */
  agreedWords: text('The agreed words', 2000).trim().default(''),
  kettles: quantity('Kettles', 1, 6).int('Kettles must be a whole number').default(1),
  yardstick: yardstick.nullable().default(null),
  cups: z
    .array(sittingCup)
    .min(SITTING_CUPS.least, `A sitting needs ${SITTING_CUPS.least} cups`)
    .max(SITTING_CUPS.most, `A sitting holds ${SITTING_CUPS.most} cups at most`),
};

/** A sitting as it is laid out. */
export const sittingInput = z.strictObject(sittingFields).superRefine(({ kind, cups }, context) => {
  const wrong = (path: (string | number)[], message: string): void =>
    context.addIssue({ code: 'custom', path, message });
  const ids = cups.map((cup) => cup.id);
  if (new Set(ids).size < ids.length) wrong(['cups'], 'Two cups go by the same name');
  cups.forEach(({ sameAs, bagId, parameters }, i) => {
    const first = cups.find((cup) => cup.id === sameAs);
    if (sameAs !== null && (first?.sameAs !== null || first.id === ids[i]))
      wrong(['cups', i, 'sameAs'], 'It can only be another cup of a brew on this table');
    if (bagId !== null && parameters === null) wrong(['cups', i, 'parameters'], 'How it is brewed is needed');
  });
  if (kind === 'triangle' && oddCup(cups) === null)
    wrong(['cups'], 'A triangle is three cups, two of them of one brew');
});
export type SittingInput = z.infer<typeof sittingInput>;
export type SittingDraft = z.input<typeof sittingInput>;

export const code = z.string().regex(/^[1-9]\d\d$/, 'A code has three digits');
const { mark, aroma, acidity, body, sweetness, cleanness, intensities, remarks } = cupFields;

/** What a taster writes of one cup. */
export const cupAnswer = z.strictObject({
  mark,
  aroma,
  acidity,
  body,
  sweetness,
  cleanness,
  intensities,
  remarks,
  words: z.array(typedWord).max(WORDS_MAX).default([]),
  againstYardstick: oneOf('Against the yardstick', COMPARED).nullable().default(null),
});
export type CupAnswer = z.infer<typeof cupAnswer>;
export const EMPTY_ANSWER: CupAnswer = cupAnswer.parse({ mark: null });

/** What a taster says of all of them: a ranking, the best first, and the odd one of three. */
export const tableAnswer = z.strictObject({
  ranking: z.array(z.array(code).min(1)).max(SITTING_CUPS.most).default([]),
  odd: code.nullable().default(null),
});
export type TableAnswer = z.infer<typeof tableAnswer>;

/** Counted up by whoever writes, so that a sheet sent late undoes no later one. */
const written = z.number().int().min(0);
export const answerInput = z
  .strictObject({ written, cup: z.strictObject({ code, answer: cupAnswer }).optional(), table: tableAnswer.optional() })
  .refine(({ cup, table }) => (cup === undefined) !== (table === undefined), {
    error: 'Either a cup or the table is written of',
  });
export type AnswerInput = z.infer<typeof answerInput>;

/** How far a taster is. */
export const seat = z.strictObject({
  id,
  name: z.string(),
  tasterId: id.nullable(),
  isGuest: z.boolean(),
  /** The codes in the order in which they come to this seat. */
  servingOrder: z.array(code),
  /** Cups with something written of them. */
  cupsWritten: z.number().int(),
  isDone: z.boolean(),
});
export type Seat = z.infer<typeof seat>;

export const seatInput = z.strictObject({ name: name('Name', 60), tasterId: id.nullable().default(null) });

/** What a taster's own device knows: the way back to the seat. */
const secret = z.string().regex(/^[\w-]{32}$/);
export const bySecret = z.strictObject({ secret });
export const takenSeat = z.strictObject({ seatId: id, secret });

const points = z.number();
const interval = z.strictObject({ lo: points, hi: points });
const cupReading = z.strictObject({
  id: partId,
  marked: z.number().int(),
  mean: points.nullable(),
  median: points.nullable(),
  place: z.number().nullable(),
  shared: z.array(z.strictObject({ word: z.string(), by: z.number().int() })),
  lone: z.array(z.strictObject({ word: z.string(), seat: z.string() })),
  yardstick: z.strictObject({ better: z.number(), like: z.number(), worse: z.number() }),
  levels: z.array(
    z.strictObject({
      attribute: z.string(),
      median: z.number(),
      lowest: z.number(),
      highest: z.number(),
      by: z.number().int(),
    }),
  ),
});
const pairReading = z.strictObject({
  a: partId,
  b: partId,
  difference: z.strictObject({ pairs: z.number().int(), mean: points, interval: interval.nullable() }).nullable(),
  before: z.number().int(),
  behind: z.number().int(),
  beside: z.number().int(),
  isSameBrew: z.boolean(),
});
export const sittingReading = z.strictObject({
  tasters: z.number().int(),
  cups: z.array(cupReading),
  pairs: z.array(pairReading),
  agreement: z
    .strictObject({
      tasters: z.number().int(),
      brews: z.number().int(),
      w: z.number().nullable(),
      icc: z.strictObject({ icc: z.number(), lo: z.number(), hi: z.number() }).nullable(),
    })
    .nullable(),
  triangle: z.strictObject({ asked: z.number().int(), right: z.number().int(), chance: z.number() }).nullable(),
});

/** What the reveal tells of a cup: its code, and what each taster wrote. */
const revealedCup = z.strictObject({
  id: partId,
  code,
  name: z.string(),
  bagId: id.nullable(),
  said: z.array(
    z.strictObject({ seat: z.string(), score: points.nullable(), words: z.array(z.string()), remarks: z.string() }),
  ),
});
export const revealed = z.strictObject({ cups: z.array(revealedCup), reading: sittingReading });
export type Revealed = z.infer<typeof revealed>;

/** A sitting as the household sees it: never which code is which, before the reveal. */
export const sitting = z.strictObject({
  id,
  ...sittingFields,
  createdAt: z.string(),
  revealedAt: z.string().nullable(),
  /** Whoever pours has looked up which code is which. */
  keySeenAt: z.string().nullable(),
  /** The codes on the table, by number. */
  codes: z.array(code),
  seats: z.array(seat),
  revealed: revealed.nullable(),
});
export type Sitting = z.infer<typeof sitting>;

export const sittingLine = z.strictObject({
  id,
  name: z.string(),
  kind: z.enum(SITTING_KINDS),
  cups: z.number().int(),
  seats: z.number().int(),
  createdAt: z.string(),
  revealedAt: z.string().nullable(),
});

/** Which code is on which cup, for whoever pours. */
export const sittingKey = z.strictObject({ cups: z.array(z.strictObject({ id: partId, name: z.string(), code })) });

/** A seat as its taster sees it: codes in an order of their own, and nothing of what is in them. */
export const seatView = z.strictObject({
  sittingName: z.string(),
  seatId: id,
  seatName: z.string(),
  timing: z.enum(SITTING_TIMINGS),
  isTriangle: z.boolean(),
  scoringScale: z.enum(SCORING_SCALES),
  attributes: z.array(z.strictObject({ id: z.string(), name: z.string() })),
  agreedWords: z.array(z.string()),
  yardstick: z.string().nullable(),
  cups: z.array(
    z.strictObject({
      code,
      /** What is in it, where that is no secret (any more), and what is printed on its bag. */
      name: z.string().nullable(),
      printed: z.string().nullable(),
      written,
      answer: cupAnswer,
    }),
  ),
  table: z.strictObject({ written, answer: tableAnswer }),
  isDone: z.boolean(),
  seats: z.number().int(),
  done: z.number().int(),
  revealed: revealed.nullable(),
});
export type SeatView = z.infer<typeof seatView>;

/** How a table is shared with phones on the network. */
export const sharing = z.strictObject({
  sittingId: id.nullable(),
  addresses: z.array(z.string()),
  code: z.string().nullable(),
  expiresAt: z.string().nullable(),
  /** The way in as a picture: an SVG. */
  qr: z.string().nullable(),
});
export type Sharing = z.infer<typeof sharing>;

export const joinInput = z.strictObject({
  code: z.string().regex(/^\d{6}$/, 'The code has six digits'),
  name: name('Name', 60),
});
