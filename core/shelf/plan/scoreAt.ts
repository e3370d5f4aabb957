import { LAST_DAY } from '../../crest';

/** A curve at a rest age, in a straight line between whole days; the last day stands for all later ones. */
export function scoreAt(curve: readonly number[], age: number): number {
  const at = Math.min(LAST_DAY, Math.max(0, age));
  const day = Math.min(LAST_DAY - 1, Math.floor(at));
  const left = curve[day] ?? 0;
  return left + (at - day) * ((curve[day + 1] ?? left) - left);
}
