import './lib/node-version.mjs';
import { ensureInstalled, run, TYPESCRIPT } from './lib/machine.mjs';

/** Chooses the passphrase that other machines on the network are asked for. */
await ensureInstalled();
process.exit(await run(process.execPath, [...TYPESCRIPT, 'scripts/passphrase.ts']));
