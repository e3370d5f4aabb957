import './lib/node-version.mjs';
import { ensureInstalled, run, TYPESCRIPT } from './lib/machine.mjs';

/** Plans shelves from files or standard input, one plan a line. */
await ensureInstalled();
process.exit(await run(process.execPath, [...TYPESCRIPT, 'scripts/plan.ts', ...process.argv.slice(2)]));
