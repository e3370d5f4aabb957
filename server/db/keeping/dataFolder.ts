import type { EntityManager } from 'typeorm';
import { DataFolderEntity } from './accessEntities';

/** What belongs to a data folder and to no household: its own name, and what is shared from it just now. */

/** What this data folder is called among others: eight hexadecimal digits, drawn when it was made. */
export async function loadFolderId(db: EntityManager): Promise<string> {
  return (await db.findOneByOrFail(DataFolderEntity, { id: 1 })).household;
}

/** A sitting that is shared, and the code that lets guests in until an instant, ms. */
export interface SharedSitting {
  sittingId: string;
  code: string;
  expiresAt: number;
}

/** The sitting that was shared when the server was last there; null for none. */
export async function loadShared(db: EntityManager): Promise<SharedSitting | null> {
  const { sharing } = await db.findOneByOrFail(DataFolderEntity, { id: 1 });
  return sharing === null ? null : (JSON.parse(sharing) as SharedSitting);
}

export async function keepShared(db: EntityManager, shared: SharedSitting | null): Promise<void> {
  await db.update(DataFolderEntity, { id: 1 }, { sharing: shared && JSON.stringify(shared) });
}
