import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pino from 'pino';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { bagInput } from '../../../contract/bag/bag';
import { addBag, loadBag } from '../../db/bag/bags';
import { openStore, type Store } from '../../db/store';
import { bagDraft } from '../../test/support/running';
import { engineHere } from '../engineHere';
import { VerdictKeeper } from '../keeper';

let folder: string;
let store: Store;
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'slow-crest-keeper-'));
  store = await openStore(join(folder, 'keeper.sqlite'));
});
afterAll(async () => {
  await store.close();
  rmSync(folder, { recursive: true, force: true });
});

const kept = (): Promise<{ n: number }[]> => store.read((db) => db.query('SELECT COUNT(*) AS n FROM verdict'));

describe('when all bags are replaced', () => {
  it('what was begun before is not kept: it is of a bag that is gone', async () => {
    const here = engineHere();
    const begun = vi.fn();
    let goOn = (): void => undefined;
    const held = new Promise<void>((resolve) => {
      goOn = resolve;
    });
    const engine = {
      ...here,
      fit: async (input: Parameters<typeof here.fit>[0]) => {
        begun();
        await held;
        return here.fit(input);
      },
    };
    const keeper = new VerdictKeeper(store, engine, pino({ level: 'silent' }), 50);
    const bag = await store.write(async (db) => loadBag(db, await addBag(db, bagInput.parse(bagDraft()), new Date())));
    keeper.prefetch(bag.id);
    await vi.waitFor(() => expect(begun).toHaveBeenCalled());
    keeper.forget();
    goOn();
    await vi.waitFor(() => expect(keeper.judging.waiting).toBe(0));
    expect(await kept()).toEqual([{ n: 0 }]);
    // Asked again, it is judged and kept.
    keeper.prefetch(bag.id);
    await vi.waitFor(async () => expect(await kept()).toEqual([{ n: 1 }]));
    await keeper.close();
  });
});
