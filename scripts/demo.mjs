import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBuilt, ensureInstalled, must } from './lib/prepare.mjs';

/** Serves the application on a made-up household; `--fresh` makes the household anew. */
process.env.SLOW_CREST_DATA = process.env.SLOW_CREST_DATA?.trim() || 'data-demo';
const fresh = process.argv.filter((argument) => argument === '--fresh');

ensureInstalled();
ensureBuilt();
if (fresh.length > 0 || !existsSync(join(process.env.SLOW_CREST_DATA, 'slow-crest.sqlite'))) {
  console.error('Making the demo household');
  must(process.execPath, ['dist/server/makeDemo.js', ...fresh]);
}
await import('../dist/server/main.js');
