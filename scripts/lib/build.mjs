import { existsSync, readdirSync, statSync, utimesSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { must, ROOT } from './machine.mjs';

const SOURCES = ['web', 'contract', 'core', 'vite.config.ts', 'package-lock.json'];
const BUILT = join(ROOT, 'dist', '.built');

function newest(path) {
  const stat = statSync(path);
  if (!stat.isDirectory()) return stat.mtimeMs;
  return Math.max(stat.mtimeMs, ...readdirSync(path).map((name) => newest(join(path, name))));
}

/** Builds the web pages when a source is newer than the last build. */
export async function ensureBuilt() {
  const begun = new Date();
  if (existsSync(BUILT) && SOURCES.every((source) => newest(join(ROOT, source)) < statSync(BUILT).mtimeMs)) return;
  console.error('Building the pages');
  await must('Building the pages', process.execPath, [join(ROOT, 'node_modules/vite/bin/vite.js'), 'build', '--logLevel', 'warn'], { stdio: ['ignore', 2, 2] });
  writeFileSync(BUILT, '');
  // What changed while the build ran is newer than the build.
  utimesSync(BUILT, begun, begun);
}
