import { useState } from 'react';
import { INSTRUMENTS } from '../../contract/bench/instrument';
import type { LiveBrew } from '../../contract/bench/live';
import { api } from '../api/api';
import { INSTRUMENT_WORDS } from '../domain/instrumentWords';
import { ProblemNote } from '../ui/ProblemNote';

/** Asks whether what was connected after a brew was laid out is to join it. */
export function JoinInstruments({ live: { id, instruments } }: { live: LiveBrew }) {
  const { data: settings } = api.useSettingsQuery(undefined, { refetchOnFocus: true, refetchOnMountOrArgChange: true });
  const [join, { error, isLoading }] = api.useJoinInstrumentsMutation();
  const [declined, setDeclined] = useState('');
  const isNew = (kind: (typeof INSTRUMENTS)[number]): boolean =>
    settings?.instruments.connected[kind] !== undefined && instruments.connected[kind] === undefined;
  const names = INSTRUMENTS.filter(isNew).map((kind) => INSTRUMENT_WORDS[kind]);
  const said = names.join(' and a ');
  if (said === '' || declined === said) return null;
  return (
    <div className="panel-ask" role="status">
      <p className="mb-2">
        A {said} {names.length === 1 ? 'was' : 'were'} connected after this brew was laid out.
      </p>
      <ProblemNote error={error} />
      <div className="d-flex gap-3">
        <button
          type="button"
          className="btn btn-plain"
          disabled={isLoading}
          onClick={() => void join({ id, body: {} })}
        >
          Let {names.length === 1 ? 'it' : 'them'} join
        </button>
        <button type="button" className="btn btn-bare" onClick={() => setDeclined(said)}>
          Not this brew
        </button>
      </div>
    </div>
  );
}
