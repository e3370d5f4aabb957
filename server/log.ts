import pino, { type DestinationStream, type Logger } from 'pino';
import { sqliteCode } from './db/storageProblem';

/** What the log tells of an error: its kind and where it arose. */
interface LoggedError {
  type: string;
  code?: string;
  statement?: string;
  at: string[];
}

/**
 * An error without what a household wrote: messages quote values, and the ORM's errors carry the parameters of their
 * statement. Statements themselves are ours, with a question mark for every value.
 */
export function loggedError(error: unknown): LoggedError {
  if (!(error instanceof Error)) return { type: typeof error, at: [] };
  const code = sqliteCode(error) || ('code' in error && typeof error.code === 'string' ? error.code : '');
  const statement = 'query' in error && typeof error.query === 'string' ? error.query.slice(0, 200) : '';
  const at = (error.stack ?? '')
    .split('\n')
    .filter((line) => /^\s+at /.test(line))
    .map((line) => line.trim());
  return { type: error.constructor.name, ...(code && { code }), ...(statement && { statement }), at };
}

/** The server's log. `level` as pino's: "warn" unless asked otherwise. */
export function openLog(level: string, to?: DestinationStream): Logger {
  const options = { level, serializers: { err: loggedError } };
  return to ? pino(options, to) : pino(options);
}
