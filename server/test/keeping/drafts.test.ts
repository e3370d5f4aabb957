import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Draft, DraftInput } from '../../../contract/keeping/draft';
import type { Shelf } from '../../../contract/shelf/shelf';
import { TestServer, TODAY } from '../support/running';

let server: TestServer;
beforeAll(async () => {
  server = await new TestServer().start();
});
afterAll(() => server.end());

const [PHONE, LAPTOP] = ['device-phone', 'device-laptop'];
const draft = (counts: DraftInput['counts'], remarks: string): DraftInput => ({
  counts,
  title: 'The cup of Test Hill',
  href: '/bags/b/brew',
  typed: { remarks },
});
const keep = (key: string, device: string, counts: DraftInput['counts'], remarks: string) =>
  server.ok<Draft[]>('PUT', `/drafts/${key}/${device}`, draft(counts, remarks));
const kept = async (key: string) =>
  (await server.ok<Draft[]>('GET', `/drafts/${key}`)).map(({ device, typed }) => [device, typed.remarks]);

describe('drafts', () => {
  it('are kept by device, so that neither overwrites the other, and each hears of the other', async () => {
    await keep('two', PHONE, { [PHONE]: 1 }, 'fig');
    const heard = await keep('two', LAPTOP, { [LAPTOP]: 1 }, 'date');
    expect(heard.map(({ device, typed }) => [device, typed.remarks])).toEqual(
      expect.arrayContaining([
        [PHONE, 'fig'],
        [LAPTOP, 'date'],
      ]),
    );
    expect(await kept('two')).toHaveLength(2);
  });

  it('never go back to what a device wrote before, when an older change comes late', async () => {
    await keep('late', PHONE, { [PHONE]: 3 }, 'fig, date');
    await keep('late', PHONE, { [PHONE]: 2 }, 'fig');
    expect(await kept('late')).toEqual([[PHONE, 'fig, date']]);
  });

  it('outlive the server', async () => {
    await keep('restart', PHONE, { [PHONE]: 1 }, 'quin');
    await server.stop();
    await server.start();
    expect(await kept('restart')).toEqual([[PHONE, 'quin']]);
  });

  it('are forgotten with what they have taken in, and only that', async () => {
    await keep('done', PHONE, { [PHONE]: 1 }, 'fig');
    await keep('done', LAPTOP, { [PHONE]: 1, [LAPTOP]: 1 }, 'fig and date');
    await server.ok('DELETE', `/drafts/done/${LAPTOP}`, { [PHONE]: 1, [LAPTOP]: 1 });
    expect(await kept('done')).toEqual([]);
    await keep('apart', PHONE, { [PHONE]: 2 }, 'plum');
    await keep('apart', LAPTOP, { [PHONE]: 1, [LAPTOP]: 1 }, 'prune');
    await server.ok('DELETE', `/drafts/apart/${LAPTOP}`, { [PHONE]: 1, [LAPTOP]: 1 });
    expect(await kept('apart')).toEqual([[PHONE, 'plum']]);
  });

  it('stand on the shelf, each sheet once, by what was written on last', async () => {
    await keep('shelf', PHONE, { [PHONE]: 1 }, 'fig');
    await keep('shelf', LAPTOP, { [LAPTOP]: 1 }, 'date');
    const { unfinished } = await server.ok<Shelf>('GET', `/shelf?today=${TODAY}`);
    expect(unfinished.filter(({ key }) => key === 'shelf')).toMatchObject([
      { title: 'The cup of Test Hill', href: '/bags/b/brew' },
    ]);
  });

  it('leave the shelf with the bag they belong to, and come back with it', async () => {
    const bagId = await server.addBag();
    await server.ok('PUT', `/drafts/gone/${PHONE}`, { ...draft({ [PHONE]: 1 }, 'fig'), href: `/bags/${bagId}/brew` });
    const waits = async () =>
      (await server.ok<Shelf>('GET', `/shelf?today=${TODAY}`)).unfinished.some(({ key }) => key === 'gone');
    expect(await waits()).toBe(true);
    await server.ok('DELETE', `/bags/${bagId}`);
    expect(await waits()).toBe(false);
    await server.ok('POST', `/bags/${bagId}/restore`);
    expect(await waits()).toBe(true);
  });

  it.each([
    ['an address elsewhere', { href: '//elsewhere.example/' }],
    ['no address', { href: 'javascript:alert(1)' }],
    ['a title without end', { title: 'x'.repeat(201) }],
    ['a count below nothing', { counts: { [PHONE]: -1 } }],
  ])('are refused with %s', async (_what, differently) => {
    expect(
      (await server.refused('PUT', `/drafts/bad/${PHONE}`, { ...draft({ [PHONE]: 1 }, ''), ...differently })).status,
    ).toBe(422);
    expect(await kept('bad')).toEqual([]);
  });
});
