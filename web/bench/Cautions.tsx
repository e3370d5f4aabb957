import { useState } from 'react';
import type { BrewKind } from '../../core/brew';
import { cautionsFor } from '../../core/text';

const KEY = 'slow-crest.cautions.';

/** The cautions for a kind of brewing; put away with a tap, until the next day. */
export function Cautions({ kind, today }: { kind: BrewKind; today: string }) {
  const [read, setRead] = useState(() => localStorage.getItem(KEY + kind) === today);
  const [first, ...others] = cautionsFor(kind);
  const putAway = (): void => {
    localStorage.setItem(KEY + kind, today);
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
