import './lib/node-version.mjs';
import { audit } from './lib/audit.mjs';
import { ensureBuilt } from './lib/build.mjs';
import { ensureChromium } from './lib/chromium.mjs';
import { allAtOnce, bin, ensureInstalled, must, TYPESCRIPT } from './lib/machine.mjs';

/** Everything that must hold before a change is kept, in the order in which it fails soonest. */
await ensureInstalled();
const env = { ...process.env, CHROMIUM_PATH: await ensureChromium() };

const timed = async (what, work) => {
  const begun = Date.now();
  console.log(`\n── ${what}`);
  await work();
  console.log(`   ${Math.round((Date.now() - begun) / 1000)} s`);
};
const ESLINT_CACHE = ['--cache', '--cache-location', 'node_modules/.cache/eslint/', '--cache-strategy', 'content'];

// What only reads, at once: nothing is read again that did not change.
await timed('Types, lint, format, and what nothing uses', () =>
  allAtOnce([
    ['Types', bin('tsc'), ['-p', '.']],
    ['Types of the pages', bin('tsc'), ['-p', 'web']],
    ['Lint', bin('eslint'), ['.', '--max-warnings', '0', ...ESLINT_CACHE]],
    ['Format', bin('prettier'), ['--check', '.', '--cache', '--log-level', 'warn']],
    ['Unused files, exports and packages', bin('knip'), []],
  ]),
);
await timed('Unit and server tests', () => must('Unit and server tests', bin('vitest'), ['run'], { env }));
await timed('Known weaknesses of packages', audit);
await timed('Build', ensureBuilt);
await timed('Size of the first load', () =>
  must('Size of the first load', process.execPath, [...TYPESCRIPT, 'scripts/first-load.ts'], { env }),
);
await timed('Browser tests', () => must('Browser tests', bin('playwright'), ['test'], { env }));
console.log('\nAll checks passed.');
