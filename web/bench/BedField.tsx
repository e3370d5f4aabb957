import { useController } from 'react-hook-form';
import { BEDS, type Bed } from '../../core/brew';
import type { BrewForm } from './brewForm';

const QUARTERS: readonly Bed[] = ['hollow far left', 'hollow far right', 'hollow near left', 'hollow near right'];
const WHOLE = BEDS.filter((bed) => !QUARTERS.includes(bed));

/** The bed as it lies in the brewer, seen from above: a tap on the quarter that is hollow, or on what it is as a whole. */
export function BedField() {
  const { field } = useController<BrewForm, 'making.bed'>({ name: 'making.bed' });
  const tap = (bed: Bed): void => field.onChange(field.value === bed ? '' : bed);
  return (
    <div className="taps" role="group" aria-label="Bed afterwards">
      <span className="form-label">Bed afterwards</span>
      <div className="bed">
        <div className="disc">
          {QUARTERS.map((bed) => (
            <button key={bed} type="button" aria-label={bed} aria-pressed={field.value === bed} onClick={() => tap(bed)} />
          ))}
        </div>
        {WHOLE.map((bed) => (
          <button key={bed} type="button" className="btn btn-plain" aria-pressed={field.value === bed} onClick={() => tap(bed)}>
            {bed === 'hollow' ? 'hollow all over' : bed}
          </button>
        ))}
        <span className="quiet small">{QUARTERS.includes(field.value as Bed) ? field.value : 'Tap the quarter that is hollow, as you see it from where you stand.'}</span>
      </div>
    </div>
  );
}
