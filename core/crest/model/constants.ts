import type { RecordedFrom, Style, Vigour } from '../../brew';

export * from './factorConstants';

/**
 * Every constant of the crest engine: unit, meaning, status. Status is *assumption* (an editorial prior to be overruled
 * by data), *from history* (replaced by the taster's own past bags when there are any) or *numerical* (a grid choice,
 * checked by doubling it). Quantities marked "in σ₀" are multiples of the scale's repeatability.
 */

export type RoastLevel = (typeof ROAST_LEVELS)[number];
export type Process = (typeof PROCESSES)[number];

/** Lightest first. */
export const ROAST_LEVELS = [
  'very-light',
  'light',
  'medium-light',
  'medium',
  'medium-dark',
  'dark',
  'very-dark',
] as const;
/** Median peak age in days of a washed filter coffee by roast level. *Assumption*, from history. */
export const PEAK_DAYS_BY_ROAST: Readonly<Record<RoastLevel, number>> = {
  'very-light': 24,
  light: 21,
  'medium-light': 17,
  medium: 13,
  'medium-dark': 10,
  dark: 8,
  'very-dark': 7,
};

export const PROCESSES = ['washed', 'honey', 'natural', 'extended-fermentation', 'decaffeinated'] as const;
/** Factor on the peak age by process. *Assumption*, from history. */
export const PEAK_FACTOR_BY_PROCESS: Readonly<Record<Process, number>> = {
  washed: 1,
  honey: 1.05,
  natural: 1.1,
  'extended-fermentation': 1.3,
  decaffeinated: 0.8,
};

/** Factor on the peak age by style of drink; styles not named here count as filter. *Assumption*. */
export const PEAK_FACTOR_BY_STYLE: Readonly<Record<Style, number>> = { filter: 1, espresso: 1.2, cold: 1, milk: 1.2 };

/** Log-sd between the peaks of two styles of drink of one bag, beyond the table's factor. *Assumption*. */
export const SIBLING_LOG_SD = 0.2;

/** When a label does not say: the roast level and process whose prior is used. *Assumption*. */
export const DEFAULT_ROAST: RoastLevel = 'medium-light';
export const DEFAULT_PROCESS: Process = 'washed';

/** Log-sd of the peak age around its prior median. *Assumption*, from history. */
export const PEAK_LOG_SD = 0.38;
/**
 * The table may be wrong about a taster: this share of the prior is wider by this factor. *Assumption*, tuned on
 * simulated bags (docs/engine-report.md).
 */
export const PEAK_DOUBT = { share: 0.1, factor: 2 } as const;
/**
 * Share of the prior spread flat over ln `PEAK_MIN_DAYS` … ln `PEAK_MAX_DAYS`, so that odd bags stay possible.
 * *Assumption*.
 */
export const PEAK_FLAT_SHARE = 0.05;
export const PEAK_MIN_DAYS = 1.5;
export const PEAK_MAX_DAYS = 90;
/**
 * Log-sds of a roaster's rest advice as an observation of the peak age: how far all of its advice is off, which its
 * bags tell, and single advice beside. *Assumption*.
 */
export const ADVICE = { biasSd: 0.24, ownSd: 0.18 } as const;
/** Both together, where nothing is known of the roaster. */
export const ADVICE_LOG_SD = Math.hypot(ADVICE.biasSd, ADVICE.ownSd);
/** Where the beans look another roast than the label claims, how much their look says of the peak, in ln days. *Assumption*. */
export const PERCEIVED_WEIGHT = 0.5;

/**
 * How old beans are, in days, when they let go of so much gas, and the sd of its logarithm: roast, grind and water move
 * it too. *Assumption*.
 */
export const VIGOUR_DAYS: Readonly<Record<Vigour, number>> = { wild: 3, lively: 7, steady: 14, faint: 30, none: 60 };
/** The ages an assumed roast date is read at: so many, so many sds about it. Numerical. */
export const ASSUMED_AGE = { logSd: 0.7, nodes: 41, reach: 3 } as const;

/** How much a finished bag of another taster says against one of the household's own. *Assumption*. */
export const OTHERS_WEIGHT = 0.4;

/** How a bag may run with its days. */
export const SHAPES = ['crest', 'opening', 'plateau', 'fresh', 'twice', 'flat'] as const;
export type Shape = (typeof SHAPES)[number];
/** A probability of each shape; they sum to 1. */
export type ShapeShares = Readonly<Record<Shape, number>>;

