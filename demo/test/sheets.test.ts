import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Papa from 'papaparse';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { bagInput } from '../../contract/bag/bag';
import { csvOf, SHEETS, type SpreadsheetTable } from '../../server/archive/sheets';
import { snapshotOf } from '../../server/archive/snapshot';
import { addBag } from '../../server/db/bag/bags';
import { openStore } from '../../server/db/store';
import { bagDraft, TODAY } from '../../server/test/support/running';
import { fillStore } from '../fill';

let folder: string;
let demo: string;
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'slow-crest-sheets-'));
  demo = join(folder, 'demo.sqlite');
  const store = await openStore(demo);
  await fillStore(store, TODAY);
  await store.close();
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

describe('the tables for a spreadsheet', () => {
  const csv = (one: SpreadsheetTable, database = demo): string => {
    const { db, close } = snapshotOf(database);
    const text = [...csvOf(one, db)].join('');
    close();
    return text;
  };
  const sheet = (name: string, database = demo): string[][] => {
    const one = SHEETS.find((any) => any.name === name);
    if (!one) throw new Error(`There is no table ${name}`);
    return Papa.parse<string[]>(csv(one, database), { skipEmptyLines: true }).data;
  };

  it('have a row for each, under one heading, with every word as written', () => {
    const brews = sheet('brews');
    expect(brews).toHaveLength(77);
    expect(new Set(brews.map((row) => row.length)).size).toBe(1);
    const cups = sheet('cups');
    const [headings = []] = cups;
    expect(cups.slice(1).map((row) => row[headings.indexOf('remarks')])).toContain('Damson skin, long sweet finish.');
    expect(headings.at(-1)).toBe('score (of 100)');
    const [heading = [], ...rows] = brews;
    const days = rows.filter((row) => row[heading.indexOf('bag')] === 'Kivu Terrace').map((row) => row.at(-1));
    expect([heading.at(-1), ...days]).toEqual([
      'rest day',
      '6',
      '8',
      '12',
      '16',
      '18',
      // Two cups by each of two tasters at the table.
      '19',
      '19',
      '19',
      '19',
      '20',
      '21',
    ]);
  });

  it('hold no formula a spreadsheet would reckon', async () => {
    const database = join(folder, 'formulas.sqlite');
    const store = await openStore(database);
    await store.write(async (db) => {
      const bag = bagInput.parse(bagDraft({ name: '=HYPERLINK("x")', bet: '+1', ideas: '@SUM', boughtFor: '-2+3' }));
      await addBag(db, bag, new Date());
    });
    await store.close();
    const [, row = []] = sheet('bags', database);
    for (const cell of row) expect(cell).not.toMatch(/^[=+\-@]/);
    expect(row).toContain(`'=HYPERLINK("x")`);
  });

  it('are lines of their own, as the standard has them', () => {
    for (const one of SHEETS) {
      const text = csv(one);
      expect(text.endsWith('\r\n')).toBe(true);
      expect(text).not.toMatch(/\r\n\r\n/);
    }
  });
});
