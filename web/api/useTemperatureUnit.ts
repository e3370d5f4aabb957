import type { TemperatureUnit } from '../../core/text';
import { api } from './api';

/** What the household writes temperatures in; °C until that is known. */
export function useTemperatureUnit(): TemperatureUnit {
  return api.useSettingsQuery(undefined).data?.temperatureUnit ?? '°C';
}
