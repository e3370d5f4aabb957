import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { HOUSEHOLD_TABLES } from '../../archive/householdTables';
import { makeBackup } from '../../backup/files';
import { openStore } from '../../db/store';
import { beginTable, takeTable } from '../../notebook/reading';

/** Takes a table of 200 brews into the database named, saying when it begins; for a test that kills it on the way. */
const [, , database = ''] = process.argv;
const rows = ['Date,Coffee,Roasted,Score'];
for (let i = 0; i < 200; i++)
  rows.push(`2026-02-${String(1 + (i % 28)).padStart(2, '0')},Bag ${Math.floor(i / 20)},2026-01-20,${i / 20}`);
const store = await openStore(database);
const folder = mkdtempSync(join(dirname(database), 'bringing-'));
const now = new Date('2026-03-01T12:00:00Z');
const file = join(folder, 'killed.csv');
writeFileSync(file, rows.join('\n'));
const before = join(folder, await makeBackup(database, folder, 'before-import', now));
const { mapping } = await beginTable({ file, kind: 'text', folder, database });
process.stdout.write('begun\n');
const { file: added } = await takeTable({ folder, database: before, mapping, fileName: 'killed.csv', now });
await store.addRowsOf(added, HOUSEHOLD_TABLES);
process.stdout.write('done\n');
await store.close();
rmSync(folder, { recursive: true, force: true });
