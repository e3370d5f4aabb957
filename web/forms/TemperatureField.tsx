import { celsiusOf, temperatureIn, temperaturesIn, type TemperatureUnit } from '../../core/text';
import { useTemperatureUnit } from '../api/useTemperatureUnit';
import { TextField, type OtherUnit } from './fields';
import { asTyped, typedNumber } from './typed';

/** A typed number, or whatever else was typed, with a number changed. */
const changed = (text: string, change: (n: number) => number): string => {
  const number = typedNumber(text);
  return typeof number === 'number' ? asTyped(change(number)) : text;
};

const other = (unit: TemperatureUnit): OtherUnit => ({
  shown: (kept) => changed(kept, (degrees) => temperatureIn(unit, degrees)),
  kept: (typed) => changed(typed, (degrees) => celsiusOf(unit, degrees)),
  problem: (said) => temperaturesIn(unit, said),
});

/** A temperature, typed in what the household writes temperatures in, and kept in °C. */
export function TemperatureField({ name, label }: { name: string; label: string }) {
  const unit = useTemperatureUnit();
  return <TextField name={name} label={label} unit={unit} decimal other={unit === '°C' ? undefined : other(unit)} />;
}
