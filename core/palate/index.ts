export * from './trackRecord';
export * from './drivers';
