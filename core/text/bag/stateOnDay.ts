import { roundTo } from '../../brew';
import { reportedDay, stateOf, type CrestFit, type FitSummary, type State } from '../../crest';
import type { Units } from '../units';
import { verdictSentence } from './verdict';

/** A fit read on one day: the state, its probability and the sentence. */
export interface DayState {
  state: State;
  stateProbability: number;
  verdict: string;
  restDay: number;
  inWindowToday: number;
}

/** Reads a fit at a rest age; `finished` when nothing is left to drink. */
export function stateOnDay(
  fit: FitSummary & Pick<CrestFit, 'effects' | 'confounded' | 'basis'>,
  age: number,
  finished: boolean,
  units: Units,
): DayState {
  const today = stateOf(fit, age, finished);
  const day = Math.floor(age + 1e-9);
  return {
    state: today.state,
    stateProbability: roundTo(today.probability, 3),
    verdict: verdictSentence({ fit, today, day, finished, units }),
    restDay: day,
    inWindowToday: fit.inWindow[reportedDay(age)] ?? 0,
  };
}
