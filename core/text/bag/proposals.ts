import { isInformative, narrowingOf, type Change } from '../../crest';
import type { Units } from '../units';
import { settingText } from './verdict';

/** What a number of nats does to the interval of the peak, in words. */
export function informationText(nats: number): string {
  const narrower = narrowingOf(nats);
  if (!isInformative(nats)) return 'would tell hardly anything new';
  if (narrower < 0.06) return 'would tell a little';
  return `would narrow down its best days by about ${Math.round(narrower * 20) * 5} %`;
}

/** A recipe as it differs from the reference, in words: "the reference recipe with the press and water at 90 °C". */
export function recipeText(changes: readonly Change[], units: Units): string {
  if (changes.length === 0) return 'the reference recipe';
  return `the reference recipe with ${changes.map((change) => settingText(change, units)).join(' and ')}`;
}
