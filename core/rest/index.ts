export * from './calendar';
export * from './restAge';
export * from './roastDate';
