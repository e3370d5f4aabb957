import { existsSync, readdirSync, statSync, utimesSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { must, ROOT } from './machine.mjs';

/** The parts of the application, each built from its sources where one of them is newer than the last build. */
const PARTS = [
  {
    what: 'Building the pages',
    config: 'vite.config.ts',
    stamp: join(ROOT, 'dist', '.built'),
    sources: ['web', 'application', 'contract', 'core'],
  },
  {
    what: 'Building the server',
    config: 'vite.server.config.ts',
    stamp: join(ROOT, 'dist', '.built-server'),
    sources: ['server', 'application', 'contract', 'core', 'demo', 'scripts'],
  },
  {
    what: 'Building the process that reads files',
    config: 'vite.isolated.config.ts',
    stamp: join(ROOT, 'dist', '.built-isolated'),
    sources: ['server', 'application', 'contract', 'core'],
  },
];

function newest(path) {
  const stat = statSync(path);
  if (!stat.isDirectory()) return stat.mtimeMs;
  return Math.max(stat.mtimeMs, ...readdirSync(path).map((name) => newest(join(path, name))));
}

/** Builds what is older than its sources. */
export async function ensureBuilt() {
  for (const { what, config, stamp, sources } of PARTS) {
    const begun = new Date();
    const all = [...sources, config, 'package-lock.json'];
    if (existsSync(stamp) && all.every((source) => newest(join(ROOT, source)) < statSync(stamp).mtimeMs)) continue;
    console.error(what);
    await must(
      what,
      process.execPath,
      [join(ROOT, 'node_modules/vite/bin/vite.js'), 'build', '--config', config, '--logLevel', 'warn'],
      { stdio: ['ignore', 2, 2] },
    );
    writeFileSync(stamp, '');
    // What changed while the build ran is newer than the build.
    utimesSync(stamp, begun, begun);
  }
}
