/** A bag with what it cost and how good it was. */
export interface PricedBag {
  id: string;
  /** In the household's money; above 0. */
  pricePer100G: number;
  /** Expected score on its best day at its reference recipe, points of 0–100, and how sure that is. */
  score: number;
  sd: number;
}

/** What a bag gives for its price, against the household's other bags. */
export interface ValueForPrice {
  /** Points above what the other bags lead one to expect at this price; with the interval of probability 0.8. */
  above: { mean: number; lo: number; hi: number };
  /** Its place among all of them by that, 1 the best value. */
  place: number;
  of: number;
}

/** Fewer other bags say nothing of a price. */
const LEAST_OTHERS = 3;
/**
 * Before any bag says otherwise, how much a price e times as high adds, and how far bags of one price lie apart, points
 * (worth so many bags). *Assumption*.
 */
const SLOPE_SD = 4;
const SPREAD = { points: 5, bags: 4 } as const;
/** Of a normal, 0.8 lies within so many standard deviations. */
const Z80 = 1.2816;

/**
 * How much better a bag is than its price lets expect: its score against a line through the household's other bags,
 * score = a + b·ln(price) + spread, with b ~ Normal(0, 4²) and a flat a (Bayesian linear regression: Gelman et al.,
 * *Bayesian Data Analysis*, 3rd ed., ch. 14). The interval holds what is not known of the line, the spread and both
 * scores. Null where the bag is not among those given or there are fewer than three others.
 *
 * @throws RangeError for a price that is not above 0
 */
export function valueAmong(bags: readonly PricedBag[], id: string): ValueForPrice | null {
  for (const { pricePer100G } of bags)
    if (!(pricePer100G > 0)) throw new RangeError(`A price must be above 0, not ${pricePer100G}`);
  const of = bags.length;
  if (of <= LEAST_OTHERS || bags.every((bag) => bag.id !== id)) return null;
  const all = bags.map((bag) => ({ id: bag.id, ...aboveOthers(bag, bags) }));
  const own = all.find((one) => one.id === id);
  if (!own) return null;
  const { mean, sd } = own;
  return {
    above: { mean, lo: mean - Z80 * sd, hi: mean + Z80 * sd },
    place: 1 + all.filter((one) => one.mean > mean).length,
    of,
  };
}

function aboveOthers(bag: PricedBag, bags: readonly PricedBag[]): { mean: number; sd: number } {
  const others = bags.filter((one) => one.id !== bag.id);
  const weights = others.map(({ sd }) => 1 / (SPREAD.points ** 2 + sd ** 2));
  const total = sum(weights);
  const x = others.map(({ pricePer100G }) => Math.log(pricePer100G));
  const meanX = sum(x.map((one, i) => one * weights[i]!)) / total;
  const meanY = sum(others.map(({ score }, i) => score * weights[i]!)) / total;
  const precision = 1 / SLOPE_SD ** 2 + sum(x.map((one, i) => weights[i]! * (one - meanX) ** 2));
  const slope = sum(others.map(({ score }, i) => weights[i]! * (x[i]! - meanX) * (score - meanY))) / precision;
  const misses = others.map(({ score }, i) => (score - meanY - slope * (x[i]! - meanX)) ** 2);
  const spread = (SPREAD.bags * SPREAD.points ** 2 + sum(misses)) / (SPREAD.bags + others.length);
  const away = Math.log(bag.pricePer100G) - meanX;
  return {
    mean: bag.score - meanY - slope * away,
    sd: Math.sqrt(spread + 1 / total + away ** 2 / precision + bag.sd ** 2),
  };
}

const sum = (values: readonly number[]): number => values.reduce((total, value) => total + value, 0);
