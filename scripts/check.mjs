import './lib/node-version.mjs';
import { ensureChromium } from './lib/chromium.mjs';
import { ensureInstalled, must, TYPESCRIPT } from './lib/machine.mjs';

/** Everything that must hold before a change is kept, in the order in which it fails soonest. */
await ensureInstalled();
const env = { ...process.env, CHROMIUM_PATH: await ensureChromium() };
const bin = (name) => `node_modules/.bin/${name}`;

const steps = [
  ['Type check', bin('tsc'), ['-p', '.']],
  ['Type check of the pages', bin('tsc'), ['-p', 'web']],
  ['Lint', bin('eslint'), ['.', '--max-warnings', '0']],
  ['Unit and server tests', bin('vitest'), ['run']],
  ['Build of the pages', bin('vite'), ['build', '--logLevel', 'warn']],
  ['Build of the server', bin('vite'), ['build', '--config', 'vite.server.config.ts', '--logLevel', 'warn']],
  ['Size of the first load', process.execPath, [...TYPESCRIPT, 'scripts/first-load.ts']],
  ['Browser tests', bin('playwright'), ['test']],
];
for (const [what, command, args] of steps) {
  console.log(`\n── ${what}`);
  await must(what, command, args, { env });
}
console.log('\nAll checks passed.');
