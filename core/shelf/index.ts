export * from './lane';
export * from './morning';
