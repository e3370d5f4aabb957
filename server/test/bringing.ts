import { guessReading } from '../../core/notebook';
import { firstMapping } from '../../application/notebook';
import { openStore } from '../db/store';
import { takeNotebook } from '../notebook/reading';

/** Takes a table of 200 brews into the database named, saying when it begins; for a test that kills it on the way. */
const [, , file = ''] = process.argv;
const rows = [['Date', 'Coffee', 'Roasted', 'Score']];
for (let i = 0; i < 200; i++)
  rows.push([
    `2026-02-${String(1 + (i % 28)).padStart(2, '0')}`,
    `Bag ${Math.floor(i / 20)}`,
    '2026-01-20',
    String(i / 20),
  ]);
const sheets = [{ name: '', rows }];
const store = await openStore(file);
process.stdout.write('begun\n');
const mapping = firstMapping(guessReading(sheets));
await takeNotebook(store, { sheets, fileName: 'killed.csv' }, mapping, new Date('2026-03-01T12:00:00Z'));
process.stdout.write('done\n');
await store.close();
