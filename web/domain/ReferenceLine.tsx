import type { Word } from '../../core/cup/words';
import { inUnits } from '../../core/text';
import { useUnits } from '../api/useUnits';

/** How to have a note beside the cup, with what some people must avoid. */
export function ReferenceLine({ of: { reference, allergens } }: { of: Pick<Word, 'reference' | 'allergens'> }) {
  const units = useUnits();
  if (reference === '' && allergens.length === 0) return null;
  return (
    <div className="quiet small">
      {reference !== '' && <>Beside the cup: {inUnits(units, reference)} </>}
      {allergens.length > 0 && <strong>Contains {allergens.join(', ')}.</strong>}
    </div>
  );
}
