import type { MigrationInterface, QueryRunner } from 'typeorm';
import { presentForm, tenParts } from '../../../../core/draft';

const TEN = ['aroma', 'acidity', 'body', 'sweetness', 'cleanness'];
const FIVE_MORE = ['finish', 'character', 'balance', 'bitterness', 'defects'];
const IS_SUM = `"scoringScale" = 'sum100'`;

/**
 * A sheet of parts the household composes, in place of ten fixed ones. Who has used those keeps them as its sheet, and
 * every cup keeps the parts it was marked by.
 */
export class SheetOfParts1700000000009 implements MigrationInterface {
  name = 'SheetOfParts1700000000009';

  async up(db: QueryRunner): Promise<void> {
    await db.query(`ALTER TABLE cup ADD COLUMN parts text NOT NULL DEFAULT '[]'`);
    await db.query(`ALTER TABLE household ADD COLUMN "sheetOfParts" text`);
    const used = `EXISTS (SELECT 1 FROM cup WHERE ${IS_SUM}) OR EXISTS (SELECT 1 FROM bag WHERE ${IS_SUM})`;
    await db.query(
      `INSERT INTO household (id, "oneChange", "scoringScale") SELECT 1, 1, 'mark10' WHERE NOT EXISTS (SELECT 1 FROM household) AND (${used})`,
    );
    const sheet = tenParts({}).map(({ mark: _, ...part }) => part);
    await db.query(`UPDATE household SET "sheetOfParts" = ? WHERE ${IS_SUM} OR ${used}`, [JSON.stringify(sheet)]);
    const marked = FIVE_MORE.map((part) => `${part} IS NOT NULL`).join(' OR ');
    const cups = (await db.query(`SELECT * FROM cup WHERE ${IS_SUM} OR ${marked}`)) as Record<string, unknown>[];
    for (const cup of cups) {
      // Of a cup scored otherwise only what was marked besides is kept: it has no sheet.
      const parts = tenParts(cup).filter(
        ({ id, mark }) => cup.scoringScale === 'sum100' || (mark !== null && !TEN.includes(id)),
      );
      await db.query('UPDATE cup SET parts = ? WHERE id = ?', [JSON.stringify(parts), cup.id]);
    }
    for (const part of FIVE_MORE) await db.query(`ALTER TABLE cup DROP COLUMN ${part}`);
    for (const table of ['cup', 'bag', 'household'])
      await db.query(`UPDATE ${table} SET "scoringScale" = 'parts' WHERE ${IS_SUM}`);
    const drafts = (await db.query('SELECT rowid, typed FROM draft')) as { rowid: number; typed: string }[];
    for (const { rowid, typed } of drafts)
      await db.query('UPDATE draft SET typed = ? WHERE rowid = ?', [
        JSON.stringify(presentForm(JSON.parse(typed) as Record<string, unknown>)),
        rowid,
      ]);
  }

  async down(db: QueryRunner): Promise<void> {
    for (const part of FIVE_MORE) await db.query(`ALTER TABLE cup ADD COLUMN ${part} real`);
    const cups = (await db.query(`SELECT id, parts FROM cup WHERE parts <> '[]'`)) as { id: string; parts: string }[];
    for (const { id, parts } of cups)
      for (const part of JSON.parse(parts) as { id: string; mark: number | null }[])
        if (FIVE_MORE.includes(part.id)) await db.query(`UPDATE cup SET ${part.id} = ? WHERE id = ?`, [part.mark, id]);
    for (const table of ['cup', 'bag', 'household'])
      await db.query(`UPDATE ${table} SET "scoringScale" = 'sum100' WHERE "scoringScale" = 'parts'`);
    await db.query('ALTER TABLE cup DROP COLUMN parts');
    await db.query('ALTER TABLE household DROP COLUMN "sheetOfParts"');
  }
}
