import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What a household began with that never chose. */
const FIRST = ['brightness', 'weight', 'sweetness', 'clarity', 'length', 'flowers', 'fruit', 'roast'];

/** A household that has given levels keeps those it gave, before the ones it would begin with; others begin with these. */
export class ChosenIntensities1700000000007 implements MigrationInterface {
  name = 'LevelsOfOnesOwn1700000000007';

  async up(db: QueryRunner): Promise<void> {
    const cups = (await db.query(`SELECT levels FROM cup WHERE levels <> '[]'`)) as { levels: string }[];
    const given = new Set(
      cups.flatMap(({ levels }) => (JSON.parse(levels) as { attribute: string }[]).map(({ attribute }) => attribute)),
    );
    if (given.size === 0) return;
    const ids = new Set([...given, ...FIRST]);
    const kept = JSON.stringify([...ids].map((id) => ({ id, name: id.replaceAll('-', ' '), shown: true })));
    await db.query(
      `INSERT INTO household (id, "oneChange", school) SELECT 1, 1, 'mark10' WHERE NOT EXISTS (SELECT 1 FROM household)`,
    );
    await db.query(`UPDATE household SET "levelAttributes" = ? WHERE "levelAttributes" IS NULL`, [kept]);
  }

  async down(): Promise<void> {
    // The list that was kept is a list like any other.
  }
}
