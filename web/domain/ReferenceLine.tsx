import type { Descriptor } from '../../core/cup/words';
import { temperaturesIn } from '../../core/text';
import { useTemperatureUnit } from '../api/useTemperatureUnit';

/** How to have a note beside the cup, with what some people must avoid. */
export function ReferenceLine({ descriptor }: { descriptor: Descriptor }) {
  const unit = useTemperatureUnit();
  return (
    <div className="quiet small">
      Beside the cup: {temperaturesIn(unit, descriptor.reference)}
      {descriptor.allergens.length > 0 && (
        <>
          {' '}
          <strong>Contains {descriptor.allergens.join(', ')}.</strong>
        </>
      )}
    </div>
  );
}
