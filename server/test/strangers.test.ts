import { request as httpRequest } from 'node:http';
import { connect } from 'node:net';
import { gzipSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { readConfig } from '../config';
import type { Shelf } from '../../contract/shelf/shelf';
import { loggedError, openLog } from '../log';
import { bagDraft, TestServer, TODAY } from './support/running';

const logged: string[] = [];
const log = openLog('warn', { write: (line: string) => void logged.push(line) });
let server: TestServer;
beforeAll(async () => {
  server = await new TestServer(undefined, { SLOW_CREST_NAMES: 'coffee.test, kitchen.test' }, log).start();
});
afterAll(() => server.end());

interface Sent {
  method?: string;
  path?: string;
  headers?: Record<string, string>;
  body?: string | Buffer;
}

/** Sends exactly these headers; resolves with the status and what was answered (of a stream: its first part). */
function send({
  method = 'GET',
  path = '/api/bags',
  headers = {},
  body = '',
}: Sent): Promise<{ status: number; body: string }> {
  const { port } = new URL(server.running.address);
  return new Promise((resolve, reject) => {
    const length = body.length > 0 ? { 'content-length': String(Buffer.byteLength(body)) } : {};
    const sent = httpRequest(
      { host: '127.0.0.1', port, method, path, headers: { ...length, ...headers } },
      (answer) => {
        const parts: Buffer[] = [];
        const done = (): void => resolve({ status: answer.statusCode ?? 0, body: Buffer.concat(parts).toString() });
        answer.on('data', (part: Buffer) => {
          parts.push(part);
          if (answer.headers['content-type']?.startsWith('text/event-stream')) {
            sent.destroy();
            done();
          }
        });
        answer.on('end', done);
      },
    );
    sent.on('error', reject);
    sent.end(body);
  });
}
const own = (): string => new URL(server.running.address).host;
const bags = async (): Promise<number> => (await server.ok<Shelf>('GET', `/shelf?today=${TODAY}`)).lanes.length;
const post = (
  headers: Record<string, string>,
  body: string | Buffer = JSON.stringify(bagDraft()),
): Promise<{ status: number; body: string }> =>
  send({ method: 'POST', headers: { 'content-type': 'application/json', ...headers }, body });

describe('a name', () => {
  it.each(['coffee.test', 'Kitchen.test:80', 'localhost', '127.0.0.1', '[::1]:4180', 'localhost.'])(
    'that is ours is answered: %s',
    async (host) => {
      expect((await send({ path: '/api/health', headers: { host } })).status).toBe(200);
    },
  );

  it.each([
    'rebound.test',
    'rebound.test:4180',
    '127.0.0.1.rebound.test',
    'localhost.rebound.test',
    '192.168.1.1',
    'evil@localhost',
  ])('that is not ours reads, writes and deletes nothing: %s', async (host) => {
    const id = await server.addBag({ name: 'Safe' });
    const before = await bags();
    for (const asked of [
      { path: '/api/settings' },
      { path: `/api/bags/${id}?today=${TODAY}` },
      { method: 'DELETE', path: `/api/bags/${id}`, body: '{}' },
      { method: 'POST', path: '/api/bags', body: JSON.stringify(bagDraft()) },
      { path: '/api/bench/stream' },
      { path: '/' },
    ]) {
      const { status, body } = await send({ ...asked, headers: { 'content-type': 'application/json', host } });
      expect(status, asked.path).toBe(403);
      expect(body).toMatch(/does not go by this name/);
    }
    expect(await bags()).toBe(before);
    await server.ok('DELETE', `/bags/${id}`);
  });

  it('that is strange is logged once', () => {
    expect(logged.filter((line) => line.includes('127.0.0.1.rebound.test'))).toHaveLength(1);
  });
});

describe('a page', () => {
  const strange: Record<string, string>[] = [
    { origin: 'http://elsewhere.test' },
    { origin: 'null' },
    { origin: 'http://localhost:9999', 'sec-fetch-site': 'same-site' },
    { 'sec-fetch-site': 'cross-site' },
    { 'sec-fetch-site': 'same-site', 'sec-fetch-mode': 'no-cors' },
    { 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'navigate', 'sec-fetch-dest': 'iframe' },
  ];

  it.each(strange)('of another origin is refused, whatever it asks: %o', async (headers) => {
    const before = await bags();
    for (const path of [
      '/api/settings',
      '/api/bench/stream',
      '/api/bench/instruments/thermometer/stream',
      '/api/shelf',
      '/assets/index.js',
    ]) {
      expect((await send({ path, headers })).status, path).toBe(403);
    }
    expect((await post(headers)).status).toBe(403);
    expect(await bags()).toBe(before);
  });

  it('elsewhere may link to a page of ours, and no more', async () => {
    const visit = { 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'navigate', 'sec-fetch-dest': 'document' };
    // No pages are built for this server: the address is allowed, and not there.
    expect((await send({ path: '/bags/x', headers: visit })).status).toBe(404);
    expect((await send({ path: '/api/settings', headers: visit })).status).toBe(403);
    expect((await send({ path: '/bags/x', headers: { ...visit, origin: 'null' }, method: 'POST' })).status).toBe(403);
  });

  it('under /API is none of ours, however it is written, and is not answered as one', async () => {
    for (const path of ['/API/settings', '/Api/settings', '/api/SETTINGS', '/%41PI/settings']) {
      const { status, body } = await send({ path });
      expect(status, path).toBe(404);
      expect(body, path).not.toContain('ratio');
    }
    expect((await send({ path: '/API/bags', method: 'DELETE' })).status).toBe(404);
  });

  it('loads scripts, styles and fonts from here alone', async () => {
    const policy = (await fetch(`${server.running.address}/api/settings`)).headers.get('content-security-policy') ?? '';
    expect(policy.split(';')).toContain("default-src 'self'");
    expect(policy.split(';')).toContain("font-src 'self'");
  });

  it('of ours reads, writes and listens', async () => {
    const headers = { origin: `http://${own()}`, 'sec-fetch-site': 'same-origin' };
    expect((await send({ path: '/api/settings', headers })).status).toBe(200);
    expect((await send({ path: '/api/bench/stream', headers })).status).toBe(200);
    expect((await post(headers)).status).toBe(201);
    // Behind a proxy that encrypts.
    expect((await post({ host: 'coffee.test', origin: 'https://coffee.test' })).status).toBe(201);
  });
});

describe('a request at fault', () => {
  const quiet = async (
    work: () => Promise<{ status: number; body: string }>,
  ): Promise<{ status: number; body: string }> => {
    logged.length = 0;
    const answer = await work();
    expect(logged).toEqual([]);
    return answer;
  };

  it.each<[string, Sent, number]>([
    ['malformed percent signs', { path: '/api/bags/%E0%A4%A' }, 400],
    ['malformed percent signs in a page', { path: '/bags/%' }, 404],
    ['an unknown charset', { headers: { 'content-type': 'application/json; charset=klingon' } }, 415],
    ['an unknown encoding', { headers: { 'content-type': 'application/json', 'content-encoding': 'rot13' } }, 415],
    [
      'broken gzip',
      {
        headers: { 'content-type': 'application/json', 'content-encoding': 'gzip' },
        body: gzipSync('{}').subarray(0, 12).fill(7, 4),
      },
      400,
    ],
    [
      'gzip of no JSON',
      { headers: { 'content-type': 'application/json', 'content-encoding': 'gzip' }, body: gzipSync('{"a":') },
      400,
    ],
    ['a bare word', { headers: { 'content-type': 'application/json' }, body: '"x"' }, 400],
    [
      'a body far too large',
      { headers: { 'content-type': 'application/json' }, body: `{"name":"${'x'.repeat(9_000_000)}"}` },
      413,
    ],
  ])('is answered in words and with a 4xx, and not logged: %s', async (_what, sent, status) => {
    const answer = await quiet(() => send({ method: sent.headers ? 'POST' : 'GET', body: '{}', ...sent }));
    expect(answer.status).toBe(status);
  });

  it('is not logged when an upload is broken off', async () => {
    logged.length = 0;
    const { hostname, port } = new URL(server.running.address);
    const socket = connect(Number(port), hostname);
    socket.write(
      `POST /api/bags HTTP/1.1\r\nhost: ${own()}\r\ncontent-type: application/json\r\ncontent-length: 500\r\n\r\n{"name":`,
    );
    await new Promise((resolve) => socket.once('connect', resolve));
    await server.ok('GET', '/settings');
    socket.destroy();
    // The server has seen the end of it once it answers what came after.
    for (let i = 0; i < 5; i++) await server.ok('GET', '/settings');
    expect(logged).toEqual([]);
  });

  it.each([
    ['300 000 unknown keys', () => Object.fromEntries(Array.from({ length: 300_000 }, (_, i) => [`k${i}`, 1]))],
    [
      '20 000 keys too many in a field',
      () => ({ ...bagDraft(), reference: Object.fromEntries(Array.from({ length: 19_000 }, (_, i) => [`k${i}`, 1])) }),
    ],
    ['a list without end', () => ({ ...bagDraft(), spells: Array.from({ length: 100_000 }, () => 0) })],
    [
      'thousands of unknown keys',
      () => ({ ...bagDraft(), ...Object.fromEntries(Array.from({ length: 10_000 }, (_, i) => [`k${i}`, 1])) }),
    ],
  ])('is answered shortly, however much is wrong with it: %s', async (_what, body) => {
    const sent = JSON.stringify(body());
    const answer = await quiet(() => post({}, sent));
    expect([413, 422]).toContain(answer.status);
    expect(answer.body.length).toBeLessThan(40_000);
  });

  it('is refused when a draft is nested thousands deep, and nothing of it is kept', async () => {
    let typed = '{"a":1}';
    for (let i = 0; i < 4110; i++) typed = `{"a":${typed}}`;
    const body = `{"counts":{"device-deep":1},"title":"Deep","href":"/bags/new","typed":${typed}}`;
    const answer = await quiet(() =>
      send({
        method: 'PUT',
        path: '/api/drafts/deep/device-deep',
        headers: { 'content-type': 'application/json' },
        body,
      }),
    );
    expect(answer.status).toBe(413);
    expect(await server.ok('GET', '/drafts/deep')).toEqual([]);
    expect((await server.ok<Shelf>('GET', `/shelf?today=${TODAY}`)).unfinished).toEqual([]);
  });

  it.each([
    '/\\elsewhere.test',
    '/bags\n/x',
    '/bags/\tx',
    '//elsewhere.test',
    'http://elsewhere.test/',
    '/a/../../\\b',
    '/bags\r\nx: y',
    '/\u0000',
    '/ spaced',
  ])('is refused when a draft would go on elsewhere: %j', async (href) => {
    const refused = await server.refused('PUT', '/drafts/elsewhere/device-one', {
      counts: { 'device-one': 1 },
      title: 'A cup',
      href,
      typed: {},
    });
    expect(refused).toMatchObject({ status: 422, fields: [{ path: 'href' }] });
  });
});

describe('the log', () => {
  it('never holds what a household wrote, whatever goes wrong', async () => {
    logged.length = 0;
    const secret = 'the secret of the damson';
    const id = await server.addBag({ name: secret });
    // A row that no longer fits its table, and content that cannot be read: both fail deep inside.
    await server.running.store.write((db) =>
      db.query("CREATE TRIGGER no_more BEFORE INSERT ON brew BEGIN SELECT RAISE(ABORT, 'no more'); END"),
    );
    expect(
      (
        await server.send('POST', `/bags/${id}/brews`, {
          ...bagDraft().reference,
          brewedAt: '2026-02-20T08:00:00Z',
          faultNote: secret,
          cup: { scoringScale: 'mark10', mark: 8, remarks: secret },
        })
      ).status,
    ).toBe(500);
    await server.running.store.write((db) => db.query('DROP TRIGGER no_more'));
    await server.running.store.write((db) => db.query('UPDATE bag SET weights = ? WHERE id = ?', [`{"${secret}`, id]));
    expect((await server.send('GET', `/bags/${id}?today=${TODAY}`)).status).toBe(500);
    await server.running.store.write((db) => db.query('UPDATE bag SET weights = NULL WHERE id = ?', [id]));
    expect(logged).toHaveLength(2);
    expect(logged.join()).not.toContain('damson');
    expect(JSON.parse(logged[0] ?? '')).toMatchObject({
      err: {
        type: 'QueryFailedError',
        code: 'SQLITE_CONSTRAINT_TRIGGER',
        statement: expect.stringMatching(/^INSERT INTO "brew"/),
      },
      path: `/api/bags/${id}/brews`,
    });
  });
});

describe('an error in the log', () => {
  it('tells its kind and where it arose, and nothing of what it says', () => {
    const told = loggedError(new TypeError('the secret of the damson\nin two lines'));
    expect(JSON.stringify(told)).not.toMatch(/damson|two lines/);
    expect(told).toMatchObject({
      type: 'TypeError',
      at: expect.arrayContaining([expect.stringContaining('strangers.test.ts')]),
    });
    expect(loggedError('the secret of the damson')).toEqual({ type: 'string', at: [] });
  });
});

describe('what is set to nothing', () => {
  it('is not set', () => {
    const config = readConfig(
      { HOST: '', PORT: ' ', SLOW_CREST_DATA: '', SLOW_CREST_NAMES: ' ', SLOW_CREST_PASSPHRASE: '' },
      server.folder,
    );
    expect(config).toMatchObject({
      host: '127.0.0.1',
      port: 4180,
      dataFolder: `${server.folder}/data`,
      names: [],
      passphrase: null,
    });
  });
});
