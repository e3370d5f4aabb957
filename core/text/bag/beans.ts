import { START_DAYS, type StartRule } from '../../shelf/plan';
import { roundTo } from '../../brew';
import type { LearntRate, Process } from '../../crest';
import type { LabelDates } from '../../rest';
import { capitalised, countWord, cupsText, inDaysText } from '../words';

/** What each start rule is called. */
export const START_RULE_WORDS: Readonly<Record<StartRule, string>> = {
  engine: 'by the engine',
  fresh: 'the fresher the better',
  'first-week': 'watch from the first week',
  patient: 'patient',
};

/** The process as its label names it, or else its kind; empty where neither is known. */
export const processText = ({ processName, process }: { processName: string; process: Process | null }): string =>
  processName || (process ?? '').replaceAll('-', ' ');

/** A bag is watched by a cup every third day. *Assumption*: the usual pace runs from every day to every third. */
const WATCHED_EVERY = 3;

/** What a start rule costs: cups drunk before the bag's best days begin, watching it from its first day on. */
export function startRuleText(rule: StartRule, bestFrom: number | null, doseG: number): string {
  if (rule === 'engine') return 'Opened when a cup tells or tastes enough: the plan decides.';
  const from = START_DAYS[rule];
  const cups = bestFrom === null ? 0 : Math.max(0, Math.ceil((bestFrom - from) / WATCHED_EVERY));
  const opened = `Opened from day ${from} on`;
  return cups === 0
    ? `${opened}: no cup before its best days.`
    : `${opened}: with a cup every third day about ${cupsText(cups)}, ${Math.round(cups * doseG)} g, before its best days.`;
}

/** What an assumed roast date is from, and how far it may be off. */
export function assumedRoastText(
  { bestBefore, arrivedOn, openedOn }: Pick<LabelDates, 'bestBefore' | 'arrivedOn' | 'openedOn'>,
  sdDays: number,
): string {
  const days = [arrivedOn && 'the day it arrived', openedOn && 'the day it was opened'].filter(Boolean);
  const from = bestBefore === null ? days[0] : ['the best-before', ...days.slice(0, 1)].join(' and ');
  return `assumed from ${from}, give or take ${Math.max(1, Math.round(sdDays))} days`;
}

/** What bags that were both in and out say of the freezer. */
export function learntRateText({ median, lo, hi, bags }: LearntRate): string {
  const said = (rate: number): string => String(roundTo(rate, rate < 0.1 ? 3 : 2));
  const from =
    bags === 1
      ? 'One bag that was both in and out says'
      : `${capitalised(countWord(bags))} bags that were both in and out say`;
  return `${from} ${said(median)}; 8 in 10: ${said(lo)} to ${said(hi)}.`;
}

/** Few doses left are a reason to wait: so many at most. */
const FEW = 3;

/** That the last doses are better kept, or that there are none to lose; null where nothing is to be said. */
export function lastDosesText(cupsLeft: number, bestInDays: number | null): string | null {
  if (cupsLeft === 0 || cupsLeft > FEW) return null;
  const counted = `${capitalised(cupsText(cupsLeft))} left`;
  if (bestInDays !== null && bestInDays > 0)
    return `${counted}, and its best days begin ${inDaysText(bestInDays)}: wait.`;
  return `${counted}.`;
}
