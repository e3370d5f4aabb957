export * from './codes';
export * from './schedule';
export * from './triangle';
export * from './williams';
export * from './kinds';
export * from './reading';
export { oddCup, SITTING_CUPS, SITTING_TIMINGS, CUP_CONDITIONS, SITTING_KINDS } from './kinds';
