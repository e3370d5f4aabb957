import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { fitInput } from '../../application/judgeBag';
import { ageOn, compact, crestInput, fitCrest, type State } from '../../core/crest';
import { stateOnDay, METRIC } from '../../core/text';
import { loadBagsInUse, loadFinishedBags } from '../../server/db/bag/bags';
import { loadLogs } from '../../server/db/bag/brews';
import { openStore, type Store } from '../../server/db/store';
import { fillStore } from '../fill';

const TODAY = '2026-03-01';
let folder: string;
let store: Store;
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'slow-crest-demo-'));
  store = await openStore(join(folder, 'demo.sqlite'));
  await fillStore(store, TODAY);
});
afterAll(async () => {
  await store.close();
  rmSync(folder, { recursive: true, force: true });
});

describe('the demo household', () => {
  it('tells the engine how each brew from the bench was poured', async () => {
    const bags = await store.read(loadBagsInUse);
    const asked = await Promise.all(
      bags.map(async (bag) => fitInput(bag, (await store.read((db) => loadLogs(db, [bag.id])))[bag.id] ?? [], null)),
    );
    const pours = asked.flatMap(({ brews }) => brews.map((brew) => brew.pours ?? 0));
    expect(pours.filter((count) => count > 1).length).toBeGreaterThan(2);
    expect(pours.filter((count) => count === 0).length).toBeGreaterThan(20);
  });

  it('has nine bags in different states and three finished ones', async () => {
    const bags = [...(await store.read(loadBagsInUse)), ...(await store.read(loadFinishedBags))];
    const logs = await store.read((db) =>
      loadLogs(
        db,
        bags.map((bag) => bag.id),
      ),
    );
    const states = new Map<string, State>();
    for (const bag of bags.filter(({ finishedOn }) => finishedOn === null)) {
      const brews = (logs[bag.id] ?? []).map((brew) => ({ ...brew, overall: brew.score }));
      states.set(
        bag.name,
        stateOnDay(compact(fitCrest(crestInput({ ...bag, brews }))), ageOn(bag, TODAY), false, METRIC).state,
      );
    }
    expect(bags).toHaveLength(12);
    expect(states.size).toBe(9);
    expect(new Set(states.values())).toEqual(
      new Set<State>(['resting', 'too-early', 'climbing', 'at-crest', 'fading', 'steady']),
    );
    expect(bags.filter((bag) => bag.roastedOn === null)).toHaveLength(1);
    expect(bags.filter((bag) => bag.weightG === 70)).toHaveLength(1);
    const sitting = bags.find(({ scoringScale }) => scoringScale === 'parts');
    const page = logs[sitting?.id ?? ''] ?? [];
    expect([page.length, new Set(page.map(({ brewedAt }) => brewedAt.slice(0, 10))).size]).toEqual([3, 1]);
    expect(page.map(({ cup }) => cup.remarks.split(' ').length).reduce((sum, words) => sum + words)).toBeGreaterThan(
      250,
    );
    expect(page.map(({ score }) => score)).toEqual([72, 78, 72]);
    expect(bags.filter((bag) => bag.reference.style === 'espresso')).toHaveLength(1);
    expect(bags.filter((bag) => bag.spells.length > 0)).toHaveLength(1);
    expect(
      Object.values(logs)
        .flat()
        .every((brew) => brew.brewedAt.slice(0, 10) <= TODAY),
    ).toBe(true);
  });
});
