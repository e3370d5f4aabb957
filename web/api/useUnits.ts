import { unitsOf } from '../../application/settings';
import { METRIC, type Units } from '../../core/text';
import { api } from './api';

/** How the household writes temperatures and weights; in °C and g until that is known. */
export function useUnits(): Units {
  const { data } = api.useSettingsQuery(undefined);
  return data ? unitsOf(data) : METRIC;
}
