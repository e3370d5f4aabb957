export { ENGINE_VERSION, NOTICEABLE, PROPOSAL_DAYS, PROCESSES, ROAST_LEVELS } from './constants';
export { fitCrest } from './fit';
export { tablePeakDays } from './prior';
export { holdWish } from './holdWish';
export { historyOf, priorFor, type PastBag, type Repeats } from './history';
export {
  ANY_SITUATION,
  bestCupDay,
  mostInformativeDay,
  proposals,
  recipeText,
  informationText,
  isInformative,
  type Proposal,
  type Situation,
} from './next';
export { priorMoved } from './priorMoved';
export { pooledRepeats, type RepeatGroup } from './repeats';
export { compact, stateOnDay } from './stateOnDay';
export { ageOn, crestInput, type BagRecord } from './record';
export { daysAtBest, isExpectation, reportedDay, STATES, type State } from './state';
export type * from './types';
export { cupsText, daysText, effectText, likelihoodWord } from './verdict';
