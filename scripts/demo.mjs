import './lib/node-version.mjs';
import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { ensureBuilt } from './lib/build.mjs';
import { ensureInstalled, must, ROOT, run, SERVER, serverEnv } from './lib/machine.mjs';

/** Serves the application on a made-up household; `--fresh` makes the household anew. */
const folder = process.env.SLOW_CREST_DATA?.trim() || 'data-demo';
const env = { ...process.env, SLOW_CREST_DATA: folder };

await ensureInstalled();
await ensureBuilt();
const fresh = process.argv.includes('--fresh');
if (fresh || !existsSync(resolve(ROOT, folder, 'slow-crest.sqlite'))) {
  console.error('Making the demo household');
  await must(
    'Making the demo household',
    process.execPath,
    ['dist/server/makeDemo.js', ...(fresh ? ['--fresh'] : [])],
    { env },
  );
}
process.exit(await run(process.execPath, SERVER, { env: serverEnv(env) }));
