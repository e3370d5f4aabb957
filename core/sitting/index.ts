export * from './codes';
export * from './schedule';
export * from './triangle';
export * from './williams';
export * from './kinds';
export * from './reading';
