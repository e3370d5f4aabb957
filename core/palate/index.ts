export * from './trackRecord';
