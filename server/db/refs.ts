import type { EntityManager, EntitySchema } from 'typeorm';
import { invalidField } from '../../application/problem';

/** Refuses a reference to what is not there, at the field that names it; null refers to nothing. */
export async function mustExist(
  db: EntityManager,
  entity: EntitySchema<{ id: string }>,
  id: string | null,
  path: string,
  what: string,
): Promise<void> {
  if (id !== null && !(await db.existsBy(entity, { id }))) throw invalidField(path, `This ${what} is not known here`);
}
