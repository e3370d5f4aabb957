import type { PlainDate } from '../../rest';
import { roundTo } from '../../brew';
import { RULES, type CupReason, type Rule } from '../../shelf/plan';
import type { ScoringScale } from '../../cup';
import { differenceText } from '../sitting';
import { weightText, type Units } from '../units';
import { cupsText, likelihoodWord } from '../words';

/** What a sentence about a planned cup is made of. */
export interface CupTold {
  reason: CupReason;
  expected: number;
  /** The most that is expected of its bag on any day. */
  best: number;
  /** Points that a cup today is expected to add to later ones. */
  learning: number;
  restDay: number;
  /** When its beans went into the freezer; null for beans that did not. */
  frozenOn: PlainDate | null;
}

const points = (value: number): string => {
  const rounded = roundTo(Math.abs(value), 1);
  return `${rounded} ${rounded === 1 ? 'point' : 'points'}`;
};

/** Why a cup is of the bag it is of, in a sentence. */
export function cupReasonText({ reason, expected, best, learning, restDay, frozenOn }: CupTold): string {
  const below = points(best - expected);
  switch (reason) {
    case 'pinned':
      return `Set by you; on day ${restDay} it is expected ${below} below its best.`;
    case 'frozen':
      return frozenOn === null
        ? `Out of the freezer, where it was kept at day ${restDay}.`
        : `Out of the freezer, kept at about day ${restDay} for this.`;
    case 'learning':
      return `To find out: what it tells is worth about ${points(learning)} to the cups to come.`;
    case 'alone':
      return 'The only beans there are for this cup.';
    case 'steady':
      return `Day ${restDay}; it hardly changes with the days.`;
    case 'at-best':
      return `Day ${restDay}, as good as it is expected to get.`;
    case 'climbing':
      return `Day ${restDay}, still ${below} below its best: not all of it can be drunk at its best.`;
    case 'fading':
      return `Day ${restDay}, ${below} past its best: no later day would be better.`;
  }
}

const RULE_WORDS: Readonly<Record<Rule, string>> = {
  oldestFirst: 'the oldest bag first',
  newestFirst: 'the newest first',
  oneAtATime: 'one bag at a time',
};

/** What a plan gains over simple rules, in a sentence; where it gains nothing over one, that one is not named. */
export function againstRulesText(against: Partial<Record<Rule, number>>): string {
  const gains = RULES.flatMap((rule) => {
    const gained = against[rule];
    return gained === undefined ? [] : [{ rule, gained }];
  });
  if (gains.every(({ gained }) => gained < 0.1)) return 'No simple rule would be expected to do worse.';
  const told = gains.flatMap(({ rule, gained }) =>
    gained < 0.1 ? [] : [`${points(gained)} more than ${RULE_WORDS[rule]}`],
  );
  return `Expected, for each cup: ${told.slice(0, -1).join(', ')}${told.length > 1 ? ' and ' : ''}${told.at(-1) ?? ''}.`;
}

/** How many cups are planned, and whether they last. */
export function planHeadline({ cups, runsOut }: { cups: number; runsOut: boolean }): string {
  if (cups === 0) return 'No cup is planned';
  const counted = `${cupsText(cups)} planned`;
  return `${counted[0]?.toUpperCase() ?? ''}${counted.slice(1)}${runsOut ? ', then the shelf is empty' : ''}`;
}

/** What freezing is expected to gain, and how likely: "about 0.4 better a cup, very likely". */
export const freezingGainText = ({ points, scale, probability }: FreezingGain): string =>
  `about ${differenceText(scale, points)} better a cup, ${likelihoodWord(probability)}`;

interface FreezingGain {
  points: number;
  scale: ScoringScale;
  probability: number;
}

/** "51 g of Fog Gate". */
export function freezingText({ grams, name }: { grams: number; name: string }, units: Units): string {
  return `${weightText(grams, units, 0)} of ${name}`;
}
