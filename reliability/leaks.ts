import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout } from 'node:timers/promises';
import { largeHousehold } from '../benchmarks/largeHousehold';
import { ServerProcess } from './serverProcess';

export interface Leaks {
  brokenOff: number;
  /** Memory of the server, MB, and its threads, before and ten seconds after; and the processes left behind. */
  before: { mb: number; threads: number };
  after: { mb: number; threads: number; processes: number };
}

/** What a process has, where the system tells. */
function usage(pid: number): { mb: number; threads: number } {
  const status = readFileSync(`/proc/${pid}/status`, 'utf8');
  const of = (name: string): number => Number(new RegExp(`${name}:\\s+(\\d+)`).exec(status)?.[1] ?? NaN);
  return { mb: Math.round(of('VmRSS') / 1024), threads: of('Threads') };
}

const childrenOf = (pid: number): number =>
  readdirSync(`/proc/${pid}/task`).reduce(
    (sum, task) => sum + readFileSync(`/proc/${pid}/task/${task}/children`, 'utf8').split(' ').filter(Boolean).length,
    0,
  );

/** Breaks downloads of the household off, and cancels imports of it, again and again; looks at what stays behind. */
export async function brokenOff(count: number): Promise<Leaks> {
  const folder = mkdtempSync(join(tmpdir(), 'slow-crest-leaks-'));
  await largeHousehold(join(folder, 'slow-crest.sqlite'), new Date(), { bags: 60, brews: 4000, inUse: 4 });
  const server = new ServerProcess(folder);
  await server.start();
  const archive = await (await fetch(`${server.address}/api/archive`)).arrayBuffer();
  let judging = 1;
  while (judging > 0) {
    await setTimeout(200);
    await (await fetch(`${server.address}/api/shelf?today=${new Date().toISOString().slice(0, 10)}`)).text();
    judging = ((await (await fetch(`${server.address}/api/judging`)).json()) as { waiting: number }).waiting;
  }
  const before = usage(server.pid);
  for (let i = 0; i < count; i++) {
    const giveUp = new AbortController();
    const download = await fetch(`${server.address}/api/archive`, { signal: giveUp.signal });
    await download.body?.getReader().read();
    giveUp.abort();
    const headers = { 'content-type': 'application/octet-stream' };
    const sent = await fetch(`${server.address}/api/imports`, { method: 'POST', headers, body: archive });
    const { id } = (await sent.json()) as { id: string };
    await setTimeout(20 * (i % 10));
    const json = { 'content-type': 'application/json' };
    await fetch(`${server.address}/api/imports/${id}`, { method: 'DELETE', headers: json, body: '{}' });
  }
  await setTimeout(10_000);
  const after = { ...usage(server.pid), processes: childrenOf(server.pid) };
  await server.stop('SIGTERM');
  rmSync(folder, { recursive: true, force: true });
  return { brokenOff: count, before, after };
}
