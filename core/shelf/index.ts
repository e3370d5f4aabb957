export * from './lane';
export * from './morning';
export * from './orders';
