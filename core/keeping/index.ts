export * from './backups';
