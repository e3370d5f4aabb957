export * from './changeCounts';
export * from './ownAddress';
export * from './earlierForms';
