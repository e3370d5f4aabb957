import './lib/node-version.mjs';
import { existsSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBuilt } from './lib/build.mjs';
import { ensureInstalled, must, ROOT, run, TYPESCRIPT } from './lib/machine.mjs';

/** Serves the application on a made-up household; `--fresh` makes the household anew. */
const folder = process.env.SLOW_CREST_DATA ?? 'data-demo';
const env = { ...process.env, SLOW_CREST_DATA: folder };
const database = join(ROOT, folder, 'slow-crest.sqlite');

await ensureInstalled();
await ensureBuilt();
if (process.argv.includes('--fresh')) for (const suffix of ['', '-wal', '-shm']) rmSync(database + suffix, { force: true });
if (!existsSync(database)) {
  console.error('Making the demo household');
  await must('Making the demo household', process.execPath, [...TYPESCRIPT, 'demo/make.ts'], { env });
}
process.exit(await run(process.execPath, [...TYPESCRIPT, 'server/main.ts'], { env }));
