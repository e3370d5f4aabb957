import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { BagPage } from '../../contract/shelf/shelf';
import type { LiveBrew } from '../../contract/bench/live';
import type { KeptRecipe } from '../../contract/bench/recipe';
import { FIRST_SETTINGS, type Settings } from '../../contract/settings';
import { STARTER_RECIPES, type Grinder } from '../../core/brew';
import { cup as cupSample } from './support/cupSample';
import { brewDraft, TestServer, TODAY } from './support/running';

let server: TestServer;
beforeAll(async () => {
  server = await new TestServer().start();
});
afterAll(() => server.end());

const page = (id: string) => server.ok<BagPage>('GET', `/bags/${id}?today=${TODAY}`);

describe('two windows on one bag', () => {
  it('each keep what they changed inside the reference', async () => {
    const id = await server.addBag();
    const { reference } = (await page(id)).bag;
    await server.ok('PATCH', `/bags/${id}`, {
      reference: { ...reference, doseG: 18, waterG: 290 },
      was: { reference },
    });
    await server.ok('PATCH', `/bags/${id}`, { reference: { ...reference, waterC: 91 }, was: { reference } });
    expect((await page(id)).bag.reference).toEqual({ ...reference, doseG: 18, waterG: 290, waterC: 91 });
    // A part of it alone, by whoever asks.
    await server.ok('PATCH', `/bags/${id}`, { reference: { filter: 'cloth' } });
    expect((await page(id)).bag.reference).toEqual({
      ...reference,
      doseG: 18,
      waterG: 290,
      waterC: 91,
      filter: 'cloth',
    });
  });

  it('keep every freezer stay that either added, ended or took away', async () => {
    const first = { place: 'freezer', from: '2026-02-06', to: '2026-02-08' };
    const open = { place: 'freezer', from: '2026-02-20', to: null };
    const id = await server.addBag({ spells: [first as never, open as never] });
    const was = { spells: [first, open] };
    await server.ok('PATCH', `/bags/${id}`, { spells: [first, { ...open, to: '2026-02-25' }], was });
    await server.ok('PATCH', `/bags/${id}`, { spells: [open], was });
    await server.ok('PATCH', `/bags/${id}`, {
      spells: [...was.spells, { place: 'freezer', from: '2026-02-27', to: null }],
      was,
    });
    expect((await page(id)).bag.spells).toEqual([
      { ...open, to: '2026-02-25' },
      { place: 'freezer', from: '2026-02-27', to: null },
    ]);
  });

  it('that changed the same thing are told both, and nothing is overwritten', async () => {
    const id = await server.addBag({ weightG: 250, price: 10 });
    const was = { weightG: 250, price: 10 };
    await server.ok('PATCH', `/bags/${id}`, { weightG: 500, was });
    const refused = await server.refused('PATCH', `/bags/${id}`, { weightG: 340, price: 12, was });
    expect(refused).toMatchObject({
      status: 409,
      code: 'conflict',
      fields: [{ path: 'weightG', message: 'It was changed elsewhere meanwhile: 500 there, 340 here' }],
    });
    expect((await page(id)).bag).toMatchObject({ weightG: 500, price: 10 });
    // The same change twice, as after an answer that was lost, is none.
    await server.ok('PATCH', `/bags/${id}`, { weightG: 500, was });
  });

  it('cannot be told what was by nonsense', async () => {
    const id = await server.addBag();
    for (const was of [null, 'x', [], 3])
      expect((await server.refused('PATCH', `/bags/${id}`, { name: 'Y', was })).status).toBe(422);
    const unknown = await server.refused('PATCH', `/bags/${id}`, { name: 'Y', was: { nothing: 'like it' } });
    expect(unknown.fields).toMatchObject([{ path: 'was.nothing' }]);
    await server.ok('PATCH', `/bags/${id}`, { name: 'Y', was: { reference: 3 } });
    expect((await page(id)).bag.name).toBe('Y');
  });
});

