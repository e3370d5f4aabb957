import { spawn } from 'node:child_process';
import { rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Report } from './report';
import { timingText } from './timing';

/** How long it takes from `npm run demo` to the first answer of the shelf, once all is installed, built and made. */
const ROOT = fileURLToPath(new URL('..', import.meta.url));
const RUNS = 8;
const folder = join(tmpdir(), `slow-crest-opening-${process.pid}`);

async function open(): Promise<number> {
  const begun = performance.now();
  const child = spawn('npm', ['run', 'demo'], {
    cwd: ROOT,
    env: { ...process.env, SLOW_CREST_DATA: folder, PORT: '0' },
    stdio: ['ignore', 'pipe', 'ignore'],
    detached: true,
  });
  const ended = new Promise((resolve) => child.once('exit', resolve));
  let said = '';
  for await (const part of child.stdout) {
    said += String(part);
    const address = /ready at (http:\/\/\S+)/.exec(said)?.[1];
    if (!address) continue;
    await (await fetch(`${address}/api/shelf?today=${new Date().toISOString().slice(0, 10)}`)).text();
    break;
  }
  const took = performance.now() - begun;
  process.kill(-(child.pid ?? 0), 'SIGTERM');
  await ended;
  return took;
}

const report = new Report();
report.say('First start, the household made anew', `${(await open()).toFixed(0)} ms`);
const times: number[] = [];
for (let i = 0; i < RUNS; i++) times.push(await open());
report.say('Later starts', timingText(times));
report.end();
rmSync(folder, { recursive: true, force: true });
