/** Constants of the plan; status as in `core/crest/model/constants.ts`. */

/** Days that a plan looks ahead. *Assumption*. */
export const PLAN_DAYS = 60;

/** Portions come out of the freezer on one of these steps of days, and are drunk before the next. *Assumption*. */
export const THAW_EVERY = 7;

/**
 * Fewer cups than this are no portion worth freezing; they are put together in so many rounds at most. *Assumption*;
 * *numerical*.
 */
export const LEAST_PORTION = 3;
export const MOST_ROUNDS = 6;

/** What weighing, sealing and thawing a portion is worth, points a cup. *Assumption*. */
export const FREEZING_EFFORT = 1;

/** Freezing is offered where its gain is above its trouble with at least this probability. Editorial. */
export const SURE_OF_FREEZING = 0.8;

/**
 * What a cup is worth less for each day it is put off, points, where there are too few beans for all: a household that
 * wants its cup waits for a better one, but not for ever. *Assumption*.
 */
export const WAITING = 0.3;

/** Share of the reckoned worth of learning that is believed. *Assumption*, tuned on simulated households. */
export const LEARNING_SHARE = 0.1;
