import type { HouseholdCounts } from '../../contract/keeping/archive';
import { householdText } from '../../core/text';
import { dateText } from '../ui/format';

/** "12 bags and 70 brews, the newest of 25 Nov". */
export function keptText(counts: HouseholdCounts, today: string): string {
  const { newestOn } = counts;
  return `${householdText(counts)}${newestOn === null ? '' : `, the newest of ${dateText(newestOn, today)}`}`;
}
