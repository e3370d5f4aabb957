import './lib/node-version.mjs';
import { ensureInstalled, run, TYPESCRIPT } from './lib/machine.mjs';

/** Judges bags from files or standard input, one verdict a line. */
await ensureInstalled();
process.exit(await run(process.execPath, [...TYPESCRIPT, 'scripts/crest.ts', ...process.argv.slice(2)]));
