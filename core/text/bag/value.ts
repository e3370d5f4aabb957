import { roundTo } from '../../brew';
import type { ValueForPrice } from '../../palate';
import { ordinalWord } from '../words';

/** What a bag gives for its price, in a sentence that claims no more than the interval allows. */
export function valueText({ above: { mean, lo, hi }, place, of }: ValueForPrice): string {
  const points = `${roundTo(Math.abs(mean), 0)} points`;
  const side = mean >= 0 ? 'more' : 'less';
  const among = `${ordinalWord(place)} of ${of} by value`;
  const interval = `8 in 10: ${signed(lo)} to ${signed(hi)}`;
  if (lo <= 0 && hi >= 0)
    return `About what your bags give at this price: ${points} ${side}, which may be chance (${interval}); ${among}.`;
  return `For its price ${mean >= 0 ? 'better' : 'worse'} than your bags: ${points} ${side} (${interval}); ${among}.`;
}

const signed = (points: number): string => {
  const whole = roundTo(points, 0);
  return whole < 0 ? `−${-whole}` : whole > 0 ? `+${whole}` : '0';
};
