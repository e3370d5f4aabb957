export * from './trackRecord';
export * from './drivers';
export * from './value';
