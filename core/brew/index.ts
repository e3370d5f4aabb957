export * from './kinds';
export * from './ratio';
export * from './units';
