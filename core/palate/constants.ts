/** With fewer scored cups nothing is said of what a taster likes. *Assumption*. */
export const LIKING_CUPS = 15;
