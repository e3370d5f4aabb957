import './lib/node-version.mjs';
import { ensureBuilt } from './lib/build.mjs';
import { ensureInstalled } from './lib/machine.mjs';

/** Builds pages and server, where they are older than their sources. */
await ensureInstalled();
await ensureBuilt();
