import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What every household gave levels for until now, where it never chose: who has used it keeps it. */
const BEFORE = [
  'aroma',
  'acidity',
  'body',
  'sweetness',
  'cleanness',
  'finish',
  'bitterness',
  'savoury',
  'floral',
  'citrus',
  'stone fruit',
  'berry',
  'tropical',
  'chocolate',
  'caramel',
  'nut',
  'spice',
  'herbal',
  'ferment',
];

/** A household that has given levels keeps the list it gave them by; others begin with the shorter one. */
export class LevelsOfOnesOwn1700000000007 implements MigrationInterface {
  name = 'LevelsOfOnesOwn1700000000007';

  async up(db: QueryRunner): Promise<void> {
    const kept = JSON.stringify(BEFORE.map((name) => ({ id: name.replace(' ', '-'), name, shown: true })));
    const used = `EXISTS (SELECT 1 FROM cup WHERE levels <> '[]') OR EXISTS (SELECT 1 FROM bag WHERE school = 'levels')`;
    await db.query(
      `INSERT INTO household (id, "oneChange", school) SELECT 1, 1, 'mark10' WHERE NOT EXISTS (SELECT 1 FROM household) AND (${used})`,
    );
    await db.query(`UPDATE household SET "levelAttributes" = ? WHERE "levelAttributes" IS NULL AND (${used})`, [kept]);
  }

  async down(): Promise<void> {
    // The list that was kept is a list like any other.
  }
}
