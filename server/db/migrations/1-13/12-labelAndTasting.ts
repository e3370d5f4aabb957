import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Column and its type in SQL. */
const COLUMNS: readonly (readonly [string, string])[] = [
  ['producer', `text NOT NULL DEFAULT ''`],
  ['altitude', `text NOT NULL DEFAULT ''`],
  ['species', 'text'],
  ['blend', `text NOT NULL DEFAULT '[]'`],
  ['certificates', `text NOT NULL DEFAULT ''`],
  ['meantFor', 'text'],
  ['soldAgain', 'text'],
  ['labelNotes', `text NOT NULL DEFAULT 'shown'`],
  ['labelRevealedAt', 'text'],
  ['boughtFor', `text NOT NULL DEFAULT ''`],
  ['arrivedOn', 'text'],
  ['openedOn', 'text'],
  ['portions', 'integer'],
  ['beanLook', `text NOT NULL DEFAULT ''`],
  ['beanSize', 'text'],
  ['colourWhole', 'real'],
  ['colourGround', 'real'],
  ['buyAgain', 'text'],
  ['liked', 'text'],
  ['boughtForHeld', 'text'],
  ['trueToOrigin', 'text'],
  ['trueToVariety', 'text'],
  ['trueToProcess', 'text'],
  ['trueToRoaster', 'text'],
  ['ideas', `text NOT NULL DEFAULT ''`],
];

/** What a practitioner keeps of a bag besides what it is judged by. */
export class LabelAndTasting1700000000012 implements MigrationInterface {
  name = 'TheRecord1700000000012';

  async up(db: QueryRunner): Promise<void> {
    for (const [column, type] of COLUMNS) await db.query(`ALTER TABLE bag ADD COLUMN "${column}" ${type}`);
  }

  async down(db: QueryRunner): Promise<void> {
    for (const [column] of COLUMNS) await db.query(`ALTER TABLE bag DROP COLUMN "${column}"`);
  }
}
