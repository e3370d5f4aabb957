import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What is looked for row by row, or is rare among many: the cups of one pot, what goes with a bag, a day's brews. */
const INDICES = [
  ['brew_pot', 'brew ("potId") WHERE "potId" IS NOT NULL'],
  ['brew_moment', 'brew ("brewedAt")'],
  ['cup_nag', 'cup ("brewId") WHERE nag IS NOT NULL'],
  ['cup_blind', 'cup ("brewId") WHERE blind'],
  ['brew_parameters_bag', 'brew_parameters ("bagId")'],
  ['bag_order_bag', 'bag_order ("bagId")'],
  ['plan_mark_bag', 'plan_mark ("bagId")'],
  ['live_brew_bag', 'live_brew ("bagId")'],
] as const;

/** Control characters, which no field takes any more; line ends and tabs are none of them. */
const CONTROL = `'*[' || char(1) || '-' || char(8) || char(11) || char(12) || char(14) || '-' || char(31) || char(127) || ']*'`;

/** Takes them out of what was written before. */
async function cleanTexts(db: QueryRunner): Promise<void> {
  const tables = (await db.query(
    `SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%' AND name <> 'migrations'`,
  )) as { name: string }[];
  for (const { name: table } of tables) {
    const columns = (await db.query(`PRAGMA table_info("${table}")`)) as { name: string; type: string }[];
    for (const { name: column } of columns.filter(({ type }) => /text|char/i.test(type))) {
      const rows = (await db.query(
        `SELECT rowid, "${column}" AS text FROM "${table}" WHERE "${column}" GLOB ${CONTROL}`,
      )) as { rowid: number; text: string }[];
      for (const { rowid, text } of rows)
        await db.query(`UPDATE "${table}" SET "${column}" = ? WHERE rowid = ?`, [withoutControl(text), rowid]);
    }
  }
}

const withoutControl = (text: string): string =>
  Array.from(text)
    .filter((sign) => /[\t\r\n]/.test(sign) || !/\p{Cc}/u.test(sign))
    .join('');

/** Takes passages out of write-ups that are of no section: they could be written, and then nothing could be shown. */
async function cleanWriteUps(db: QueryRunner): Promise<void> {
  for (const table of ['write_up', 'write_up_version']) {
    const rows = (await db.query(`SELECT id, content FROM ${table}`)) as { id: string; content: string }[];
    for (const { id, content } of rows) {
      const written = parsed(content);
      const edits = Object.entries(written?.edits ?? {});
      const known = edits.filter(([key]) => key.includes('.'));
      if (known.length === edits.length) continue;
      const clean = JSON.stringify({ ...written, edits: Object.fromEntries(known) });
      await db.query(`UPDATE ${table} SET content = ? WHERE id = ?`, [clean, id]);
    }
  }
}

function parsed(text: string): { edits?: Record<string, unknown> } | null {
  try {
    return JSON.parse(text) as { edits?: Record<string, unknown> } | null;
  } catch {
    return null;
  }
}

/** Indices for what is looked for row by row, and a name of its own for each data folder. */
export class IndicesAndDataFolder1700000000020 implements MigrationInterface {
  name = 'IndicesAndFolder1700000000020';

  async up(db: QueryRunner): Promise<void> {
    await cleanTexts(db);
    await cleanWriteUps(db);
    for (const [name, on] of INDICES) await db.query(`CREATE INDEX "${name}" ON ${on}`);
    await db.query(
      'CREATE TABLE "data_folder" ("id" integer PRIMARY KEY NOT NULL CHECK ("id" = 1), "household" text NOT NULL, "sharing" text)',
    );
    await db.query('INSERT INTO "data_folder" ("id", "household") VALUES (1, lower(hex(randomblob(4))))');
  }

  async down(db: QueryRunner): Promise<void> {
    await db.query('DROP TABLE "data_folder"');
    for (const [name] of INDICES) await db.query(`DROP INDEX "${name}"`);
  }
}
