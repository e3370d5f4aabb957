import pino from 'pino';
import { afterEach, describe, expect, it } from 'vitest';
import type { BagPage, Judging, Shelf } from '../../contract/shelf/shelf';
import type { CrestInput } from '../../core/crest';
import { readConfig } from '../config';
import { serve, type Running } from '../serve';
import { engineHere, EngineProblem, type Engine } from '../verdicts/engineHere';
import { bagDraft, brewDraft, TestServer, TODAY, hear, newestOf } from './support/running';

const folders = new TestServer();
let running: Running | null = null;
const engines: { let: () => void }[] = [];
afterEach(async () => {
  for (const engine of engines.splice(0)) engine.let();
  await running?.close();
  running = null;
});

/** An engine that judges only when it is let. */
function heldEngine(): Engine & { let: () => void; hold: () => void; fits: CrestInput[]; broken: boolean } {
  const here = engineHere();
  let [gate, open]: [Promise<void>, () => void] = [Promise.resolve(), () => undefined];
  const engine = {
    ...here,
    fits: [] as CrestInput[],
    broken: false,
    fit: async (input: CrestInput) => {
      await gate;
      if (engine.broken) throw new EngineProblem(new Error('EMFILE'));
      engine.fits.push(input);
      return here.fit(input);
    },
    let: () => open(),
    hold: () => {
      gate = new Promise((resolve) => (open = resolve));
    },
  };
  engines.push(engine);
  return engine;
}

/** The server as it is served, with the short patience of a person. */
async function start(
  engine: Engine,
  name: string,
): Promise<(method: string, path: string, body?: object) => Promise<{ status: number; body: unknown }>> {
  running = await serve(
    readConfig({ SLOW_CREST_DATA: `${folders.folder}/${name}`, PORT: '0' }, '/'),
    pino({ level: 'silent' }),
    null,
    { now: () => new Date(`${TODAY}T12:00:00Z`), engine, patienceMs: 30 },
  );
  const { address } = running;
  return async (method, path, body) => {
    const answer = await fetch(`${address}/api${path}`, {
      method,
      ...(method === 'GET'
        ? {}
        : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body ?? {}) }),
    });
    const text = await answer.text();
    return { status: answer.status, body: text === '' ? null : (JSON.parse(text) as unknown) };
  };
}

