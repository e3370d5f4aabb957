import { useState } from 'react';
import type { BrewKind } from '../../core/brew';
import { cautionsFor } from '../../core/text';
import { api } from '../api/api';
import { keptInBrowser } from '../state/kept';

/** The cautions for a kind of brewing; put away with a tap, until the next day. */
export function Cautions({ kind, today }: { kind: BrewKind; today: string }) {
  const { data: settings } = api.useSettingsQuery(undefined);
  const [opened, setOpened] = useState(false);
  const [putAwayNow, setRead] = useState(() => keptInBrowser.get('cautions', kind) === today);
  const read = !opened && (putAwayNow || settings?.showsCautions === false);
  const [first, ...others] = cautionsFor(kind);
  const putAway = (): void => {
    keptInBrowser.set('cautions', today, kind);
    setRead(true);
    setOpened(false);
  };
  if (read) {
    return (
      <button type="button" className="btn btn-bare cautions-again" onClick={() => setOpened(true)}>
        Cautions
      </button>
    );
  }
  return (
    <div className="cautions" role="note">
      <div>
        <p>{first}</p>
        {others.map((caution) => (
          <p key={caution}>{caution}</p>
        ))}
      </div>
      <button type="button" className="btn btn-plain" onClick={putAway}>
        Understood
      </button>
    </div>
  );
}
