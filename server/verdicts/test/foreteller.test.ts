import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pino from 'pino';
import { afterAll, beforeAll, expect, it, vi } from 'vitest';
import { bagInput } from '../../../contract/bag/bag';
import { brewInput } from '../../../contract/bag/brew';
import { addBag, loadBag } from '../../db/bag/bags';
import { addBrew, loadLog } from '../../db/bag/brews';
import { openStore, type Store } from '../../db/store';
import { bagDraft, brewDraft } from '../../test/support/running';
import { engineHere } from '../engineHere';
import { Foreteller, type KeptCup } from '../foreteller';

let folder: string;
let store: Store;
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'slow-crest-foreteller-'));
  store = await openStore(join(folder, 'foreteller.sqlite'));
});
afterAll(async () => {
  await store.close();
  rmSync(folder, { recursive: true, force: true });
});

const kept = (brewId: string): Promise<unknown[]> =>
  store.read((db) => db.query('SELECT "brewId" FROM prediction WHERE "brewId" = ?', [brewId]));

/** A bag with three cups, and one more just kept. */
const oneMoreCup = (): Promise<KeptCup> =>
  store.write(async (db) => {
    const bag = await loadBag(db, await addBag(db, bagInput.parse(bagDraft()), new Date()));
    const brew = brewInput.parse(brewDraft({}));
    for (let i = 0; i < 3; i++) await addBrew(db, bag, brew, new Date());
    const before = await loadLog(db, bag.id);
    return { bag, before, brewId: await addBrew(db, bag, brew, new Date()), brew };
  });

it('lets nobody wait for a busy engine, and keeps what was foretold once it has come', async () => {
  const here = engineHere();
  let goOn = (): void => undefined;
  const held = new Promise<void>((resolve) => (goOn = resolve));
  const foretell: typeof here.foretell = async (question) => {
    await held;
    return here.foretell(question);
  };
  const foreteller = new Foreteller(store, { foretell }, () => Promise.resolve(null), pino({ level: 'silent' }), 30);
  const cup = await oneMoreCup();
  foreteller.foretell([cup], '2026-03-01T08:00:00.000Z');
  await foreteller.settled();
  expect(await kept(cup.brewId)).toEqual([]);
  goOn();
  await vi.waitFor(async () => expect(await kept(cup.brewId)).toHaveLength(1));
});

it('leaves a cup without a prediction where nothing can be judged, and says so in the log', async () => {
  const log = pino({ level: 'silent' });
  const warn = vi.spyOn(log, 'warn');
  const foretell = (): Promise<never> => Promise.reject(new Error('no thread starts'));
  const foreteller = new Foreteller(store, { foretell }, () => Promise.resolve(null), log, 1000);
  const cup = await oneMoreCup();
  foreteller.foretell([cup], '2026-03-01T08:00:00.000Z');
  await foreteller.settled();
  expect(warn).toHaveBeenCalledOnce();
  expect(await kept(cup.brewId)).toEqual([]);
});
