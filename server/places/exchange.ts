import { pick } from 'es-toolkit';
import { exchangeOf } from '../../application/exchange';
import { dropExchange, keepExchange, loadExchanges } from '../db/keeping/exchanges';
import type { Deps } from '../deps';
import type { Handlers } from '../routes';

/** What finished bags taught: given away as a file, and read from others'. */
export function exchangeHandlers({
  store,
  verdicts,
  now,
}: Deps): Handlers<'ownCrests' | 'exchanges' | 'addExchange' | 'removeExchange'> {
  return {
    ownCrests: async () => exchangeOf(await verdicts.finishedBags()),
    exchanges: async () =>
      (await store.read(loadExchanges)).map(({ bags, ...row }) => ({
        ...pick(row, ['id', 'name', 'readAt']),
        bags: bags.length,
      })),
    addExchange: async ({ body: { name, file } }) => ({
      id: await store.write((db) => keepExchange(db, { name, bags: file.bags }, now())),
    }),
    removeExchange: async ({ params: { id } }) => {
      await store.write((db) => dropExchange(db, id));
      return null;
    },
  };
}
