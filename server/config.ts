import { accessSync, constants, existsSync, mkdirSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';

/** Where the server keeps its data and where it listens. */
export interface Config {
  dataFolder: string;
  databaseFile: string;
  host: string;
  port: number;
}

/** Something about the machine that keeps the application from starting, in a sentence. */
export class StartProblem extends Error {}

/** Makes a folder and those above it. Node's own `recursive` never ends where a parent is there but takes no children. */
function makeFolder(path: string): void {
  if (existsSync(path)) return;
  makeFolder(dirname(path));
  mkdirSync(path);
}

/**
 * Reads `SLOW_CREST_DATA` (default `data`), `PORT` (default 4180) and `HOST` (default 127.0.0.1, this machine alone),
 * and makes sure the folder can be written.
 */
export function readConfig(env: Readonly<Record<string, string | undefined>>, folder: string): Config {
  const port = Number(env.PORT ?? 4180);
  if (!Number.isInteger(port) || port < 0 || port > 65_535) throw new StartProblem(`PORT must be a whole number from 0 to 65535, not "${env.PORT}".`);
  const dataFolder = resolve(folder, env.SLOW_CREST_DATA ?? 'data');
  try {
    makeFolder(dataFolder);
    // The closing slash refuses a plain file of that name.
    accessSync(`${dataFolder}/`, constants.W_OK);
  } catch {
    throw new StartProblem(`The data folder ${dataFolder} cannot be written. Choose another with SLOW_CREST_DATA, or change its permissions.`);
  }
  return { dataFolder, databaseFile: join(dataFolder, 'slow-crest.sqlite'), host: env.HOST ?? '127.0.0.1', port };
}
