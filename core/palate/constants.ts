/** With fewer scored cups nothing is said of what a taster likes. *Assumption*. */
export const LIKING_CUPS = 15;

/** What drives liking: a level or something felt, by its amount; a family of words or a texture, by being there. */
export const DRIVER_KINDS = ['level', 'feel', 'family', 'texture'] as const;