describe('while bags are judged in the background', () => {
  it('the shelf is there at once with what is known, marked, and with a count', async () => {
    const engine = heldEngine();
    const ask = await start(engine, 'shelf');
    const shelf = async (): Promise<Shelf> => (await ask('GET', `/shelf?today=${TODAY}`)).body as Shelf;
    const { id } = (await ask('POST', '/bags', bagDraft())).body as { id: string };
    await ask('POST', `/bags/${id}/brews`, brewDraft());
    await expect.poll(async () => (await shelf()).lanes.map(({ judged }) => judged)).toEqual(['now']);

    engine.hold();
    await ask('POST', `/bags/${id}/brews`, brewDraft({ brewedAt: '2026-02-22T08:00:00Z' }));
    await ask('POST', '/bags', bagDraft({ name: 'New Hill' }));
    const waiting = await shelf();
    expect(waiting.lanes.map(({ name, judged, usable }) => [name, judged, usable]).sort()).toEqual([
      ['New Hill', 'not yet', 0],
      ['Test Hill', 'earlier', 1],
    ]);
    expect(waiting.judging).toMatchObject({ waiting: 2, trouble: null });
    expect(waiting.judging.of).toBeGreaterThanOrEqual(2);
    expect(waiting.pick?.name).toBe('Test Hill');
    expect((await ask('GET', '/judging')).body).toEqual(waiting.judging);

    const told = hear(
      running?.address ?? '',
      '/judging/stream',
      (said) => (newestOf(said) as Judging | null)?.waiting === 0,
    );
    engine.let();
    // What stands is told at once, and then whenever it is another.
    expect(await told).toContain(JSON.stringify(waiting.judging));
    await expect
      .poll(async () => (await shelf()).lanes.map(({ judged, usable }) => [judged, usable]).sort())
      .toEqual([
        ['now', 0],
        ['now', 2],
      ]);
    expect((await shelf()).judging).toEqual({ waiting: 0, of: 0, trouble: null } satisfies Judging);
  });

  it('a bag page shows the verdict there is, marked, rather than keep one waiting', async () => {
    const engine = heldEngine();
    const ask = await start(engine, 'page');
    const { id } = (await ask('POST', '/bags', bagDraft())).body as { id: string };
    const page = async (): Promise<BagPage> => (await ask('GET', `/bags/${id}?today=${TODAY}`)).body as BagPage;
    expect((await page()).judged).toBe('now');
    engine.hold();
    await ask('POST', `/bags/${id}/brews`, brewDraft());
    expect(await page()).toMatchObject({
      judged: 'earlier',
      verdict: { usable: 0 },
      judging: { waiting: 1 },
      brews: [{ brewer: 'cone' }],
    });
    engine.let();
    await expect.poll(async () => (await page()).judged).toBe('now');
    expect((await page()).verdict.usable).toBe(1);
  });

  it('a bag nobody could judge yet is judged here when no thread starts, and the shelf says what is wrong', async () => {
    const engine = heldEngine();
    const ask = await start(engine, 'threads');
    engine.broken = true;
    const { id } = (await ask('POST', '/bags', bagDraft())).body as { id: string };
    expect(((await ask('GET', `/bags/${id}?today=${TODAY}`)).body as BagPage).judged).toBe('now');
    await ask('POST', '/bags', bagDraft({ name: 'Waiting Hill' }));
    await expect.poll(async () => ((await ask('GET', '/judging')).body as Judging).trouble).toMatch(/starts no thread/);
    engine.broken = false;
    await expect
      .poll(async () => ((await ask('GET', `/shelf?today=${TODAY}`)).body as Shelf).lanes.map(({ judged }) => judged), {
        timeout: 10_000,
      })
      .toEqual(['now', 'now']);
  });

  it('a verdict the disk does not take is shown all the same', async () => {
    const ask = await start(engineHere(), 'full');
    const { id } = (await ask('POST', '/bags', bagDraft())).body as { id: string };
    await running?.store.write((db) =>
      db.query(`CREATE TRIGGER full BEFORE INSERT ON verdict BEGIN SELECT RAISE(ABORT, 'no room'); END`),
    );
    await ask('POST', `/bags/${id}/brews`, brewDraft());
    await expect
      .poll(async () => (await ask('GET', `/bags/${id}?today=${TODAY}`)).body as BagPage)
      .toMatchObject({ judged: 'now', verdict: { usable: 1 } });
    expect(
      await running?.store.read((db) => db.query('SELECT revision FROM verdict WHERE "bagId" = ?', [id])),
    ).not.toEqual([{ revision: 2 }]);
  });

  it('a finished bag has only those judged anew whose prior it moves noticeably', async () => {
    const engine = heldEngine();
    const ask = await start(engine, 'finished');
    const shelf = async (): Promise<Shelf> => (await ask('GET', `/shelf?today=${TODAY}`)).body as Shelf;
    const add = async (name: string, marks: readonly number[], differently: object = {}): Promise<string> => {
      const { id } = (await ask('POST', '/bags', bagDraft({ name, roastedOn: '2026-01-02', ...differently }))).body as {
        id: string;
      };
      for (const [i, mark] of marks.entries())
        await ask(
          'POST',
          `/bags/${id}/brews`,
          brewDraft({
            brewedAt: `2026-01-${String(6 + 4 * i).padStart(2, '0')}T08:00:00Z`,
            cup: { scoringScale: 'mark10', mark },
          }),
        );
      return id;
    };
    await add('Watched', [7, 7.5, 8]);
    // A past of many bags that all say the same: one more moves nothing.
    for (let i = 0; i < 14; i++) {
      const id = await add(`Past ${i}`, [7, 8, 8.5, 8, 7]);
      await ask('PATCH', `/bags/${id}`, { finishedOn: '2026-02-01' });
    }
    const settled = async (): Promise<void> =>
      expect.poll(async () => (await shelf()).lanes.map(({ judged }) => judged), { timeout: 20_000 }).toEqual(['now']);
    await settled();
    const before = engine.fits.length;
    /** How often the bag on the shelf was judged since: it is known by its marks. */
    const watched = () =>
      engine.fits.slice(before).filter(
        ({ brews }) =>
          brews
            .map(({ overall }) => overall)
            .sort()
            .join() === '70,75,80',
      ).length;
    const one = await add('One more', [7, 8, 8.4, 8, 7]);
    await ask('PATCH', `/bags/${one}`, { finishedOn: '2026-02-01' });
    const { prior } = (await ask('GET', `/bags/${await add('Asks the past', [])}?today=${TODAY}`)).body as BagPage;
    await expect
      .poll(async () => (await shelf()).lanes.map(({ judged }) => judged), { timeout: 20_000 })
      .toEqual(['now', 'now']);
    expect(prior).not.toBeNull();
    // It was read again, and says a little else.
    await expect
      .poll(
        async () => ((await ask('GET', `/bags/${await add('Asks again', [])}?today=${TODAY}`)).body as BagPage).judged,
      )
      .toBe('now');
    expect(watched()).toBe(0);
    // A bag quite unlike them does move it, and the one on the shelf is judged anew.
    for (const i of [0, 1, 2, 3, 4, 5]) {
      const odd = await add(`Odd ${i}`, [9.8, 9, 7, 5, 4]);
      await ask('PATCH', `/bags/${odd}`, { finishedOn: '2026-02-01' });
    }
    await expect
      .poll(async () => (await shelf()).lanes.every(({ judged }) => judged === 'now') && watched(), { timeout: 20_000 })
      .toBeGreaterThan(0);
  });
});