describe('two windows on the store room', () => {
  it('each keep the brewers and attributes they changed, and are told where both changed one', async () => {
    const brewers = ['cone', 'press', 'siphon'];
    await server.ok('PATCH', '/settings', { brewers });
    const was = { brewers };
    await server.ok('PATCH', '/settings', { brewers: ['cone', 'press'], was });
    await server.ok('PATCH', '/settings', { brewers: [...brewers, 'own pot'], was });
    expect((await server.ok<Settings>('GET', '/settings')).brewers).toEqual(['cone', 'press', 'own pot']);

    const { intensityAttributes } = FIRST_SETTINGS;
    const renamed = intensityAttributes.map((one, i) => (i === 0 ? { ...one, shown: false } : one));
    await server.ok('PATCH', '/settings', { intensityAttributes: renamed, was: { intensityAttributes } });
    await server.ok('PATCH', '/settings', {
      intensityAttributes: [...intensityAttributes, { id: 'own-1', name: 'Lift', shown: true }],
      was: { intensityAttributes },
    });
    expect((await server.ok<Settings>('GET', '/settings')).intensityAttributes).toEqual([
      ...renamed,
      { id: 'own-1', name: 'Lift', shown: true },
    ]);

    await server.ok('PATCH', '/settings', { scoringScale: 'stars', was: { scoringScale: 'mark10' } });
    expect(
      (await server.refused('PATCH', '/settings', { scoringScale: 'levels', was: { scoringScale: 'mark10' } })).message,
    ).toMatch(/scale: stars there, levels here/);
    expect((await server.ok<Settings>('GET', '/settings')).scoringScale).toBe('stars');
    const before = await server.ok<Settings>('PATCH', '/settings', {
      intensityAttributes: [{ id: 'a', name: 'Lift', shown: true }],
    });
    await server.ok('PATCH', '/settings', {
      intensityAttributes: [{ id: 'a', name: 'Glow', shown: true }],
      was: { intensityAttributes: before.intensityAttributes },
    });
    const both = await server.refused('PATCH', '/settings', {
      intensityAttributes: [{ id: 'a', name: 'Depth', shown: true }],
      was: { intensityAttributes: before.intensityAttributes },
    });
    expect(both.message).toContain('(intensity attributes: Glow there, Depth here)');
    await server.ok('PATCH', '/settings', FIRST_SETTINGS);
  });

  it('each keep the burrs they noted on one grinder', async () => {
    const grinder = await server.ok<Grinder>('POST', '/grinders', {
      name: 'Hand grinder',
      burrChanges: [{ on: '2025-01-01', note: '' }],
    });
    const { id, ...was } = grinder;
    await server.ok('PATCH', `/grinders/${id}`, {
      burrChanges: [...was.burrChanges, { on: '2025-06-01', note: '' }],
      was,
    });
    await server.ok('PATCH', `/grinders/${id}`, {
      burrChanges: [...was.burrChanges, { on: '2025-09-01', note: 'steel' }],
      was,
    });
    await server.ok('PATCH', `/grinders/${id}`, { name: 'Old hand grinder', was });
    expect(await server.ok('GET', '/grinders')).toEqual([
      {
        id,
        name: 'Old hand grinder',
        burrChanges: [...was.burrChanges, { on: '2025-06-01', note: '' }, { on: '2025-09-01', note: 'steel' }],
        grindWords: [],
      },
    ]);
    expect((await server.refused('PATCH', `/grinders/${id}`, { name: '' })).fields[0]?.path).toBe('name');
  });
});

describe('two devices at the bench', () => {
  const layOut = async (): Promise<LiveBrew> =>
    server.ok<LiveBrew>('POST', '/bench', { bagId: await server.addBag(), recipe: STARTER_RECIPES[0] });

  it('each keep the checks they ticked and the stages they marked; of one stage the first mark stands', async () => {
    const { id } = await layOut();
    const was = { ticked: [], marks: [] };
    await server.ok('PATCH', `/bench/${id}`, { ticked: ['paper-rinsed'], was });
    await server.ok('PATCH', `/bench/${id}`, { ticked: ['bed-level'], was });
    await server.ok('POST', `/bench/${id}/start`, {});
    await server.ok('PATCH', `/bench/${id}`, { marks: [{ step: 0, atS: 9 }], was });
    await server.ok('PATCH', `/bench/${id}`, {
      marks: [
        { step: 0, atS: 11 },
        { step: 1, atS: 40 },
      ],
      was,
    });
    const live = await server.ok<LiveBrew>('PATCH', `/bench/${id}`, {});
    expect([...live.ticked].sort()).toEqual(['bed-level', 'paper-rinsed']);
    expect(live.marks).toEqual([
      { step: 0, atS: 9 },
      { step: 1, atS: 40 },
    ]);
    // Taken back by one, it is taken back.
    const undone = await server.ok<LiveBrew>('PATCH', `/bench/${id}`, {
      marks: [{ step: 0, atS: 9 }],
      was: { marks: live.marks },
    });
    expect(undone.marks).toEqual([{ step: 0, atS: 9 }]);
  });

  it('cannot put a brew back whose bag is gone, and the refusal changes nothing', async () => {
    const live = await layOut();
    await server.ok('DELETE', `/bench/${live.id}`);
    await server.ok('DELETE', `/bags/${live.bagId}`);
    const row = () =>
      server.running.store.read((db) => db.query('SELECT "closedAt" FROM live_brew WHERE id = ?', [live.id]));
    const before = await row();
    expect((await server.refused('POST', `/bench/${live.id}/restore`)).status).toBe(404);
    expect(await row()).toEqual(before);
  });
});

