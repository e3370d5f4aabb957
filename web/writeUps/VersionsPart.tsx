import Button from 'react-bootstrap/Button';
import { Link } from 'react-router';
import type { WriteUp } from '../../contract/writeUps/writeUp';
import { api } from '../api/api';
import { useSayOutcome } from '../api/useSayOutcome';
import { dateText } from '../ui/format';

const REASONS: Readonly<Record<WriteUp['versions'][number]['reason'], string>> = {
  kept: 'kept',
  final: 'final',
  before: 'before it was composed anew or another version took its place',
};

/** A write-up as it once stood, and calling it final. */
export function VersionsPart({ writeUp: { id, versions, finalOn }, today }: { writeUp: WriteUp; today: string }) {
  const [keepVersion] = api.useKeepVersionMutation();
  const [restore] = api.useRestoreVersionMutation();
  const say = useSayOutcome();
  const keep = async (on: string | null): Promise<void> => {
    const { error } = await keepVersion({ id, body: { finalOn: on } });
    say(
      error,
      on === null ? 'This version is kept.' : `Final on ${dateText(on)}. Whatever is changed makes it a draft again.`,
    );
  };
  const bringBack = async (versionId: string, number: number): Promise<void> => {
    const { error } = await restore({ id, versionId });
    say(error, `Version ${number} stands again; what stood before is among the versions.`);
  };
  return (
    <section>
      <h2>Versions</h2>
      <p>
        {finalOn === null ? 'A draft. ' : `Final on ${dateText(finalOn, today)}. `}
        {versions.length === 0 && 'No version is kept yet.'}
      </p>
      <p className="files">
        {finalOn === null && (
          <Button variant="plain" onClick={() => void keep(today)}>
            Call it final
          </Button>
        )}
        <Button variant="plain" onClick={() => void keep(null)}>
          Keep this version
        </Button>
      </p>
      {versions.length > 0 && (
        <ol className="plain-list versions">
          {versions.map((one) => (
            <li key={one.id}>
              <Link className="text-decoration-underline" to={`/write-ups/${id}?version=${one.id}`}>
                Version {one.number}
              </Link>
              , {dateText(one.createdAt.slice(0, 10), today)}:{' '}
              {one.finalOn === null ? REASONS[one.reason] : `final on ${dateText(one.finalOn, today)}`}{' '}
              <Button size="sm" variant="bare" onClick={() => void bringBack(one.id, one.number)}>
                Bring it back
              </Button>
            </li>
          ))}
        </ol>
      )}
    </section>
  );
}
