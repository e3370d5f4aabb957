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
} from './constants';
export { processKindOf, PROCESS_SUGGESTIONS } from './processKinds';
export { fitCrest } from './fit';
export { foretell } from './foretell';
export { FREEZER_RATES, learntRate, logEvidenceOf, tellsFreezerRate, type LearntRate } from './freezerRate';
export { PEAK_AXIS } from './grid';
export { roasterKey } from './peakHistory';
export { isProbablyGross } from './gross';
export { tablePeakDays, type BagOfKind } from './prior';
export {
  baselineFrom,
  historiesAfter,
  historyOf,
  noisePriorFrom,
  priorFor,
  type PastBag,
  type Repeats,
} from './history';
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
} from './next';
export { sketchByDay } from './sketch';
export { priorMoved } from './priorMoved';
export { changesFrom } from './settingNames';
export { pooledRepeats, type RepeatGroup } from './repeats';
export { compact, compactForetold } from './compact';
export { ageOn, crestInput, type BagRecord } from './record';
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
} from './state';
export type * from './types';
