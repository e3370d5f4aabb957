import { availableParallelism } from 'node:os';
import { ensureInstalled, npm } from './lib/prepare.mjs';

/**
 * Everything that must hold before a change is kept, in the order in which it fails soonest: `npm run check`, and with
 * `long` what takes too long for every change. The steps are in package.json. Nothing is remembered of what passed.
 */
const step = process.argv.includes('long') ? 'check:long:steps' : 'check:steps';
ensureInstalled();
npm(['run', '--silent', step], {
  stdio: 'inherit',
  env: {
    ...process.env,
    WIREIT_LOGGER: process.env.WIREIT_LOGGER ?? 'simple',
    WIREIT_CACHE: 'none',
    WIREIT_PARALLEL: String(availableParallelism()),
  },
});
console.log('\nAll checks passed.');
