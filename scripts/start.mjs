import './lib/node-version.mjs';
import { ensureBuilt } from './lib/build.mjs';
import { ensureInstalled, run, SERVER, serverEnv } from './lib/machine.mjs';

/** Serves the application on your own data. */
await ensureInstalled();
await ensureBuilt();
process.exit(await run(process.execPath, SERVER, { env: serverEnv() }));
