import { ENTITIES } from '../db/entities';
import { SessionEntity } from '../db/accessEntities';
import type { Deps } from '../deps';

/** All that is a household's: whoever is signed in stays so. */
export const HOUSEHOLD_TABLES = ENTITIES.filter((entity) => entity !== SessionEntity).map(
  ({ options }) => options.name,
);

/**
 * Puts the household in another database in the place of this one: all of it, or none. What is under way on the bench
 * goes on as the other has it, and bags are judged anew where the other has no verdict of them.
 */
export async function adoptHousehold(
  { store, recorder, verdicts }: Pick<Deps, 'store' | 'recorder' | 'verdicts'>,
  other: string,
): Promise<void> {
  await recorder.close();
  try {
    await store.replaceTables(other, HOUSEHOLD_TABLES);
    verdicts.forget();
  } finally {
    await recorder.resume();
  }
}
