/** How much gas left the grounds, as seen in the bloom or the crema, least first: a sign of how far it has gone. */
export const VIGOURS = ['none', 'faint', 'steady', 'lively', 'wild'] as const;
export type Vigour = (typeof VIGOURS)[number];

/** How the bed looked afterwards; a hollow one names its quadrant, seen from where the taster stands. */
export const BEDS = [
  'flat',
  'hollow',
  'hollow far left',
  'hollow far right',
  'hollow near left',
  'hollow near right',
] as const;
export type Bed = (typeof BEDS)[number];
