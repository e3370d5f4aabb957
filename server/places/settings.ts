import { withChange } from '../../application/settings';
import { settings as wholeSettings } from '../../contract/settings';
import { checkBackupFolder } from '../backup/keeper';
import { bothKept } from '../changing';
import { touchFrozenBags } from '../db/bag/bags';
import { keepSettings, loadSettings } from '../db/settings';
import type { Deps } from '../deps';
import { parse } from '../http';
import type { Handlers } from '../routes';

/** What the household owns and how it likes to be advised. */
export function settingsHandlers({ store }: Deps): Handlers<'settings' | 'changeSettings'> {
  return {
    settings: () => store.read(loadSettings),

    changeSettings: ({ body: { was = {}, ...change } }) =>
      store.write(async (db) => {
        const savedVersion = await loadSettings(db);
        const changed = parse(
          wholeSettings,
          bothKept({ ...savedVersion, ...was }, savedVersion, withChange(savedVersion, change)),
        );
        if (changed.backupFolder !== savedVersion.backupFolder) checkBackupFolder(changed.backupFolder);
        await keepSettings(db, changed);
        // What lay in the freezer is of another age now, and so is what its cups say.
        if (changed.freezerRate !== savedVersion.freezerRate) await touchFrozenBags(db);
        return changed;
      }),
  };
}
