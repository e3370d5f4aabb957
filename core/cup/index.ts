export * from './claims';
export * from './cooling';
export * from './levels';
export * from './levelsOverDays';
export * from './scoringScales';
export * from './tasting';