/**
 * How many of a hundred bags run each way: one crest; opening up and then slowly stale; a long plateau; at its best
 * fresh; a crest and a second, lower one; hardly any change. *Assumption*, editorial; moved by a household's finished
 * bags.
 */
export const SHAPE_SHARES: ShapeShares = {
  crest: 0.45,
  opening: 0.2,
  plateau: 0.15,
  fresh: 0.07,
  twice: 0.05,
  flat: 0.08,
};
/** How many finished bags the stated shares are worth, against a household's own. *Assumption*. */
export const SHAPE_SHARES_WORTH = 20;

/** A bag at its best fresh fades as 1 − exp(−age / days), with the days log-normal. *Assumption*. */
export const FRESH = { days: { median: 20, logSd: 0.5 } } as const;
/**
 * A bag that opens up: what gas hides leaves as exp(−age / τ), and staling takes away evenly from the first day. The
 * peak is this many times τ, log-normal. *Assumption*.
 */
export const OPENING = { peakInTaus: { median: 2.2, logSd: 0.3 } } as const;
/**
 * A plateau: both ends lie this far from its middle in ln days, and are this wide there (logistic). *Assumption*.
 */
export const PLATEAU = { halfLengths: [0.4, 0.65, 0.9], width: 0.14 } as const;
/**
 * A bag that opens twice: a lower crest, `height` times as high, stands before or after the main one (each as likely)
 * at one of these distances in ln days (`between` where one has to stand for both); log-width of both, on either side.
 * *Assumption*.
 */
export const SECOND_CREST = { logApart: [0.7, 1.05], between: 0.87, height: 0.9, width: 0.35 } as const;

/**
 * How the past bags of a taster are read. Of ln peak days against the table: sds of the taster's mean, of the mean of a
 * roast and process, and (on grids, with log prior weights) of single bags and the share of that variance that a
 * roaster's bags have in common, which may be none; and the reaches and numbers of the nodes on which the means are summed and their sum is
 * tabulated. Of ln noise against σ₀: sds of the taster's mean
 * and of single bags; together they make `NOISE_LOG_SD`. Of the baseline, points: the same. *Assumption*; nodes
 * *numerical*.
 */
export const HISTORY = {
  peak: {
    tasterSd: 0.25,
    kindSd: 0.12,
    spreads: [
      { sd: 0.15, logWeight: -1.5 },
      { sd: 0.21, logWeight: -0.4 },
      { sd: 0.3, logWeight: 0 },
      { sd: 0.42, logWeight: -0.4 },
      { sd: 0.6, logWeight: -1.5 },
    ],
    roasterShares: [
      { share: 0, logWeight: -0.7 },
      { share: 0.6, logWeight: 0 },
    ],
    reachSds: 3,
    tasterNodes: 31,
    kindNodes: 7,
    roasterNodes: 9,
    reach: 1.25,
    shiftNodes: 51,
  },
  noise: { tasterSd: 0.28, bagSd: 0.21 },
  baseline: { tasterSd: 6, bagSd: 5 },
} as const;

/**
 * A prior that moved by less than this judges no bag noticeably differently, and none is judged anew for it: log days
 * of the expected peak and of what advice is off, log σ/σ₀, log of any spread, points of the expected baseline, share of a shape, and σ₀ of a
 * complaint's cost. *Assumption*, held in a test against what it does to a fit.
 */
export const PRIOR_MOVED = {
  peakLog: 0.02,
  adviceLog: 0.04,
  noiseLog: 0.04,
  spreadLog: 0.06,
  baselinePoints: 0.4,
  share: 0.015,
  cost: 0.15,
} as const;

/** Log-widths of the ridge before and after its peak: medians (in ln days) and log-sds. *Assumption*. */
export const RISE_WIDTH = { median: 0.5, logSd: 0.35 } as const;
export const FALL_WIDTH = { median: 0.6, logSd: 0.4 } as const;

/**
 * Height of the ridge: normal with this mean and sd, cut off below 0, in σ₀; a bag that hardly changes is a shape of
 * its own. *Assumption*.
 */
export const HEIGHT = { mean: 3.2, sd: 1.3 } as const;
/** Log-sd of the noise σ around σ₀. *Assumption*; blind repeats replace it. */
export const NOISE_LOG_SD = 0.35;
/** Factor on the noise variance of an entry, by when it was written. *Assumption*. */
export const RECORD_VARIANCE: Readonly<Record<RecordedFrom, number>> = { cup: 1, later: 1.5, memory: 3.2 };

/**
 * Shares of the noise that belong to the morning and to the brew, and not to the cup: cups of one day have the first in
 * common (its water, its mood), cups poured from one brew the second, the first included. *Assumption*.
 */
