import { readdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import pino from 'pino';
import { readConfig } from '../../config';
import { serve } from '../../serve';
import { engineHere } from '../../verdicts/engineHere';
import { bagDraft } from '../support/running';

/**
 * Uses a household on a small disk, `argv[2]`: fills the disk until a write is refused, reads, makes room, is refused once for
 * another reason, makes twenty writes and is killed. Says on standard output what was answered.
 */
const folder = process.argv[2] ?? '';
const noEngine = { ...engineHere(), fit: () => Promise.reject(new Error('not asked for')) };
const running = await serve(readConfig({ SLOW_CREST_DATA: folder, PORT: '0' }, '/'), pino({ level: 'silent' }), null, {
  engine: noEngine,
});

async function send(method: string, path: string, body: unknown): Promise<{ status: number; code: string }> {
  const response = await fetch(`${running.address}/api${path}`, {
    method,
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  const answer = (await response.json()) as { error?: { code: string } };
  return { status: response.status, code: answer.error?.code ?? '' };
}
const add = (name: string) => send('POST', '/bags', bagDraft({ name, printedNotes: 'quince, rooibos, '.repeat(20) }));

const ballast = join(folder, 'ballast');
writeFileSync(ballast, Buffer.alloc(1_600_000));
for (let i = 0; ; i++) {
  const { status, code } = await add(`Before ${i}`);
  if (status === 201) continue;
  console.log(`${status} ${code}`);
  break;
}
// What is there can be read all the same, and what else is written says why it is not.
console.log(`reading ${(await fetch(`${running.address}/api/tasters`)).status}`);
const backup = await send('POST', '/backups', {});
console.log(`backup ${backup.status} ${backup.code}`);
const upload = await fetch(`${running.address}/api/imports`, {
  method: 'POST',
  headers: { 'content-type': 'application/octet-stream' },
  body: new Uint8Array(2_000_000),
});
console.log(`upload ${upload.status}, files left ${readdirSync(join(folder, 'imports')).length}`);
rmSync(ballast);
console.log(`refused ${(await send('PATCH', '/bags/0f0e7c2e-1111-4111-8111-000000000000', { name: 'x' })).status}`);
let acknowledged = 0;
for (let i = 0; i < 20; i++) if ((await add(`After ${i}`)).status === 201) acknowledged++;
console.log(`acknowledged ${acknowledged}`);
console.log('killed');
process.kill(process.pid, 'SIGKILL');
