import './node-version.mjs';
import { ensureBuilt } from './build.mjs';
import { ensureInstalled, run } from './machine.mjs';

/**
 * Does one of what keeps a household: export, import, backup, restore; with what stands behind it on the command line.
 */
export async function keep(command) {
  await ensureInstalled();
  await ensureBuilt();
  process.exit(await run(process.execPath, ['dist/server/keeping.js', command, ...process.argv.slice(2)]));
}
