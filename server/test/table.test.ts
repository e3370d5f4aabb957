import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ENDPOINTS } from '../../contract/endpoints';
import type { Endpoint } from '../../contract/endpoint';
import {
  seatView,
  sitting as sittingSchema,
  type SeatView,
  type Sharing,
  type Sitting,
  type SittingDraft,
} from '../../contract/table/sitting';
import type { BagPage } from '../../contract/shelf/shelf';
import { networkAddresses } from '../access/names';
import { REFERENCE, TestServer, TODAY } from './support/running';

let server: TestServer;
let at = Date.parse(`${TODAY}T12:00:00Z`);
beforeAll(async () => {
  server = await new TestServer(() => new Date(at)).start();
});
afterAll(() => server.end());

interface Laid {
  id: string;
  bagId: string;
  otherId: string;
}

const cup = (id: string, bagId: string | null, differently: Partial<SittingDraft['cups'][number]> = {}) => ({
  id,
  name: `In ${id}`,
  bagId,
  parameters: REFERENCE,
  ...differently,
});

/** Four cups of two bags, one of them twice. */
async function layOut(differently: Partial<SittingDraft> = {}): Promise<Laid> {
  const [bagId, otherId] = [await server.addBag({ name: 'Fog Gate' }), await server.addBag({ name: 'Salt Steps' })];
  const { id } = await server.ok<{ id: string }>('POST', '/sittings', {
    name: 'Sunday table',
    kind: 'same-recipe',
    scoringScale: 'mark10',
    cups: [
      cup('a', bagId),
      cup('b', otherId),
      cup('c', bagId, { parameters: { ...REFERENCE, waterC: 96 } }),
      cup('a again', bagId, { sameAs: 'a' }),
    ],
    ...differently,
  } satisfies SittingDraft);
  return { id, bagId, otherId };
}

const sitting = async (id: string): Promise<Sitting> => sittingSchema.parse(await server.ok('GET', `/sittings/${id}`));
const take = (id: string, name: string) =>
  server.ok<{ seatId: string; secret: string }>('POST', `/sittings/${id}/seats`, { name });
const view = async (secret: string): Promise<SeatView> => seatView.parse(await server.ok('GET', `/seats/${secret}`));
const keyOf = async (id: string): Promise<Map<string, string>> => {
  const { cups } = await server.ok<{ cups: { id: string; code: string }[] }>('POST', `/sittings/${id}/key`);
  return new Map(cups.map((one) => [one.id, one.code]));
};
const write = (secret: string, code: string, answer: object, written = 1) =>
  server.ok('PUT', `/seats/${secret}/answer`, { written, cup: { code, answer: { mark: null, ...answer } } });
const page = (id: string): Promise<BagPage> => server.ok('GET', `/bags/${id}?today=${TODAY}`);

/** Asks at the door for guests. */
async function asGuest(address: string, method: string, path: string, body?: unknown) {
  const answer = await fetch(`${address}${path}`, {
    method,
    ...(method === 'GET' ? {} : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body ?? {}) }),
  });
  const text = await answer.text();
  return { status: answer.status, text };
}

