import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { build } from 'vite';

/**
 * Compiles the process that reads files once for all tests: started from its sources it would take a second each time.
 */
export async function setup(): Promise<void> {
  const root = join(import.meta.dirname, '../..');
  const outDir = join(root, 'node_modules/.cache/isolated-process');
  mkdirSync(outDir, { recursive: true });
  await build({
    configFile: join(root, 'vite.isolated.config.ts'),
    root,
    logLevel: 'error',
    build: { outDir },
  });
  process.env.SLOW_CREST_ISOLATED_PROCESS = join(outDir, 'isolatedProcess.js');
}
