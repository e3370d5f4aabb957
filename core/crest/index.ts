export { ENGINE_VERSION, LAST_DAY, NOTICEABLE, PROPOSAL_DAYS, PROCESSES, ROAST_LEVELS } from './constants';
export { fitCrest } from './fit';
export { tablePeakDays } from './prior';
export { holdWish } from './holdWish';
export { historyOf, priorFor, type History, type PastBag, type Repeats } from './history';
export {
  ANY_SITUATION,
  bestCupDay,
  mostInformativeDay,
  proposals,
  recipeText,
  informationText,
  isInformative,
  type DayProposals,
  type Proposal,
  type Situation,
} from './next';
export { priorMoved } from './priorMoved';
export { pooledRepeats, type RepeatGroup } from './repeats';
export { compact, stateOnDay, type DayState } from './stateOnDay';
export { ageOn, crestInput, type BagRecord, type RecordedBrew } from './record';
export { likelyDays, reportedDay, stateOf, STATES, type FitSummary, type State, type StateToday } from './state';
export type * from './types';
export { cupsText, daysText, likelihoodWord, settingText, sizeWord, verdictSentence } from './verdict';
