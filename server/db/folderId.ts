import type { EntityManager } from 'typeorm';
import { DataFolderEntity } from './accessEntities';

/** What this data folder is called among others: eight hexadecimal digits, drawn when it was made. */
export async function loadFolderId(db: EntityManager): Promise<string> {
  return (await db.findOneByOrFail(DataFolderEntity, { id: 1 })).household;
}
