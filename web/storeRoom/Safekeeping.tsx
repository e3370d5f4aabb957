import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { Link } from 'react-router';
import type { Backups, HouseholdCounts } from '../../contract/keeping/archive';
import type { Settings, SettingsChange } from '../../contract/settings';
import { api, problemOf } from '../api/api';
import { toastShown } from '../state/notices';
import { useAppDispatch } from '../state/store';
import { momentText, numberText } from '../ui/format';
import { ProblemNote } from '../ui/ProblemNote';
import { localDateTime } from '../state/today';
import { BringIn } from './BringIn';
import { keptText } from './keptText';

type Backup = Backups['backups'][number];

const REASONS: Readonly<Record<Backup['reason'], string>> = {
  daily: 'daily',
  asked: 'asked for',
  'before-migration': 'before a new version',
  'before-import': 'before a file was taken in',
  'before-restore': 'before another was restored',
};

/** Taking the household along, bringing one in, and its backups. */
export function Safekeeping({ settings, change }: { settings: Settings; change: (change: SettingsChange) => void }) {
  const { data, error } = api.useBackupsQuery(undefined);
  return (
    <fieldset className="safekeeping">
      <legend>Keep it safe</legend>
      {error && <ProblemNote error={error} />}
      {data && <BackupList kept={data} />}
      <p className="mt-3 mb-0">
        <Link to="/store-room/changes">What was changed in the last thirty days, and the way back</Link>
      </p>
      <AlsoTo key={settings.backupFolder} settings={settings} change={change} />
      <h2>Take it with you</h2>
      <p className="quiet small mb-2">
        Everything as one open file: a zip with a documented JSON, and the same as CSV for a spreadsheet.
      </p>
      <a className="btn btn-plain" href="/api/archive" download>
        Download the archive
      </a>
      <BringIn />
    </fieldset>
  );
}

function BackupList({ kept: { folder, has, trouble, backups } }: { kept: Backups }) {
  const [makeBackup, { isLoading }] = api.useMakeBackupMutation();
  const [chosen, setChosen] = useState<string | null>(null);
  const dispatch = useAppDispatch();
  const newest = backups.find(({ wrong }) => wrong === null);
  const make = async (): Promise<void> => {
    const { error } = await makeBackup({});
    dispatch(toastShown({ text: problemOf(error)?.message ?? 'Backed up, and looked through.' }));
  };
  return (
    <>
      <p className="mb-1">
        {newest ? `Last backup ${when(newest)}: ${of(newest)}.` : 'There is no backup yet.'}{' '}
        <span className="quiet small">
          One a day is made while Slow Crest runs; fourteen daily and twelve monthly ones are kept in {folder}.
        </span>
      </p>
      {trouble !== null && <p className="panel-error mb-2">{trouble}</p>}
      <Button variant="plain" disabled={isLoading} onClick={() => void make()}>
        Back up now
      </Button>
      {backups.length > 0 && (
        <details className="mt-2">
          <summary>Restore one of {backups.length}</summary>
          <ul className="backup-list">
            {backups.map((backup) => (
              <li key={backup.name}>
                <span>
                  {when(backup)} <span className="quiet small">({REASONS[backup.reason]})</span>
                  <br />
                  <span className="quiet small">
                    {backup.wrong ?? `${of(backup)}, ${numberText(backup.bytes / 1024 / 1024, 1)} MB`}
                  </span>
                </span>
                {backup.wrong !== null ? (
                  <span className="quiet small">{backup.name}</span>
                ) : chosen === backup.name ? (
                  <Restore backup={backup} has={has} done={() => setChosen(null)} />
                ) : (
                  <Button variant="bare" aria-label={`Restore ${when(backup)}`} onClick={() => setChosen(backup.name)}>
                    Restore
                  </Button>
                )}
              </li>
            ))}
          </ul>
        </details>
      )}
    </>
  );

  function when({ madeAt }: Backup): string {
    return momentText(localDateTime(new Date(madeAt)));
  }
  function of({ counts }: Backup): string {
    return counts === null ? 'what it holds is not known' : keptText(counts, '');
  }
}

/** What restoring would change, before it does. */
function Restore({ backup, has, done }: { backup: Backup; has: HouseholdCounts; done: () => void }) {
  const [restore, { isLoading }] = api.useRestoreBackupMutation();
  const dispatch = useAppDispatch();
  const go = async (): Promise<void> => {
    const { error } = await restore({ name: backup.name });
    dispatch(
      toastShown({
        text: problemOf(error)?.message ?? 'Restored. What was here before is the newest of the backups.',
      }),
    );
    done();
  };
  return (
    <span className="restore">
      <span className="small">
        {backup.counts !== null && `Then: ${keptText(backup.counts, '')}. `}Now: {keptText(has, '')}; that is backed up
        first, and can be restored the same way.
      </span>
      <Button disabled={isLoading} onClick={() => void go()}>
        Restore it
      </Button>
      <Button variant="plain" onClick={done}>
        Never mind
      </Button>
    </span>
  );
}

/** A folder that backups are copied to as well. */
function AlsoTo({
  settings: { backupFolder },
  change,
}: {
  settings: Settings;
  change: (change: SettingsChange) => void;
}) {
  const [typed, setTyped] = useState(backupFolder ?? '');
  const folder = typed.trim() === '' ? null : typed.trim();
  return (
    <Form.Group controlId="backup-folder" className="mt-3">
      <Form.Label>Copy them to this folder as well</Form.Label>
      <div className="d-flex gap-2 flex-wrap">
        <Form.Control
          value={typed}
          placeholder="a stick, or a synchronised folder"
          autoComplete="off"
          maxLength={500}
          onChange={({ target }) => setTyped(target.value)}
        />
        {folder !== backupFolder && (
          <Button variant="plain" onClick={() => change({ backupFolder: folder, was: { backupFolder } })}>
            Keep it
          </Button>
        )}
      </div>
    </Form.Group>
  );
}