describe('two windows on one recipe', () => {
  it('do not undo each other: the later is refused and told which version there is', async () => {
    const kept = await server.ok<KeptRecipe>('POST', '/recipes', { ...STARTER_RECIPES[0], name: 'Twice' });
    await server.ok('PUT', `/recipes/${kept.id}`, { ...kept.recipe, name: 'Twice, renamed', over: kept.versionId });
    const refused = await server.refused('PUT', `/recipes/${kept.id}`, {
      ...kept.recipe,
      waterC: 89,
      over: kept.versionId,
    });
    expect(refused).toMatchObject({
      status: 409,
      message: expect.stringMatching(/^Version 2 of this recipe was made elsewhere/),
    });
    const [savedVersion] = (await server.ok<KeptRecipe[]>('GET', '/recipes')).filter(({ id }) => id === kept.id);
    expect(savedVersion).toMatchObject({ version: 2, recipe: { name: 'Twice, renamed' } });
    await server.ok('PUT', `/recipes/${kept.id}`, {
      ...savedVersion?.recipe,
      waterC: 89,
      over: savedVersion?.versionId,
    });
  });
});

describe('a word that would not come', () => {
  it('can be found after other words were added and taken away', async () => {
    const bagId = await server.addBag();
    const nag = { said: 'like a hedge after rain', tapped: [] };
    const brewId = await server.addBrew(bagId, {
      cup: cupSample({ nag, descriptors: ['fig', 'date', 'plum'].map((typed) => ({ typed, slot: 'cup' })) }),
    });
    await server.ok('PUT', `/brews/${brewId}/nag`, { word: 'privet' });
    await server.ok('PUT', `/brews/${brewId}/nag`, { word: 'box leaf' });
    // The first of the two leaves a gap behind.
    await server.running.store.write((db) => db.query(`DELETE FROM cup_descriptor WHERE typed = 'date'`));
    await server.ok('DELETE', `/brews/${brewId}/nag`);
    await server.ok('PUT', `/brews/${brewId}/nag`, { word: 'yew' });
    const words = (await page(bagId)).brews[0]?.cup.descriptors.map(({ typed }) => typed);
    expect(words).toEqual(expect.arrayContaining(['fig', 'plum', 'privet', 'yew']));
  });
});

describe('a clock that was set back', () => {
  it('leaves what was roasted and brewed yesterday to be edited, and the draft written last the newest', async () => {
    let now = new Date('2026-03-10T12:00:00Z');
    const clocked = await new TestServer(() => now).start();
    const id = await clocked.addBag({ roastedOn: '2026-03-09' });
    const brewedAt = '2026-03-10T08:00:00Z';
    const brewId = await clocked.addBrew(id, { brewedAt });
    const write = (device: string, remarks: string) =>
      clocked.ok<{ typed: { remarks: string } }[]>('PUT', `/drafts/set-back/${device}`, {
        counts: { [device]: 1 },
        title: 'A cup',
        href: '/bags/new',
        typed: { remarks },
      });
    await write('device-early', 'written first');
    now = new Date('2026-03-05T12:00:00Z');
    await clocked.ok('PATCH', `/bags/${id}`, { name: 'Renamed after' });
    await clocked.ok('PATCH', `/brews/${brewId}`, { ...brewDraft({ brewedAt }), faultNote: '' });
    expect((await clocked.refused('PATCH', `/bags/${id}`, { roastedOn: '2026-03-08' })).fields[0]?.path).toBe(
      'roastedOn',
    );
    expect((await write('device-later', 'written last')).map(({ typed }) => typed.remarks)).toEqual([
      'written last',
      'written first',
    ]);
    await clocked.end();
  });
});
