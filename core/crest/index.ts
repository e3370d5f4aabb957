export { ENGINE_VERSION, LAST_DAY, NOTICEABLE, PROPOSAL_DAYS, PROCESSES, ROAST_LEVELS } from './constants';
export { fitCrest } from './fit';
export { tablePeakDays } from './prior';
export { bestDayFor, proposals, tellingText, type DayProposals, type Proposal } from './next';
export { compact, readingOf, type Reading } from './reading';
export { ageOn, crestInput, type BagRecord, type RecordedBrew } from './record';
export { likelyDays, reportedDay, stateOf, STATES, type FitSummary, type State, type StateToday } from './state';
export type * from './types';
export { cupsText, daysText, likelihoodWord, settingText, sizeWord, verdictSentence } from './verdict';
