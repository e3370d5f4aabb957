import pino from 'pino';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { readConfig, StartProblem } from '../config';
import { serve } from '../serve';
import { bagDraft, TestServer, TODAY } from './support/running';

describe('beyond this machine', () => {
  const passphrase = 'cedar and quince jam';
  const silent = pino({ level: 'silent' });

  it('nobody listens without a passphrase, nor with a short one', async () => {
    const folder = `${shared.folder}/open`;
    for (const HOST of ['0.0.0.0', '::', '192.168.0.7', 'coffee.test']) {
      await expect(serve(readConfig({ SLOW_CREST_DATA: folder, PORT: '0', HOST }, '/'), silent, null)).rejects.toThrow(
        /lets other machines .* Choose a passphrase first/,
      );
    }
    await expect(
      serve(readConfig({ SLOW_CREST_DATA: folder, PORT: '0', SLOW_CREST_PASSPHRASE: 'short' }, '/'), silent, null),
    ).rejects.toThrow(StartProblem);
  });

  let clock = new Date(`${TODAY}T12:00:00Z`);
  let shared: TestServer;
  beforeAll(async () => {
    shared = await new TestServer(() => clock, { HOST: '0.0.0.0', SLOW_CREST_PASSPHRASE: passphrase }).start();
  });
  afterAll(() => shared.end());

  const ask = (path: string, init: RequestInit & { cookie?: string } = {}): Promise<Response> =>
    fetch(`${shared.running.address}/api${path}`, {
      ...init,
      headers: { 'content-type': 'application/json', ...(init.cookie ? { cookie: init.cookie } : {}) },
    });
  const signIn = (guess: string): Promise<Response> =>
    ask('/session', { method: 'POST', body: JSON.stringify({ passphrase: guess }) });
  const signedIn = async (): Promise<string> => {
    const answer = await signIn(passphrase);
    expect(answer.status).toBe(204);
    return answer.headers.get('set-cookie') ?? '';
  };

  it('it says what that means, and nothing but signing in is answered', async () => {
    expect(shared.running.notes.join(' ')).toMatch(
      /whoever knows the passphrase reads and changes everything.*not encrypted/,
    );
    for (const path of [
      '/settings',
      `/shelf?today=${TODAY}`,
      '/bench/stream',
      '/search?q=x',
      '/drafts/x',
      '/nothing-here',
    ])
      expect((await ask(path)).status, path).toBe(401);
    expect((await ask('/bags', { method: 'POST', body: JSON.stringify(bagDraft()) })).status).toBe(401);
    expect(await (await ask('/session')).json()).toEqual({ needed: true, signedIn: false });
    expect((await ask('/settings', { cookie: 'slow-crest-session=made-up' })).status).toBe(401);
  });

  it('the passphrase lets in, with a cookie for this site alone that no script reads, until it expires', async () => {
    const cookie = await signedIn();
    expect(cookie).toMatch(
      /^slow-crest-session=[\w-]{43}; Max-Age=2592000; Path=\/; Expires=.+; HttpOnly; SameSite=Strict$/,
    );
    const carried = cookie.split(';')[0] ?? '';
    expect((await ask('/settings', { cookie: carried })).status).toBe(200);
    await shared.stop();
    await shared.start();
    expect((await ask('/settings', { cookie: carried })).status).toBe(200);
    clock = new Date('2026-04-02T12:00:00Z');
    expect((await ask('/settings', { cookie: carried })).status).toBe(401);
    clock = new Date(`${TODAY}T12:00:00Z`);
  });

  it('signing out ends it on the server too', async () => {
    const carried = (await signedIn()).split(';')[0] ?? '';
    expect((await ask('/session', { method: 'DELETE', body: '{}', cookie: carried })).status).toBe(204);
    expect((await ask('/settings', { cookie: carried })).status).toBe(401);
  });

  it('signing out ends the streams of that browser, and of no other', async () => {
    const [one, other] = [(await signedIn()).split(';')[0] ?? '', (await signedIn()).split(';')[0] ?? ''];
    const streamOf = async (cookie: string) => (await ask('/bench/stream', { cookie })).body?.getReader();
    const [own, others] = [await streamOf(one), await streamOf(other)];
    await ask('/session', { method: 'DELETE', body: '{}', cookie: one });
    for (let done = false; !done;) ({ done = true } = (await own?.read()) ?? {});
    await others?.read();
    const waiting = Promise.race([others?.read(), new Promise((resolve) => setTimeout(resolve, 100, 'still open'))]);
    expect(await waiting).toBe('still open');
    await others?.cancel();
  });

  it('wrong guesses slow down, and say how long', async () => {
    const statuses: number[] = [];
    for (let i = 0; i < 7; i++) statuses.push((await signIn(`a guess, number ${i}`)).status);
    expect(statuses.slice(0, 2)).toEqual([401, 401]);
    expect(statuses.at(-1)).toBe(429);
    const late = await signIn(passphrase);
    expect(late.status).toBe(429);
    expect(await late.json()).toMatchObject({
      error: { code: 'too-many', message: expect.stringMatching(/Wait a minute/) },
    });
  });

  it('what is kept is neither the passphrase nor a cookie', async () => {
    const rows = await shared.running.store.read((db) => db.query<{ token: string }[]>('SELECT * FROM session'));
    expect(JSON.stringify(rows)).not.toContain(passphrase);
    expect(rows.every(({ token }) => /^[0-9a-f]{64}$/.test(token))).toBe(true);
  });
});