export const SHARED_MORNING = 0.25;
export const SHARED_BREW = 0.5;

/**
 * Two cups are called alike when they taste less than this far apart, in σ₀. *Assumption*.
 */
export const ALIKE = 0.45;
/**
 * Sd of the slip of the tongue in one comparison, in σ₀: errors belong to cups, but a household may say that each of
 * two was better than the other, and must still be answered. *Assumption*.
 */
export const COMPARISON_SD = 0.2;
/**
 * Gross errors: a mark typed wrongly, or of another cup. One in so many marks (`share`) misses by this much more (sd,
 * points); one this likely to be one (`asked`) is asked about. *Assumption*.
 */
export const GROSS = { share: 1 / 30, sd: 50, asked: 0.5 } as const;
/**
 * A word tapped beside the right one, or of another cup: one in so many comparisons (`share`) says nothing, each of the
 * three words as likely; one whose probability is at least `least` of being so is weighed both ways, at most so many.
 * *Assumption*; `least` and `most` *numerical*.
 */
export const GROSS_WORDS = { share: 1 / 100, least: 0.02, most: 2 } as const;
/**
 * Sets of marks that may be gross errors together: those less likely than this share of the likeliest are not weighed;
 * at most so many are, after so many were extended, fewer where there are so many marks that it would take long (`work`,
 * marks squared). *Numerical*.
 */
export const GROSS_SETS = { least: 0.05, most: 3, looks: 8, work: 50_000 } as const;
/**
 * Sd of a cup of any recipe around the curve of the reference's, in σ₀: its noise, and what a brewer may do.
 * *Assumption*.
 */
export const CUP_SD = 1.6;
/**
 * Share of the noise that a cup's mark and its comparisons have in common, the morning and the brew included: both
 * are about the same cup, but a mark is also a number found for it. *Assumption*.
 */
export const SHARED_CUP = 0.7;
/**
 * Factor on the noise variance of a score that was worked out of levels, and the sd of what such scores differ by from
 * the taster's marks, in σ₀. *Assumption*.
 */
export const BY_LEVELS = { variance: 2.5, offsetSd: 1.5 } as const;

/**
 * Baseline, the score at the peak: mean (the taster's own when known) and sd, in points. *Assumption*, from history.
 */
export const BASELINE_MEAN = 80;
export const BASELINE_SD = 8;

/** The sd, in points, with which a baseline is known of which nothing is. *Numerical*. */
export const UNKNOWN_BASELINE_SD = 100;

/**
 * Deviation of a bag from its curve: Gaussian process in ln days, length in ln days, sd in σ₀. *Assumption*, tuned on
 * simulated bags.
 */
export const DEVIATION = { length: 0.35, sd: 0.25 } as const;

/** Smallest difference in score that counts, in σ₀. *Assumption*. */
export const NOTICEABLE = 0.5;
/** Ages below this many days count as this many: ln 0 has no place. *Numerical*. */
export const MIN_AGE_DAYS = 0.5;

/**
 * Above this share a factor and the days cannot be told apart, and it is said: half the log with one brewer and then
 * half with another comes to 0.4. *Assumption*.
 */
export const CONFOUNDED_SHARE = 0.35;
/** Proposals are made for today and this many days to come. */
export const PROPOSAL_DAYS = 14;
/**
 * The most telling brew of the days to come is the soonest that tells at least this share of what the most telling one
 * would: waiting costs days that do not come back. *Assumption*, tuned on simulated bags.
 */
export const INFORMATIVE_ENOUGH = 0.8;

/**
 * A bag is called forgiving when the best and the worst of the settings tried are very likely less than this apart,
 * fussy when more than that, in σ₀, and one of them is this sure to have helped or hurt; with so many settings other
 * than the reference's and cups. *Assumption*.
 */
export const FORGIVING = { within: 1, beyond: 1.5, probability: 0.8, sure: 0.95, settings: 1, cups: 6 } as const;

/** What a window, its firm core and a steady bag must reach in probability. *Assumption*. */
export const WINDOW_PROBABILITY = 0.5;
export const CORE_PROBABILITY = 0.8;
export const STEADY_PROBABILITY = 0.7;
/** "Steady" is only said when the oldest cup is at least this many times as old as the youngest. *Assumption*. */
export const STEADY_MIN_SPREAD = 1.5;
/**
 * The stated probability of the peak interval, and the number of starts tried for the shortest. *Assumption*;
 * *numerical*.
 */
