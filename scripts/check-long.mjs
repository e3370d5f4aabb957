import './lib/node-version.mjs';
import { ensureBuilt } from './lib/build.mjs';
import { ensureChromium } from './lib/chromium.mjs';
import { ensureInstalled, must, TYPESCRIPT } from './lib/machine.mjs';

/**
 * What takes too long for every change: every sentence of many households, all of the attacks, hostile pages, a very large household.
 */
await ensureInstalled();
await ensureBuilt();
const env = { ...process.env, CHROMIUM_PATH: await ensureChromium() };
const steps = [
  [
    'A second opinion of 300 households',
    'node_modules/.bin/vitest',
    ['run', 'server/test/secondOpinion.test.ts'],
    { HOUSEHOLDS: '300', FIRST_HOUSEHOLD: '1001' },
  ],
  ['The attacks', process.execPath, [...TYPESCRIPT, 'reliability/run.ts']],
  ['Hostile pages in the browser', 'node_modules/.bin/playwright', ['test', 'strangers']],
  ['A household of 20 000 brews', process.execPath, [...TYPESCRIPT, 'benchmarks/large.ts']],
];
for (const [what, command, args, more = {}] of steps) {
  console.log(`\n── ${what}`);
  await must(what, command, args, { env: { ...env, ...more } });
}
console.log('\nAll long checks passed.');
