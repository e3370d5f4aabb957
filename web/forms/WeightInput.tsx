import { useState } from 'react';
import { gramsOf, weightIn } from '../../core/text';
import { useUnits } from '../api/useUnits';
import { asTyped, typedNumber } from './typed';
import { UnitInput } from './UnitInput';

interface Props {
  id?: string;
  /** What it is of, where no label stands beside it. */
  name?: string;
  /** In g, as typed; empty for the placeholder's. */
  value: string;
  /** What is taken where nothing is typed, or an example, g. */
  otherwise?: number;
  isInvalid?: boolean;
  onChange: (typed: string) => void;
}

/** A weight outside any sheet, typed in what the household writes weights in, and told in g. */
export function WeightInput({ id, name, value, otherwise, isInvalid = false, onChange }: Props) {
  const units = useUnits();
  const [typing, setTyping] = useState<string | null>(null);
  const number = typedNumber(value);
  const shown = typeof number === 'number' && units.weight !== 'g' ? asTyped(weightIn(units, number)) : value;
  const take = (typed: string): void => {
    const typedIn = typedNumber(typed);
    setTyping(typed);
    onChange(typeof typedIn === 'number' ? asTyped(gramsOf(units, typedIn)) : typed);
  };
  return (
    <UnitInput
      unit={units.weight}
      id={id}
      aria-label={name === undefined ? undefined : `${name}, ${units.weight}`}
      // As it is typed, unless it was emptied by a tap.
      value={typing !== null && value !== '' ? typing : shown}
      placeholder={otherwise === undefined ? undefined : asTyped(weightIn(units, otherwise))}
      isInvalid={isInvalid}
      onChange={({ target }) => take(target.value)}
      onBlur={() => setTyping(null)}
    />
  );
}
