import { mkdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { build } from 'vite';

/**
 * Compiles the process that reads files once for all tests: started from its sources it would take a second each time.
 * Each run of the tests has its own, so that two at once do not take it from each other.
 */
export async function setup(): Promise<() => void> {
  const root = join(import.meta.dirname, '../..');
  const outDir = join(root, 'node_modules/.cache/isolated-process', String(process.pid));
  mkdirSync(outDir, { recursive: true });
  await build({
    configFile: join(root, 'vite.isolated.config.ts'),
    root,
    logLevel: 'error',
    build: { outDir },
  });
  process.env.SLOW_CREST_ISOLATED_PROCESS = join(outDir, 'isolatedProcess.js');
  return () => rmSync(outDir, { recursive: true, force: true });
}
