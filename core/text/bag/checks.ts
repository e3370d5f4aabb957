import type { Check } from '../../brew';

/** Each check before the water goes on, as it is said at the bench. */
export const CHECK_WORDS: Readonly<Record<Check, string>> = {
  'paper-rinsed': 'Paper rinsed',
  'rinse-thrown-away': 'Rinse water thrown away',
  'vessel-warm': 'Vessel warm',
  'bed-level': 'Bed level',
  'scale-tared': 'Scale tared',
  'spare-cup': 'Clean spare cup',
};
