import type { Descriptor } from '../../core/cup/words';

/** How to have a note beside the cup, with what some people must avoid. */
export function ReferenceLine({ descriptor }: { descriptor: Descriptor }) {
  return (
    <div className="quiet small">
      Beside the cup: {descriptor.reference}
      {descriptor.allergens.length > 0 && (
        <>
          {' '}
          <strong>Contains {descriptor.allergens.join(', ')}.</strong>
        </>
      )}
    </div>
  );
}
