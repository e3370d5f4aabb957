export { PLAN_DAYS } from './constants';
export { lotOf, START_DAYS, START_RULES, type StartRule } from './lots';
export { gainsOverRules, planOutcome, type PlanOutcome } from './outcome';
export { planShelf } from './plan';
export { reasonOf } from './reason';
export { followRule, RULES, type Rule } from './rules';
export { CUP_REASONS, NO_NEEDS } from './types';
export type * from './types';
