export { ENGINE_VERSION, LAST_DAY, NOTICEABLE, PROCESSES, ROAST_LEVELS } from './constants';
export { fitCrest } from './fit';
export { tablePeakDays } from './prior';
export { compact, readingOf, type Reading } from './reading';
export { ageOn, crestInput, type BagRecord, type RecordedBrew } from './record';
export { likelyDays, reportedDay, stateOf, STATES, type FitSummary, type State, type StateToday } from './state';
export type * from './types';
export { cupsText, daysText, likelihoodWord, settingText, sizeWord, verdictSentence } from './verdict';
