import './lib/node-version.mjs';
import { ensureBuilt } from './lib/build.mjs';
import { ensureInstalled, run } from './lib/machine.mjs';

/** Chooses the passphrase that other machines on the network are asked for. */
await ensureInstalled();
await ensureBuilt();
process.exit(await run(process.execPath, ['dist/server/passphrase.js']));
