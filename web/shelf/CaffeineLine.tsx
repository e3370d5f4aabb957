import type { Shelf } from '../../contract/shelf';
import { CAFFEINE_CAUTION, caffeineText } from '../../core/text';

/** Today's caffeine, where the household keeps a tally; what the guide is, on demand. */
export function CaffeineLine({ caffeine }: Pick<Shelf, 'caffeine'>) {
  if (caffeine === null || caffeine.tally.length === 0) return null;
  return (
    <details className="caffeine small">
      <summary>{caffeineText(caffeine.tally, caffeine.guideMg)}</summary>
      <p className="quiet mb-0">{CAFFEINE_CAUTION}</p>
    </details>
  );
}
