import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { gzipSync } from 'node:zlib';

/** Gzipped JavaScript a browser fetches before it can show the first page: the entry and what it preloads. */
const LIMIT_KB = 250;
const folder = fileURLToPath(new URL('../dist/web', import.meta.url));
const html = readFileSync(join(folder, 'index.html'), 'utf8');
const scripts = [...html.matchAll(/(?:src|href)="([^"]+\.js)"/g)].map((match) => match[1] ?? '');
if (scripts.length === 0) throw new Error('index.html names no script: nothing was measured');
const sizes = scripts.map((path) => ({ path, kb: gzipSync(readFileSync(join(folder, path))).length / 1000 }));
const total = sizes.reduce((sum, { kb }) => sum + kb, 0);
for (const { path, kb } of sizes) console.log(`${kb.toFixed(1).padStart(8)} kB  ${path}`);
console.log(`${total.toFixed(1).padStart(8)} kB gzipped in all; the limit is ${LIMIT_KB} kB`);
if (total > LIMIT_KB) process.exitCode = 1;