describe('a sitting', () => {
  it('draws codes, and tells nobody which is which before the reveal', async () => {
    const { id } = await layOut();
    const { codes, cups, revealed, keySeenAt } = await sitting(id);
    expect(codes).toHaveLength(4);
    expect(codes).toEqual([...codes].sort());
    expect([revealed, keySeenAt]).toEqual([null, null]);
    expect(cups.map((one) => one.id)).toEqual(['a', 'b', 'c', 'a again']);
    const { secret } = await take(id, 'Ines');
    const seat = await view(secret);
    expect(seat.cups.map(({ code }) => code).sort()).toEqual(codes);
    expect(seat.cups.every(({ name, printed }) => name === null && printed === null)).toBe(true);
    const said = JSON.stringify(seat);
    for (const hidden of ['In a', 'Fog Gate', 'Salt Steps', '"sameAs"', 'bagId"']) expect(said).not.toContain(hidden);
    // Whoever pours may look, and that is remembered.
    expect([...(await keyOf(id)).values()].sort()).toEqual(codes);
    expect((await sitting(id)).keySeenAt).not.toBeNull();
  });

  it('serves each seat in an order of its own, every cup at every place', async () => {
    const { id } = await layOut();
    const orders = [];
    for (const name of ['One', 'Two', 'Three', 'Four'])
      orders.push((await view((await take(id, name)).secret)).cups.map(({ code }) => code));
    for (let place = 0; place < 4; place++) expect(new Set(orders.map((order) => order[place])).size).toBe(4);
    expect((await server.refused('POST', `/sittings/${id}/seats`, { name: 'two' })).fields[0]?.path).toBe('name');
  });

  it('takes a seat away and brings it back with what was written, unless another of its name sits there', async () => {
    const { id } = await layOut();
    const { seatId, secret } = await take(id, 'Ines');
    const [first] = (await view(secret)).cups;
    await write(secret, first?.code ?? '', { mark: 7 });
    await server.ok('DELETE', `/sittings/${id}/seats/${seatId}`);
    expect((await server.refused('GET', `/seats/${secret}`)).status).toBe(404);
    expect((await sitting(id)).seats).toEqual([]);
    await server.ok('POST', `/sittings/${id}/seats/${seatId}/restore`);
    expect((await view(secret)).cups[0]?.answer.mark).toBe(7);
    await server.ok('DELETE', `/sittings/${id}/seats/${seatId}`);
    await take(id, 'ines');
    expect((await server.refused('POST', `/sittings/${id}/seats/${seatId}/restore`)).status).toBe(409);
  });

  it('keeps the latest of what was written, whatever arrives when, and refuses what a cup cannot hold', async () => {
    const { id } = await layOut({ agreedWords: 'quince, damson' });
    const { secret } = await take(id, 'Ines');
    const { cups } = await view(secret);
    const code = cups[0]?.code ?? '';
    await write(secret, code, { mark: 8 }, 5);
    await write(secret, code, { mark: 3 }, 4);
    expect((await view(secret)).cups[0]).toMatchObject({ written: 5, answer: { mark: 8 } });
    const wrong = (body: object) => server.refused('PUT', `/seats/${secret}/answer`, { written: 9, ...body });
    expect((await wrong({ cup: { code, answer: { mark: 12 } } })).fields[0]?.path).toBe('mark');
    expect((await wrong({ cup: { code, answer: { mark: null, words: ['leather'] } } })).message).toContain('agreed on');
    await write(secret, code, { words: ['Quince'] }, 10);
    const other = ['123', '456', '789', '234'].find((one) => !cups.some((c) => c.code === one)) ?? '';
    expect((await wrong({ cup: { code: other, answer: { mark: 5 } } })).status).toBe(422);
    expect((await wrong({ table: { ranking: [[code], [code]] } })).message).toContain('twice');
    expect((await wrong({})).status).toBe(422);
    expect((await server.refused('GET', '/seats/abcdefghijklmnopqrstuvwxyz012345')).status).toBe(404);
  });

  it('at its reveal logs every cup on its bag, a brew once, and tells everyone what it came to', async () => {
    const { id, bagId, otherId } = await layOut();
    const key = await keyOf(id);
    const code = (cupId: string): string => key.get(cupId) ?? '';
    const [ines, omar] = [await take(id, 'Ines'), await take(id, 'Omar')];
    for (const [seat, marks] of [
      [ines, { a: 8, b: 6, c: 7, 'a again': 7.6 }],
      [omar, { a: 7.5, b: 6.5, c: 7, 'a again': 7.5 }],
    ] as const)
      for (const [cupId, mark] of Object.entries(marks)) {
        const words = cupId === 'a' ? ['quince'] : [];
        await write(seat.secret, code(cupId), { mark, words });
      }
    const ranking = [[code('a')], [code('c')], [code('a again'), code('b')]];
    await server.ok('PUT', `/seats/${omar.secret}/answer`, { written: 1, table: { ranking } });
    await server.ok('PUT', `/seats/${omar.secret}/done`, { isDone: true });
    expect((await sitting(id)).seats.map(({ name, cupsWritten, isDone }) => [name, cupsWritten, isDone])).toEqual([
      ['Ines', 4, false],
      ['Omar', 4, true],
    ]);
    const before = (await page(bagId)).gramsLeft;

    await server.ok('POST', `/sittings/${id}/reveal`);
    const { revealed } = await sitting(id);
    expect(revealed?.cups.find((one) => one.id === 'a')).toMatchObject({ code: code('a'), name: 'In a' });
    expect(revealed?.reading.cups[0]).toMatchObject({ marked: 2, mean: 77.5, shared: [{ word: 'quince', by: 2 }] });
    expect(revealed?.reading.agreement?.tasters).toBe(2);
    expect(revealed?.reading.pairs.find(({ isSameBrew }) => isSameBrew)).toMatchObject({ a: 'a', b: 'a again' });
    expect((await view(ines.secret)).cups.every(({ name }) => name !== null)).toBe(true);

    const { brews, gramsLeft } = await page(bagId);
    // Three cups of two brews by two tasters: two doses gone.
    expect(brews).toHaveLength(6);
    expect(before - gramsLeft).toBe(2 * REFERENCE.doseG);
    expect(new Set(brews.map((brew) => brew.tasterId)).size).toBe(2);
    expect(brews.every((brew) => brew.cup.blind && brew.cup.company === 'panel')).toBe(true);
    expect(brews.filter((brew) => brew.cup.descriptors.some(({ typed }) => typed === 'quince'))).toHaveLength(2);
    const compared = brews.flatMap((brew) => brew.cup.comparisons.map(({ was }) => was)).sort();
    // Omar’s ranking, each cup against those before it on the table.
    expect(compared).toEqual(['worse', 'worse', 'worse']);
    expect((await page(otherId)).brews).toHaveLength(2);
    // What stands, stands: nothing is logged twice, nor written any more.
    expect((await server.refused('POST', `/sittings/${id}/reveal`)).status).toBe(409);
    expect((await server.refused('PUT', `/seats/${ines.secret}/done`, { isDone: true })).status).toBe(409);
    expect((await page(bagId)).brews).toHaveLength(6);
  });

  it('is revealed before what was foretold of its cups is worked out; whoever reads that waits for it', async () => {
    const { id, bagId } = await layOut();
    for (const day of [1, 2, 3]) await server.addBrew(bagId, { brewedAt: `2026-02-1${day}T08:00:00Z` });
    await page(bagId);
    const key = await keyOf(id);
    const { secret } = await take(id, 'Ines');
    await write(secret, key.get('a') ?? '', { mark: 6 });
    await write(secret, key.get('c') ?? '', { mark: 7 });
    let goOn = (): void => undefined;
    const held = new Promise<void>((resolve) => (goOn = resolve));
    server.whileForetelling = () => held;
    await server.ok('POST', `/sittings/${id}/reveal`);
    const reading = server.ok<{ cups: { brewId: string }[] }>('GET', '/palate/record');
    setTimeout(goOn, 200);
    const foretold = (await reading).cups.map(({ brewId }) => brewId);
    const { brews } = await page(bagId);
    const atTable = brews.filter(({ cup }) => [6, 7].includes(cup.mark ?? 0)).map((brew) => brew.id);
    expect(atTable).toHaveLength(2);
    expect(foretold).toEqual(expect.arrayContaining(atTable));
  });

  it('reads a triangle by its exact chance', async () => {
    const bagId = await server.addBag();
    const draft: SittingDraft = {
      name: 'Which one',
      kind: 'triangle',
      scoringScale: 'mark10',
      cups: [cup('x', bagId), cup('y', bagId, { sameAs: 'x' }), cup('z', null, { parameters: null })],
    };
    const alike = { ...draft, cups: [cup('x', bagId), cup('y', bagId), cup('z', bagId)] };
    expect((await server.refused('POST', '/sittings', alike)).fields[0]?.path).toBe('cups');
    const { id } = await server.ok<{ id: string }>('POST', '/sittings', draft);
    const key = await keyOf(id);
    for (const [name, odd] of [
      ['A', 'z'],
      ['B', 'z'],
      ['C', 'x'],
    ] as const) {
      const { secret } = await take(id, name);
      await server.ok('PUT', `/seats/${secret}/answer`, { written: 1, table: { odd: key.get(odd) } });
    }
    await server.ok('POST', `/sittings/${id}/reveal`);
    const { revealed } = await sitting(id);
    expect(revealed?.reading.triangle).toMatchObject({ asked: 3, right: 2 });
    expect(revealed?.reading.triangle?.chance).toBeCloseTo(7 / 27, 9);
  });
});

