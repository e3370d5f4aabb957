import './lib/node-version.mjs';
import { allAtOnce, bin, ensureInstalled } from './lib/machine.mjs';

/** The types of everything: what runs on Node, and what runs in a browser. What did not change is not read again. */
await ensureInstalled();
await allAtOnce([
  ['Types', bin('tsc'), ['-p', '.']],
  ['Types of the pages', bin('tsc'), ['-p', 'web']],
]);
