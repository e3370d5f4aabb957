export * from './holdWish';
export * from './proposals';
export * from './stateOnDay';
export { effectText } from './verdict';
export * from './words';
