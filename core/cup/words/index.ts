export * from './finder';
export * from './label';
export * from './note';
export * from './notes';
export * from './suggest';
export * from './traits';
export * from './vocabulary';
