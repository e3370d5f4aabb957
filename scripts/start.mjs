import './lib/node-version.mjs';
import { ensureBuilt } from './lib/build.mjs';
import { ensureInstalled, run } from './lib/machine.mjs';

/** Serves the application on your own data. */
await ensureInstalled();
await ensureBuilt();
process.exit(await run(process.execPath, ['dist/server/main.js']));
