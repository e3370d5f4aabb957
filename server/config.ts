import { accessSync, constants, existsSync, mkdirSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';

/** Where the server keeps its data and where it listens. */
export interface Config {
  dataFolder: string;
  databaseFile: string;
  host: string;
  port: number;
  /** Further names by which it may be reached. */
  names: string[];
  /** A passphrase to be kept from now on; null to go by the one kept. */
  passphrase: string | null;
}

/** Something about the machine that keeps the application from starting, in a sentence. */
export class StartProblem extends Error {}

/**
 * Makes a folder and those above it. Node's own `recursive` never ends where a parent is there but takes no children.
 */
function makeFolder(path: string): void {
  if (existsSync(path)) return;
  makeFolder(dirname(path));
  mkdirSync(path);
}

/**
 * Reads `SLOW_CREST_DATA` (default `data`), `PORT` (default 4180), `HOST` (default 127.0.0.1, this machine alone),
 * `SLOW_CREST_NAMES` (names it is reached by besides, with commas between them) and `SLOW_CREST_PASSPHRASE`, and makes
 * sure the folder can be written. What is set to nothing is not set.
 */
export function readConfig(set: Readonly<Record<string, string | undefined>>, folder: string): Config {
  const env = Object.fromEntries(Object.entries(set).filter(([, value]) => value?.trim() !== ''));
  const port = Number(env.PORT ?? 4180);
  if (!Number.isInteger(port) || port < 0 || port > 65_535)
    throw new StartProblem(`PORT must be a whole number from 0 to 65535, not "${env.PORT}".`);
  const dataFolder = resolve(folder, env.SLOW_CREST_DATA ?? 'data');
  try {
    makeFolder(dataFolder);
    // The closing slash refuses a plain file of that name.
    accessSync(`${dataFolder}/`, constants.W_OK);
  } catch {
    throw new StartProblem(
      `The data folder ${dataFolder} cannot be written. Choose another with SLOW_CREST_DATA, or change its permissions.`,
    );
  }
  const names = (env.SLOW_CREST_NAMES ?? '')
    .split(',')
    .map((name) => name.trim())
    .filter(Boolean);
  return {
    dataFolder,
    databaseFile: join(dataFolder, 'slow-crest.sqlite'),
    host: env.HOST?.trim() ?? '127.0.0.1',
    port,
    names,
    passphrase: env.SLOW_CREST_PASSPHRASE ?? null,
  };
}
