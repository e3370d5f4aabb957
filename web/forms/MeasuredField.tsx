import { celsiusOf, gramsOf, inUnits, temperatureIn, weightIn, type Units } from '../../core/text';
import { useUnits } from '../api/useUnits';
import { TextField, type OtherUnit, type TextFieldProps } from './fields';
import { asTyped, typedNumber } from './typed';

/** A typed number, or whatever else was typed, with a number changed. */
const changed = (text: string, change: (n: number) => number): string => {
  const number = typedNumber(text);
  return typeof number === 'number' ? asTyped(change(number)) : text;
};

const otherTemperature = (units: Units): OtherUnit => ({
  shown: (kept) => changed(kept, (degrees) => temperatureIn(units, degrees)),
  kept: (typed) => changed(typed, (degrees) => celsiusOf(units, degrees)),
  problem: (said) => inUnits(units, said),
});

const otherWeight = (units: Units): OtherUnit => ({
  shown: (kept) => changed(kept, (grams) => weightIn(units, grams)),
  kept: (typed) => changed(typed, (written) => gramsOf(units, written)),
  problem: (said) => inUnits(units, said),
});

type Props = Omit<TextFieldProps, 'unit' | 'decimal' | 'other'>;

/** A temperature, typed in what the household writes temperatures in, and kept in °C. */
export function TemperatureField(props: Props) {
  const units = useUnits();
  const other = units.temperature === '°C' ? undefined : otherTemperature(units);
  return <TextField {...props} unit={units.temperature} decimal other={other} />;
}

/** A weight, typed in what the household writes weights in, and kept in g. */
export function WeightField(props: Props) {
  const units = useUnits();
  return (
    <TextField {...props} unit={units.weight} decimal other={units.weight === 'g' ? undefined : otherWeight(units)} />
  );
}
