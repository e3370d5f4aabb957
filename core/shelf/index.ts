export * from './lane';
export * from './morning';
export * from './orders';
export { LEARNING_SHARE } from './plan/constants';
