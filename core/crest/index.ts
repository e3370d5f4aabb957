export {
  BESIDE_RECIPE,
  CONFOUNDED_SHARE,
  ENGINE_VERSION,
  FACTOR_NAMES,
  FRESH_SAID,
  MIN_BREWS,
  NOTICEABLE,
  OTHERS_WEIGHT,
  PROPOSAL_DAYS,
  PROCESSES,
  ROAST_LEVELS,
  SHAPE_SHARES,
  SHAPE_SHARES_WORTH,
  SHAPES,
  type Process,
  LAST_DAY,
  ADVISED_DAYS,
  type RoastLevel,
} from './model/constants';
export { processKindOf, PROCESS_SUGGESTIONS } from './model/processKinds';
export { fitCrest } from './fit';
export { foretell } from './foretell';
export { FREEZER_RATES, learntRate, logEvidenceOf, tellsFreezerRate, type LearntRate } from './history/freezerRate';
export { PEAK_AXIS } from './model/grid';
export { roasterKey } from './history/peakHistory';
export { isProbablyGross } from './inference/gross';
export { tablePeakDays, type BagOfKind } from './model/prior';
export {
  baselineFrom,
  historiesAfter,
  historyOf,
  noisePriorFrom,
  priorFor,
  type PastBag,
  type Repeats,
} from './history/history';
export {
  ANY_SITUATION,
  bestCupDay,
  mostInformativeDay,
  proposals,
  isInformative,
  narrowingOf,
  type DayProposals,
  type Proposal,
  type Situation,
} from './report/next';
export { sketchByDay } from './report/sketch';
export { priorMoved } from './history/priorMoved';
export { changesFrom } from './model/settingNames';
export { pooledRepeats, type RepeatGroup } from './history/repeats';
export { compact, compactForetold } from './model/compact';
export { ageOn, crestInput, type BagRecord } from './model/record';
export {
  daysAtBest,
  isExpectation,
  isOfOneDay,
  isSteady,
  stateAtBest,
  isOnlyCompared,
  likelyDays,
  reportedDay,
  stateOf,
  STATES,
  type FitSummary,
  type State,
  type StateToday,
} from './report/state';
export type * from './model/types';
export { type CrestInput, type CrestFit } from './model/types';
