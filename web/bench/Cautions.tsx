import { useState } from 'react';
import type { BrewKind } from '../../core/brew';
import { cautionsFor } from '../../core/text';
import { keptInBrowser } from '../state/kept';

/** The cautions for a kind of brewing; put away with a tap, until the next day. */
export function Cautions({ kind, today }: { kind: BrewKind; today: string }) {
  const [read, setRead] = useState(() => keptInBrowser.get('cautions', kind) === today);
  const [first, ...others] = cautionsFor(kind);
  const putAway = (): void => {
    keptInBrowser.set('cautions', today, kind);
    setRead(true);
  };
  if (read) {
    return (
      <button type="button" className="btn btn-bare cautions-again" onClick={() => setRead(false)}>
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
