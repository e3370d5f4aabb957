import type { Word } from '../../core/cup/words';
import { temperaturesIn } from '../../core/text';
import { useTemperatureUnit } from '../api/useTemperatureUnit';

/** How to have a note beside the cup, with what some people must avoid. */
export function ReferenceLine({ of: { reference, allergens } }: { of: Pick<Word, 'reference' | 'allergens'> }) {
  const unit = useTemperatureUnit();
  if (reference === '' && allergens.length === 0) return null;
  return (
    <div className="quiet small">
      {reference !== '' && <>Beside the cup: {temperaturesIn(unit, reference)} </>}
      {allergens.length > 0 && <strong>Contains {allergens.join(', ')}.</strong>}
    </div>
  );
}
