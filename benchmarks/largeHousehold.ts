import { randomUUID } from 'node:crypto';
import Database from 'better-sqlite3';
import { bagInput } from '../contract/bag/bag';
import { brewInput } from '../contract/bag/brew';
import { addDays } from '../core/rest';
import { addBag, loadBag } from '../server/db/bag/bags';
import { addBrew } from '../server/db/bag/brews';
import { ensureStarters } from '../server/db/bench/recipes';
import { openStore } from '../server/db/store';

/** How much a large household has: `BAGS` (600), `BREWS` (20 000), and of the bags `IN_USE` (100). */
export const BAGS = Number(process.env.BAGS ?? 600);
export const BREWS = Number(process.env.BREWS ?? 20_000);
export const IN_USE = Number(process.env.IN_USE ?? 100);
const reference = { style: 'filter', brewer: 'cone', doseG: 16, waterG: 250, waterC: 93, grindStep: 0 } as const;
const ROASTS = ['light', 'medium-light', 'medium', 'medium-dark'] as const;
const PROCESSES = ['washed', 'natural', 'honey'] as const;

/** Writes a large household into a new database, none of its bags judged yet. */
export async function largeHousehold(
  database: string,
  now: Date,
  { bags, brews, inUse }: { bags: number; brews: number; inUse: number } = { bags: BAGS, brews: BREWS, inUse: IN_USE },
): Promise<void> {
  const today = now.toISOString().slice(0, 10);
  const template = await templateBag(database, today, now);
  const db = new Database(database);
  const bag = copier(db, 'bag');
  const recipe = copier(db, 'brew_parameters');
  const brew = copier(db, 'brew');
  const cup = copier(db, 'cup');
  const word = copier(db, 'cup_descriptor');
  const remark = copier(db, 'remark');
  db.transaction(() => {
    for (let b = 0; b < bags; b++) {
      const isInUse = b >= bags - inUse;
      const age = isInUse ? 10 + (b % 40) : 60 + ((b * 3) % 900);
      const roastedOn = addDays(today, -age);
      const bagId = randomUUID();
      const finishedOn = isInUse ? null : addDays(roastedOn, 45);
      const kind = { roastLevel: ROASTS[b % ROASTS.length], process: PROCESSES[b % PROCESSES.length] };
      bag(template.bagId, { id: bagId, name: `Bag ${b}`, roastedOn, finishedOn, ...kind });
      recipe(template.bagId, { id: randomUUID(), bagId });
      const first = Math.floor((b * brews) / bags);
      for (let k = first; k < Math.floor(((b + 1) * brews) / bags); k++) {
        const day = isInUse ? (k - first) % age : Math.min(44, k - first);
        const [brewId, cupId] = [randomUUID(), randomUUID()];
        const made = { brewer: k % 4 ? 'cone' : 'press', waterC: 93 - (k % 3) };
        brew(template.brewId, { id: brewId, bagId, ...made, brewedAt: `${addDays(roastedOn, day)}T08:00:00Z` });
        cup(template.brewId, { id: cupId, brewId, mark: 7 + ((k * 7) % 20) / 10 });
        word(template.brewId, { cupId });
        remark(template.brewId, { id: randomUUID(), cupId, text: k % 3 ? 'fig, cedar' : 'quince' });
      }
    }
    for (const sql of [
      'DELETE FROM remark WHERE "cupId" IN (SELECT id FROM cup WHERE "brewId" = ?)',
      'DELETE FROM cup_descriptor WHERE "cupId" IN (SELECT id FROM cup WHERE "brewId" = ?)',
      'DELETE FROM cup WHERE "brewId" = ?',
      'DELETE FROM brew WHERE id = ?',
    ])
      db.prepare(sql).run(template.brewId);
    db.prepare('DELETE FROM brew_parameters WHERE "bagId" = ?').run(template.bagId);
    db.prepare('DELETE FROM bag WHERE id = ?').run(template.bagId);
  })();
  db.close();
}

/** A bag with one brew, written by the application itself: every other one is a copy of it. */
async function templateBag(database: string, today: string, now: Date): Promise<{ bagId: string; brewId: string }> {
  const store = await openStore(database);
  const template = await store.write(async (db) => {
    await ensureStarters(db, now);
    const label = { name: 'Template', roaster: 'Fernhill', roastedOn: today, weightG: 1000, reference };
    const bagId = await addBag(db, bagInput.parse(label), now);
    const cup = { scoringScale: 'mark10', mark: 8, remarks: 'fig', descriptors: [{ typed: 'fig', slot: 'cup' }] };
    const brewId = await addBrew(
      db,
      await loadBag(db, bagId),
      brewInput.parse({ ...reference, brewedAt: `${today}T08:00:00Z`, cup }),
      now,
    );
    return { bagId, brewId };
  });
  await store.close();
  return template;
}

/** Where the row of the template is found in each table, by the id of its bag or brew. */
const OF_TEMPLATE: Readonly<Record<string, string>> = {
  bag: 'id = ?',
  brew_parameters: '"bagId" = ?',
  brew: 'id = ?',
  cup: '"brewId" = ?',
  cup_descriptor: '"cupId" IN (SELECT id FROM cup WHERE "brewId" = ?)',
  remark: '"cupId" IN (SELECT id FROM cup WHERE "brewId" = ?)',
};

/** Copies the template's row of a table with some columns otherwise. */
function copier(db: Database.Database, table: string): (of: string, differently: Record<string, unknown>) => void {
  let row: Record<string, unknown> | undefined;
  let insert: Database.Statement | undefined;
  return (of, differently) => {
    row ??= db.prepare(`SELECT * FROM ${table} WHERE ${OF_TEMPLATE[table] ?? ''}`).get(of) as Record<string, unknown>;
    const columns = Object.keys(row);
    insert ??= db.prepare(
      `INSERT INTO ${table} (${columns.map((one) => `"${one}"`).join(', ')}) VALUES (${columns.map((one) => `@${one}`).join(', ')})`,
    );
    insert.run({ ...row, ...differently });
  };
}
