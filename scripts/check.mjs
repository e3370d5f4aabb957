import { rmSync } from 'node:fs';
import { join } from 'node:path';
import './lib/node-version.mjs';
import { audit } from './lib/audit.mjs';
import { ensureBuilt } from './lib/build.mjs';
import { ensureChromium } from './lib/chromium.mjs';
import { allAtOnce, bin, ensureInstalled, must, ROOT, TYPESCRIPT } from './lib/machine.mjs';
import { Passed } from './lib/passed.mjs';

/**
 * Everything that must hold before a change is kept, in the order in which it fails soonest. Tests that passed on the
 * very same files are not run again, unless `npm run check -- --again` asks for it.
 */
await ensureInstalled();
const kept = join(ROOT, 'node_modules', '.cache', 'check', 'passed.json');
if (process.argv.includes('--again')) rmSync(kept, { force: true });
const passed = new Passed(ROOT, kept);
const env = { ...process.env, CHROMIUM_PATH: await ensureChromium() };

const timed = async (what, work) => {
  const begun = Date.now();
  console.log(`\n── ${what}`);
  await work();
  console.log(`   ${Math.round((Date.now() - begun) / 1000)} s`);
};
const tests = (what, unread, command, args) =>
  timed(what, async () => {
    const hadToRun = await passed.unlessPassed(what, unread, () => must(what, command, args, { env }));
    if (!hadToRun) console.log('   passed before on these very files (npm run check -- --again runs them anyway)');
  });
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
await tests('Unit and server tests', /^(e2e|docs\/screenshots)\//, bin('vitest'), ['run']);
await timed('Known weaknesses of packages', audit);
await timed('Build', ensureBuilt);
await timed('Size of the first load', () =>
  must('Size of the first load', process.execPath, [...TYPESCRIPT, 'scripts/first-load.ts'], { env }),
);
await timed('A tenth of the attacks', () =>
  must('A tenth of the attacks', process.execPath, [...TYPESCRIPT, 'reliability/run.ts'], {
    env: { ...env, SHARE: '0.1' },
  }),
);
await tests('Browser tests', /^(benchmarks|reliability|docs\/screenshots)\/|\/test\/|\.md$/, bin('playwright'), [
  'test',
]);
console.log('\nAll checks passed.');