export const INTERVAL_COVERAGE = 0.8;
export const INTERVAL_STEPS = 40;
/**
 * The interval is stated by a prior of the peak wider by this factor, and holds this mass of that posterior:
 * so much that eight in ten bags fall inside where the table is right, and seven in ten where it is wrong about the
 * taster. *Assumption*, tuned on simulated bags (docs/engine-report.md).
 */
export const INTERVAL_PRIOR = { factor: 2.5, mass: 0.7 } as const;
/**
 * The wider prior gives way to the household's own past: so many finished bags of its own take half of the doubt away.
 * *Assumption*; what it does to coverage is in docs/engine-report.md.
 */
export const INTERVAL_PRIOR_HALVED_BY = 4;
/** From this probability on it is said that a bag may have been at its best fresh. *Assumption*. */
export const FRESH_SAID = 0.25;
/**
 * While there are too few cups for a window, days at least this share as likely as the likeliest are named.
 * *Assumption*.
 */
export const NEARLY_AS_LIKELY = 0.85;
/** Fewer usable brews than this, or an interval wider than this ratio of its ends, is "too early". *Assumption*. */
export const MIN_BREWS = 3;
export const MAX_INTERVAL_RATIO = 2.9;
/**
 * A bag whose curve has fallen this far below its best, in σ₀, with more than even probability is spent. *Assumption*.
 */
export const SPENT_DROP = 3;

/** Rest days reported: 0 … `LAST_DAY`; the advised day is looked for in `ADVISED_DAYS`. */
export const LAST_DAY = 90;
export const ADVISED_DAYS = { from: 4, to: 60 } as const;

/** Nodes of each grid, and quadrature draws. *Numerical*: doubling them moves no reported figure by more than 5 %. */
export const GRID = { peak: 48, rise: 5, fall: 5, opening: 4, second: 2, noise: 4, deviation: 18, draws: 512 } as const;
/** The grid of a bag with comparisons, which tell less of every cell and cost more. *Numerical*. */
export const COMPARED_GRID = { ...GRID, rise: 2, fall: 2, opening: 2, second: 1, noise: 2 } as const;
/**
 * The rise, fall and noise grids reach this many sds to either side; with so few nodes that the variance is right.
 * *Numerical*.
 */
export const GRID_REACH = 2.2;
export const COARSE_REACH: Readonly<Record<number, number>> = { 2: 1, 3: Math.sqrt(3) };
/**
 * Seed of the fixed normals that carry the deviation; fixed so that the same input gives the same answer. *Numerical*.
 */
export const DRAW_SEED = 20_260_202;

/** Bins of the histograms that quantiles of the curve are read from. *Numerical*. */
export const HISTOGRAM_BINS = 256;

/**
 * Relative jitter that keeps a smooth, nearly singular covariance positive definite in double precision. *Numerical*.
 */
export const JITTER = 1e-8;

/**
 * For confounding a free effect may be this many times as large as its prior has it, which then no longer helps to
 * tell it apart. *Numerical*.
 */
export const FREE_EFFECT = 10;

/**
 * A past bag's own precision, against the prior's, below which taking the prior out again leaves only rounding.
 * *Numerical*.
 */
export const LEAST_EVIDENCE = 0.02;

/** Cells of the posterior lighter than this move no mean a person could see. *Numerical*. */
export const NEGLIGIBLE_WEIGHT = 1e-8;

/** A brew that takes less than this share off the interval of the peak tells hardly anything. *Assumption*. */
export const LEAST_INFORMATION = 0.02;

/**
 * The drawn curves, ordered by their peak, in this many equal groups stand for "the peak is about here". *Numerical*.
 */
export const PEAK_GROUPS = 8;

/** So many of the drawn curves are kept with a fit, for a plan across bags. *Numerical*. */
export const SKETCH_CURVES = 32;

/** At most this many pairs of settings are weighed as a next brew: those expected to be the best cups. *Assumption*. */
export const MOST_PAIRS = 4;

/** Smallest probability of a peak that still has a logarithm worth keeping. *Numerical*. */
export const FAINTEST_MASS = 1e-13;

/**
 * Cells this much lighter than the heaviest (in logs) count as nothing: all of them together could not be seen.
 * *Numerical*.
 */
export const NEGLIGIBLE_LOG = -22;

/**
 * How often the comparisons of a cell are read anew that begins with what they were in one much like it: so often up to
 * so many comparisons, once from there on. *Numerical*.
 */
export const EP_WARM_START = { steps: 2, upTo: 16 } as const;

/** Raised whenever an answer may change: kept verdicts of an older engine are worked out anew. */
export const ENGINE_VERSION = 17;
