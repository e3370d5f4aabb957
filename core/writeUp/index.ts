export * from './document';
export * from './recomposing';
