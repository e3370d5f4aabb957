import { pickBy } from 'es-toolkit';
import type { InstrumentSettings } from '../contract/bench/instrument';
import type { Settings, SettingsChange } from '../contract/settings';
import type { Units } from '../core/text';

/** Settings with a change made to them. */
export function withChange(
  before: Settings,
  { instruments: { connected, ...pouring } = {}, was: _, ...change }: SettingsChange,
): Settings {
  const now = { ...before.instruments.connected, ...connected };
  return {
    ...before,
    ...change,
    instruments: {
      ...before.instruments,
      ...pouring,
      connected: pickBy(now, (behaviour) => behaviour !== null) as InstrumentSettings['connected'],
    },
  };
}

/** How a household writes temperatures and weights. */
export function unitsOf({
  temperatureUnit,
  weightUnit,
  currency,
}: Pick<Settings, 'temperatureUnit' | 'weightUnit' | 'currency'>): Units {
  return { temperature: temperatureUnit, weight: weightUnit, currency };
}
