import { HOUSEHOLD_TABLES } from '../../archive/householdTables';
import { openStore } from '../../db/store';

/** Puts two households in each other's place, over and over, until it is killed. */
const [here = '', one = '', other = ''] = process.argv.slice(2);
const store = await openStore(here);
for (let turn = 0; ; turn++) {
  await store.replaceTables(turn % 2 === 0 ? other : one, HOUSEHOLD_TABLES);
  if (turn === 0) console.log('under way');
}
