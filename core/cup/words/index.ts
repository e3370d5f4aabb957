export * from './agreed';
export * from './finder';
export * from './label';
export * from './descriptor';
export * from './descriptors';
export * from './suggest';
export * from './traits';
export * from './vocabulary';
