/** How an answer went. */
export const OUTCOMES = ['right', 'slowly', 'wrong'] as const;
export type Outcome = (typeof OUTCOMES)[number];
