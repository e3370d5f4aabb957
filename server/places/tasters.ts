import { randomUUID } from 'node:crypto';
import type { Taster } from '../../contract/taster';
import { TasterEntity } from '../db/entities';
import type { Deps } from '../deps';
import { Problem } from '../../application/problem';
import type { Handlers } from '../routes';

/** The tasters of the household. */
export function tasterHandlers({ store, now }: Deps): Handlers<'tasters' | 'addTaster'> {
  return {
    tasters: async () => {
      const rows = await store.read((db) => db.find(TasterEntity, { order: { name: 'ASC' } }));
      return rows.map(({ id, name }): Taster => ({ id, name }));
    },

    addTaster: async ({ body: { name } }) => {
      const taster: Taster = { id: randomUUID(), name };
      await store.write(async (db) => {
        if (await db.createQueryBuilder(TasterEntity, 't').where('t.name = :name', { name }).getExists()) {
          throw new Problem('conflict', `There is a taster called ${name} already.`, [
            { path: 'name', message: 'This name is taken' },
          ]);
        }
        await db.insert(TasterEntity, { ...taster, createdAt: now().toISOString() });
      });
      return taster;
    },
  };
}
