export * from './calendar';
export * from './portions';
export * from './restAge';
export * from './roastDate';
