import { BEDS, type Bed } from '../../core/brew';

const QUARTERS: readonly Bed[] = ['hollow far left', 'hollow far right', 'hollow near left', 'hollow near right'];
const WHOLE = BEDS.filter((bed) => !QUARTERS.includes(bed));

/**
 * The bed as it lies in the brewer, seen from above: a tap on the quarter that is hollow, or on what it is as a whole.
 */
export function BedPicture({ bed: value, onTap }: { bed: string; onTap: (bed: Bed | null) => void }) {
  const tap = (bed: Bed): void => onTap(value === bed ? null : bed);
  return (
    <div className="taps" role="group" aria-label="Bed afterwards">
      <span className="form-label">Bed afterwards</span>
      <div className="bed">
        <div className="disc">
          {QUARTERS.map((bed) => (
            <button key={bed} type="button" aria-label={bed} aria-pressed={value === bed} onClick={() => tap(bed)} />
          ))}
        </div>
        {WHOLE.map((bed) => (
          <button
            key={bed}
            type="button"
            className="btn btn-plain"
            aria-pressed={value === bed}
            onClick={() => tap(bed)}
          >
            {bed === 'hollow' ? 'hollow all over' : bed}
          </button>
        ))}
        <span className="quiet small">
          {QUARTERS.includes(value as Bed)
            ? value
            : 'Tap the quarter that is hollow, as you see it from where you stand.'}
        </span>
      </div>
    </div>
  );
}
