import { invert, mapValues } from 'es-toolkit';
import type { MigrationInterface, QueryRunner } from 'typeorm';
import { EARLIER_WORDS, renamedInText } from '../../../../core/draft';

/** Where words of a list are kept as JSON, and the field they are then of. */
const KEPT_IN = [
  ['making', 'tastes', 'tastes'],
  ['draft', 'typed', ''],
  ['change_record', 'before', ''],
  ['change_record', 'after', ''],
] as const;

/** How a cup was against those before it, and what it tasted of, in the words of now. */
export class RenamedTasteWords1700000000023 implements MigrationInterface {
  name = 'WordsOfTheCup1700000000023';

  up = (db: QueryRunner): Promise<void> => rename(db, EARLIER_WORDS);
  down = (db: QueryRunner): Promise<void> =>
    rename(
      db,
      mapValues(EARLIER_WORDS, (words) => invert(words)),
    );
}

async function rename(db: QueryRunner, words: typeof EARLIER_WORDS): Promise<void> {
  for (const [before, now] of Object.entries(words.progress ?? {}))
    await db.query('UPDATE cup SET progress = ? WHERE progress = ?', [now, before]);
  for (const [table, column, field] of KEPT_IN) {
    const rows = (await db.query(
      `SELECT rowid, "${column}" AS json FROM "${table}" WHERE "${column}" IS NOT NULL AND "${column}" <> '[]'`,
    )) as { rowid: number; json: string }[];
    for (const { rowid, json } of rows) {
      const renamed = renamedInText(json, words, field);
      if (renamed !== json) await db.query(`UPDATE "${table}" SET "${column}" = ? WHERE rowid = ?`, [renamed, rowid]);
    }
  }
}
