import { keepSettings, loadSettings } from '../db/settings';
import { isShared } from '../db/table/sittings';
import type { Deps } from '../deps';
import { HOUSEHOLD_TABLES } from './householdTables';

/**
 * Puts the household in another database in the place of this one: all of it, or none. What was here is backed up in
 * the same turn, so that nothing that was acknowledged is in neither. What is under way on the bench goes on as the
 * other has it, and bags are judged anew where the other has no verdict of them. The folder for copies stays one's own.
 *
 * @returns the name of the backup
 */
export async function adoptHousehold(
  { store, recorder, verdicts, guests, backups }: Pick<Deps, 'store' | 'recorder' | 'verdicts' | 'guests' | 'backups'>,
  other: string,
  reason: 'before-import' | 'before-restore',
): Promise<string> {
  await recorder.close();
  try {
    const { backupFolder } = await store.read(loadSettings);
    const backup = await backups.makeThen(reason, (makeNow) => store.replaceTables(other, HOUSEHOLD_TABLES, makeNow));
    await store.write(async (db) => {
      const settings = await loadSettings(db);
      if (settings.backupFolder !== backupFolder) await keepSettings(db, { ...settings, backupFolder });
    });
    verdicts.forget();
    const { sittingId } = guests;
    if (sittingId !== null && !(await store.read((db) => isShared(db, sittingId)))) await guests.stopSharing();
    return backup;
  } finally {
    await recorder.resume();
  }
}
