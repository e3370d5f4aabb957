import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { ensureBuilt, ensureInstalled, ROOT } from './lib/prepare.mjs';

/** Runs a program of `dist/server/` with its arguments; what is missing is installed and built first. */
const [name, ...args] = process.argv.slice(2);
ensureInstalled();
ensureBuilt();
const program = join(ROOT, 'dist', 'server', `${name}.js`);
process.argv = [process.execPath, program, ...args];
await import(pathToFileURL(program).href);