describe('sharing a sitting', () => {
  const share = async (id: string): Promise<{ address: string; code: string }> => {
    const { addresses, code, qr } = await server.ok<Sharing>('POST', `/sittings/${id}/share`);
    expect(qr).toContain('<svg');
    return { address: addresses[0] ?? '', code: code ?? '' };
  };

  it('is off until the host turns it on, and off again when the host says so', async () => {
    const { id } = await layOut();
    expect(await server.ok('GET', '/sharing')).toMatchObject({ sittingId: null, addresses: [], code: null });
    expect((await server.refused('POST', '/seats', { code: '000000', name: 'Eve' })).status).toBe(404);
    // Only this machine is answered, and only under its own name.
    const { port } = new URL(server.running.address);
    for (const network of networkAddresses().filter((one) => !one.includes(':')))
      await expect(fetch(`http://${network}:${port}/api/health`)).rejects.toThrow();
    const { address } = await share(id);
    expect((await asGuest(address, 'GET', '/api/seats/abcdefghijklmnopqrstuvwxyz012345')).status).toBe(404);
    await server.ok('DELETE', '/sharing');
    await expect(fetch(`${address}/api/health`)).rejects.toThrow();
  });

  it('lets a guest come to one seat, and to nothing else whatever is asked for', async () => {
    const { id, bagId } = await layOut();
    const { address, code } = await share(id);
    const joined = await asGuest(address, 'POST', '/api/seats', { code, name: 'Guest' });
    expect(joined.status).toBe(201);
    const { secret } = JSON.parse(joined.text) as { secret: string };
    expect((await asGuest(address, 'GET', `/api/seats/${secret}`)).status).toBe(200);
    const host = await take(id, 'Host');
    const [first] = (await view(host.secret)).cups;
    await write(host.secret, first?.code ?? '', { mark: 9.4, remarks: 'for nobody else' });

    const answered: string[] = [];
    for (const [name, { method, path, forGuests }] of Object.entries(ENDPOINTS) as [string, Endpoint][]) {
      const address1 = path
        .replace(':secret', secret)
        .replace(':seatId', host.seatId)
        .replace(/:\w+/g, name.includes('itting') ? id : bagId);
      if (name.endsWith('Stream') && forGuests) continue;
      const { status, text } = await asGuest(address, method, `/api${address1}?today=${TODAY}`);
      // A guest never sees what another wrote, nor what is in a cup.
      for (const hidden of ['for nobody else', '9.4', 'Fog Gate', 'In a', 'sameAs']) expect(text).not.toContain(hidden);
      if (status !== 404) answered.push(name);
    }
    expect(answered.sort()).toEqual(['joinSitting', 'seat', 'seatDone', 'writeAnswer']);
    expect((await asGuest(address, 'GET', '/')).status).toBe(404);
    // The same cups under another name for the same seat tell no two of them apart but by their codes.
    const seen = JSON.parse((await asGuest(address, 'GET', `/api/seats/${secret}`)).text) as SeatView;
    const bare = seen.cups.map(({ code: _, ...rest }) => JSON.stringify(rest));
    expect(new Set(bare).size).toBe(1);
  });

  it('takes a guest for a guest, whatever name they typed, until the host says who it is; only who wrote is logged', async () => {
    const { id, bagId } = await layOut();
    const { id: adaId } = await server.ok<{ id: string }>('POST', '/tasters', { name: 'Ada' });
    const { address, code } = await share(id);
    const join = async (name: string): Promise<{ secret: string; seatId: string }> =>
      JSON.parse((await asGuest(address, 'POST', '/api/seats', { code, name })).text) as never;
    const [ada, known, silent] = [await join('ADA'), await join('Somebody'), await join('Silent')];
    await server.ok('PATCH', `/sittings/${id}/seats/${known.seatId}`, { tasterId: adaId });
    expect((await sitting(id)).seats.map(({ tasterId }) => tasterId)).toEqual([null, adaId, null]);
    const keyed = await keyOf(id);
    for (const { secret } of [ada, known]) await write(secret, keyed.get('a') ?? '', { mark: 8 });
    await server.ok('POST', `/sittings/${id}/reveal`);
    const tasters = await server.ok<{ id: string; name: string; cups: number }[]>('GET', '/tasters');
    expect(tasters.find((one) => one.id === adaId)).toMatchObject({ name: 'Ada', cups: 1 });
    expect(tasters.filter(({ name }) => /^ADA|Silent|Somebody/.test(name)).map(({ name }) => name)).toEqual([
      'ADA (guest)',
    ]);
    expect((await page(bagId)).brews).toHaveLength(2);
    expect(silent.secret).toHaveLength(32);
    await server.ok('DELETE', '/sharing');
  });

  it('refuses names that cannot be read, and those that only look like others; a reveal works with all that is let in', async () => {
    const { id } = await layOut();
    const { address, code } = await share(id);
    const status = async (name: unknown): Promise<number> =>
      (await asGuest(address, 'POST', '/api/seats', { code, name })).status;
    for (const name of ['\u0000', '\ud800', 'A\u0007', '\u200b', '\u2066', '\ufffe', ' \u2060 ', ''])
      expect(await status(name), JSON.stringify(name)).toBe(422);
    expect(await status('Zoë')).toBe(201);
    for (const same of ['zoë', 'Zoe\u0308', 'Z\u200boë', 'Ｚoë']) expect(await status(same), same).toBe(409);
    expect(await status('__proto__')).toBe(201);
    expect(await status('نور')).toBe(201);
    const seats = (await sitting(id)).seats;
    expect(seats.map(({ name }) => name)).toEqual(['Zoë', '__proto__', 'نور']);
    const keyed = await keyOf(id);
    for (const { id: seatId } of seats) {
      const { secret } = await server.ok<{ secret: string }>('POST', `/sittings/${id}/seats/${seatId}/secret`);
      const intensities = ['__proto__', 'constructor', 'toString'].map((attribute) => ({
        attribute,
        intensity: '3',
        adequacy: 'too much',
      }));
      await write(secret, keyed.get('a') ?? '', { mark: 8, intensities, words: ['constructor'] });
    }
    await server.ok('POST', `/sittings/${id}/reveal`);
    for (const one of [
      '/palate/repeats',
      '/palate/liking',
      '/palate/standings',
      '/palate/record',
      `/shelf?today=${TODAY}`,
    ])
      expect((await server.send('GET', one)).status, one).toBe(200);
    await server.ok('DELETE', '/sharing');
  });

  it('lets no phone fill a table alone', async () => {
    const { id } = await layOut();
    const { address, code } = await share(id);
    const first = await fetch(`${address}/api/seats`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ code, name: 'P0' }),
    });
    const cookie = first.headers.get('set-cookie')?.split(';')[0] ?? '';
    expect(first.headers.get('set-cookie')).toMatch(/HttpOnly; SameSite=Strict$/);
    const statuses: number[] = [];
    for (let i = 1; i < 6; i++) {
      const answer = await fetch(`${address}/api/seats`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', cookie },
        body: JSON.stringify({ code, name: `P${i}` }),
      });
      statuses.push(answer.status);
    }
    expect(statuses).toEqual([201, 201, 201, 429, 429]);
    // Whoever throws the cookie away is still at one address.
    let taken = 4;
    for (let i = 0; i < 20; i++)
      if ((await asGuest(address, 'POST', '/api/seats', { code, name: `Q${i}` })).status === 201) taken++;
    expect(taken).toBe(12);
    expect((await take(id, 'Seated by the host')).seatId).toHaveLength(36);
    await server.ok('DELETE', '/sharing');
  });

  it('takes no wrong code, slows guessing down, and a code ends', async () => {
    const { id } = await layOut();
    const { address, code } = await share(id);
    const wrong = code === '111111' ? '222222' : '111111';
    const guesses = [];
    for (let i = 0; i < 7; i++)
      guesses.push((await asGuest(address, 'POST', '/api/seats', { code: wrong, name: `G${i}` })).status);
    expect(guesses[0]).toBe(404);
    expect(guesses.slice(-2)).toEqual([429, 429]);
    at += 31 * 60_000;
    expect(await server.ok('GET', '/sharing')).toMatchObject({ sittingId: id, code: null, qr: null });
    expect((await server.refused('POST', '/seats', { code, name: 'Late' })).status).toBe(404);
    await server.ok('DELETE', '/sharing');
  });
});
