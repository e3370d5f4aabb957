export * from './advice';
export * from './band';
export * from './bench/standing';
export * from './recipe';
export * from './brewTimes';
export * from './caffeine';
export * from './bench/clock';
export * from './drinks';
export * from './extraction';
export * from './grinder';
export * from './kinds';
export * from './bench/plan';
export * from './pot';
export * from './pours';
export * from './pourStructure';
export * from './bench/preflight';
export * from './ratio';
export * from './assessBrew';
export * from './scaling';
export * from './signs';
export * from './bench/stages';
export * from './bench/steadyClock';
export * from './stock';
export * from './starters';
export * from './bench/trace';
export * from './units';
export * from './bench/weighing';
export { usualParameters } from './drinks';
export {
  GRIND_WORDS,
  BREWERS,
  type RecordedFrom,
  type GrindWord,
  STYLES,
  type Style,
  type BrewParameters,
  type Fault,
} from './kinds';
export { type Vigour } from './signs';
export { clamp, GRAMS_PER_OUNCE, celsius, roundTo } from './units';
