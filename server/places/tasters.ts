import { randomUUID } from 'node:crypto';
import { Router } from 'express';
import { tasterInput, type Taster } from '../../contract/taster';
import { TasterEntity } from '../db/entities';
import type { Deps } from '../deps';
import { Problem } from '../errors';
import { parse } from '../http';

/** The tasters of the household. */
export function tasterRoutes({ store, now }: Deps): Router {
  const routes = Router();

  routes.get('/', async (_request, response) => {
    const rows = await store.read((db) => db.find(TasterEntity, { order: { name: 'ASC' } }));
    response.json(rows.map(({ id, name }): Taster => ({ id, name })));
  });

  routes.post('/', async (request, response) => {
    const { name } = parse(tasterInput, request.body);
    const taster: Taster = { id: randomUUID(), name };
    await store.write(async (db) => {
      if (await db.createQueryBuilder(TasterEntity, 't').where('t.name = :name', { name }).getExists()) {
        throw new Problem('conflict', `There is a taster called ${name} already.`, [
          { path: 'name', message: 'This name is taken' },
        ]);
      }
      await db.insert(TasterEntity, { ...taster, createdAt: now().toISOString() });
    });
    response.status(201).json(taster);
  });

  return routes;
}
