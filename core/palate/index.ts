export * from './trackRecord';
export * from './drivers';
export * from './value';
export * from './agreement';
export * from './pairedDifference';
export * from './repeatability';
export * from './ridge';
export * from './standings';
