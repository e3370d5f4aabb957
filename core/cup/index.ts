export * from './claims';
export * from './complaints';
export * from './cooling';
export * from './levels';
export * from './intensitiesOverDays';
export * from './scoringScales';
export * from './sheetOfParts';
export * from './tasting';
