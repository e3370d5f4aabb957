import { useController } from 'react-hook-form';
import { COFFEE_FAULTS, FAULT_STRENGTHS, type CoffeeFault, type FoundFault } from '../../core/cup';
import type { BrewForm } from './brewForm';

/** Faults of the coffee itself: a tap says a trace, the next plain, then strong, then none again. */
export function FaultsField() {
  const {
    field: { value, onChange },
  } = useController<BrewForm, 'cup.coffeeFaults'>({ name: 'cup.coffeeFaults' });
  const strengthOf = (fault: CoffeeFault) => value.find((one) => one.fault === fault)?.strength ?? null;
  const tap = (fault: CoffeeFault): void => {
    const before = strengthOf(fault);
    const strength = FAULT_STRENGTHS[before === null ? 0 : FAULT_STRENGTHS.indexOf(before) + 1];
    const others = value.filter((one) => one.fault !== fault);
    onChange(strength === undefined ? others : ([...others, { fault, strength }] satisfies FoundFault[]));
  };
  return (
    <div className="taps" role="group" aria-labelledby="coffee-faults" aria-describedby="coffee-faults-help">
      <span className="form-label" id="coffee-faults">
        Faults of the coffee
      </span>
      <div>
        {COFFEE_FAULTS.map((fault) => {
          const strength = strengthOf(fault);
          return (
            <button
              key={fault}
              type="button"
              className="btn btn-plain"
              aria-pressed={strength !== null}
              onClick={() => tap(fault)}
            >
              {strength === null ? fault : `${fault}: ${strength}`}
            </button>
          );
        })}
      </div>
      <p className="quiet small mb-0" id="coffee-faults-help">
        Not of the brew: what no recipe mends. Tap again for stronger.
        {strengthOf('mouldy') !== null && <strong> Mould: do not taste on, and throw the rest away.</strong>}
      </p>
    </div>
  );
}
