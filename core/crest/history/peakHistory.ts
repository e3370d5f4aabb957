import { HISTORY, SHAPE_SHARES } from '../model/constants';
import { gridOf } from '../model/grid';
import { dot } from '../../numeric/linalg';
import { entryWeights, peakWeightsOf, tablePeakDays, type BagOfKind } from '../model/prior';
import type { PeakPrior } from '../model/types';

/** Shifts of ln peak days against the table on which a history is worked out, equally spaced. */
const SHIFTS = Float64Array.from(
  { length: HISTORY.peak.shiftNodes },
  (_, i) => HISTORY.peak.reach * ((2 * i) / (HISTORY.peak.shiftNodes - 1) - 1),
);

/** A function of the shift, by its values at `SHIFTS`. */
type ByShift = Float64Array;

/** A finished bag as far as it tells when bags peak. */
export interface PeakedBag extends BagOfKind {
  bagLikelihood: { peak: readonly number[] };
  /** 1 for a bag of the household's own. */
  weight: number;
}

/** The bags of one roaster and kind: ln likelihood were they to peak later by a shift; and with their kind's own shift out. */
interface OfKind {
  evidence: ByShift;
  overKind: ByShift;
}

/** The bags of one roaster; those of nobody known have the key ''. */
interface OfRoaster {
  kinds: ReadonlyMap<string, OfKind>;
  /** The sum of all kinds, each with its own shift out. */
  overKinds: ByShift;
  /** ln likelihood of all of them by the taster's shift, the roaster's and the kinds' own out; null for nobody known. */
  overAll: ByShift | null;
}

/** How far single bags lie apart, and which share of that variance a roaster's bags have in common. */
interface Spread {
  sd: number;
  share: number;
  logWeight: number;
}

/** When finished bags peaked: for each spread, by roaster and kind. */
export type PeakHistory = readonly OfSpread[];

const SPREADS: readonly Spread[] = HISTORY.peak.spreads.flatMap(({ sd, logWeight }) =>
  HISTORY.peak.roasterShares.map((roasters) => ({
    sd,
    share: roasters.share,
    logWeight: logWeight + roasters.logWeight,
  })),
);

/** Names a roaster whichever way it is typed; '' for nobody known. */
export const roasterKey = (roaster: string | null | undefined): string => (roaster ?? '').trim().toLocaleLowerCase();
const kindKey = (bag: BagOfKind): string => `${bag.roastLevel ?? '?'} ${bag.process ?? '?'}`;

/** ln likelihoods as likelihoods, the likeliest 1: however small all of them are, one is left. */
export function likelihoodsOf(logs: readonly number[]): Float64Array {
  const most = logs.reduce((max, log) => Math.max(max, log), -Infinity);
  return Float64Array.from(logs, (log) => Math.exp(log - most));
}

/** The sd of a roaster's shift, and of a bag's within a roaster. */
const roasterSd = ({ sd, share }: Spread): number => sd * Math.sqrt(share);
const withinSd = ({ sd, share }: Spread): number => sd * Math.sqrt(1 - share);
/** Where roasters have nothing in common a bag is nobody's. */
const roasterIn = ({ share }: Spread, { roaster }: BagOfKind): string => (share === 0 ? '' : roasterKey(roaster));

/** Reads finished bags once; then answers what the first so many of them say. */
export function peakHistories(past: readonly PeakedBag[]): (count: number) => PeakHistory {
  // Where no roaster is known, what they have in common makes no difference.
  const isNamed = past.some(({ roaster }) => roasterKey(roaster) !== '');
  const spreads = SPREADS.filter(({ share }) => isNamed || share === 0);
  const evidence = spreads.map((spread) => shiftEvidence(past, spread));
  return (count) =>
    spreads.map((spread, s) => new OfSpread(spread, byRoaster(past.slice(0, count), evidence[s]!, spread)));
}

/** Of each bag the ln likelihood, were its roaster's bags of its kind to peak later by each of `SHIFTS`. */
function shiftEvidence(past: readonly PeakedBag[], spread: Spread): ByShift[] {
  const likelihoods = past.map((bag) => likelihoodsOf(bag.bagLikelihood.peak));
  const evidence = past.map(() => new Float64Array(SHIFTS.length));
  const spreads = past.map((bag) => (roasterIn(spread, bag) === '' ? spread.sd : withinSd(spread)));
  const expectations = past.map((bag, b) => `${tablePeakDays(bag)} ${spreads[b]!}`);
  for (const expectation of new Set(expectations)) {
    const first = expectations.indexOf(expectation);
    const [days, logSd] = [tablePeakDays(past[first]!), spreads[first]!];
    SHIFTS.forEach((shift, i) => {
      const crests = peakWeightsOf(gridOf(1).logPeaks, { days: days * Math.exp(shift), logSd }, null);
      const weights = entryWeights(crests, SHAPE_SHARES);
      expectations.forEach((own, b) => {
        if (own !== expectation) return;
        evidence[b]![i] = past[b]!.weight * Math.log(dot(weights, 0, likelihoods[b]!, 0, weights.length));
      });
    });
  }
  return evidence;
}

function byRoaster(past: readonly PeakedBag[], evidence: readonly ByShift[], spread: Spread): Map<string, OfRoaster> {
  const sums = new Map<string, Map<string, ByShift>>();
  past.forEach((bag, b) => {
    const roaster = roasterIn(spread, bag);
    const kinds = sums.get(roaster) ?? new Map<string, ByShift>();
    sums.set(roaster, kinds);
    const sum = kinds.get(kindKey(bag)) ?? new Float64Array(SHIFTS.length);
    kinds.set(kindKey(bag), sum);
    for (let i = 0; i < SHIFTS.length; i++) sum[i]! += evidence[b]![i]!;
  });
  return new Map(
    [...sums].map(([roaster, byKind]) => {
      const kinds = new Map(
        [...byKind].map(([kind, sum]) => [kind, { evidence: sum, overKind: integrated(sum, HISTORY.peak.kindSd) }]),
      );
      const overKinds = summed([...kinds.values()].map((one) => one.overKind));
      const overAll = roaster === '' ? null : integrated(overKinds, roasterSd(spread));
      return [roaster, { kinds, overKinds, overAll }];
    }),
  );
}

function summed(functions: readonly ByShift[]): ByShift {
  return SHIFTS.map((_, i) => functions.reduce((sum, one) => sum + one[i]!, 0));
}

/** ln ∫ exp f(s + e) N(e; 0, sd²) de at every shift s. */
function integrated(f: ByShift, sd: number): ByShift {
  const nodes = normalNodes(sd, HISTORY.peak.kindNodes);
  const sum = new LogSum();
  return SHIFTS.map((shift) => {
    sum.clear();
    for (const { at, logWeight } of nodes) sum.add(logWeight + atShift(f, shift + at));
    return sum.log;
  });
}

/** ln Σ exp, kept so that nothing overflows. */
class LogSum {
  #most = -Infinity;
  #total = 0;

  clear(): void {
    this.#most = -Infinity;
    this.#total = 0;
  }

  add(log: number): void {
    if (log > this.#most) {
      this.#total *= Math.exp(this.#most - log);
      this.#most = log;
    }
    this.#total += Math.exp(log - this.#most);
  }

  get log(): number {
    return this.#most + Math.log(this.#total);
  }
}

/** A shift and the log of its weight. */
interface Node {
  at: number;
  logWeight: number;
}

/** Nodes of a centred normal over ± `reachSds` sds; the weights sum to 1. */
function normalNodes(sd: number, count: number): Node[] {
  const zs = Array.from({ length: count }, (_, i) => HISTORY.peak.reachSds * ((2 * i) / (count - 1) - 1));
  const total = zs.reduce((sum, z) => sum + Math.exp(-0.5 * z * z), 0);
  return zs.map((z) => ({ at: sd * z, logWeight: -0.5 * z * z - Math.log(total) }));
}

/** The shifts of a taster, of a kind, and of a roaster that is not known to have one. */
const TASTERS = normalNodes(HISTORY.peak.tasterSd, HISTORY.peak.tasterNodes);
const KINDS = normalNodes(HISTORY.peak.kindSd, HISTORY.peak.kindNodes);
const NO_SHIFT: readonly Node[] = [{ at: 0, logWeight: 0 }];

/** A function of the shift read between its nodes, in a straight line. */
function atShift(logs: ByShift, shift: number): number {
  const place = Math.min(Math.max((shift - SHIFTS[0]!) / (SHIFTS[1]! - SHIFTS[0]!), 0), SHIFTS.length - 1.000001);
  const left = Math.floor(place);
  return logs[left]! + (place - left) * (logs[left + 1]! - logs[left]!);
}

/** Sums of weights, and of weights times a value and its square; kept so that no exponential overflows. */
class Weighed {
  #most = -Infinity;
  #total = 0;
  #mean = 0;
  #square = 0;

  add(log: number, mean: number, square: number): void {
    if (log > this.#most) {
      const shrink = Math.exp(this.#most - log);
      this.#total *= shrink;
      this.#mean *= shrink;
      this.#square *= shrink;
      this.#most = log;
    }
    const weight = Math.exp(log - this.#most);
    this.#total += weight;
    this.#mean += weight * mean;
    this.#square += weight * square;
  }

  get mean(): number {
    return this.#mean / this.#total;
  }

  get square(): number {
    return this.#square / this.#total;
  }
}

/**
 * The prior of a new bag's peak, learnt from finished bags: where the taster's coffees peak against the table.
 *
 *     shift of a bag ~ Normal(taster's mean + mean of its kind + mean of its roaster, (1 − ρ)·τ²)
 *     means ~ Normal(0, tasterSd²), Normal(0, kindSd²), Normal(0, ρ·τ²)
 *
 * with the means, τ and ρ on grids, each bag entering by the whole likelihood of its peak, not by moments of it. A bag of nobody known has its roaster's share of τ² in its own. The bag's own kind and roaster are
 * worked out together with the taster's mean; what other roasters' bags of other kinds say of those kinds is each
 * roaster's by itself. Without evidence the table stands.
 */
export function peakPriorFrom(history: PeakHistory, bag: BagOfKind): Pick<PeakPrior, 'days' | 'logSd'> {
  const sums = new Weighed();
  for (const one of history) one.weigh(bag, sums);
  const { mean, square } = sums;
  return { days: tablePeakDays(bag) * Math.exp(mean), logSd: Math.sqrt(square - mean ** 2) };
}

/** What the bags of all roasters say where some are of a kind, by the taster's shift. */
interface OfOneKind {
  /** Of those roasters that have none of it. */
  apart: ByShift;
  /** Of those that have, for each of `KINDS`. */
  sharing: ByShift[];
}

/** A past under one spread. */
class OfSpread {
  /** Of a roaster's shift. */
  readonly #nodes: readonly Node[];
  /** Worked out once for every kind that is asked for, by roasters together and each by itself. */
  readonly #byKind = new Map<string, OfOneKind>();
  readonly #byKindAndRoaster = new Map<OfRoaster, Map<string, ByShift[]>>();

  constructor(
    private readonly spread: Spread,
    private readonly roasters: ReadonlyMap<string, OfRoaster>,
  ) {
    this.#nodes = normalNodes(roasterSd(spread), HISTORY.peak.roasterNodes);
  }

  /** Adds the shift of a bag, as this spread has it, by how well it explains the past. */
  weigh(bag: BagOfKind, sums: Weighed): void {
    const { sd, logWeight } = this.spread;
    const kind = kindKey(bag);
    const roaster = roasterIn(this.spread, bag);
    const own = roaster === '' ? undefined : this.roasters.get(roaster);
    const variance = (own ? withinSd(this.spread) : sd) ** 2;
    const { apart, sharing } = this.#withoutOwn(kind, own);
    for (const taster of TASTERS)
      KINDS.forEach((ofKind, k) => {
        const known =
          logWeight + taster.logWeight + ofKind.logWeight + atShift(apart, taster.at) + atShift(sharing[k]!, taster.at);
        for (const ofRoaster of own ? this.#nodes : NO_SHIFT) {
          const shift = taster.at + ofKind.at + ofRoaster.at;
          const log = own ? ofRoaster.logWeight + saidBy(own, kind, shift, taster.at + ofRoaster.at) : 0;
          sums.add(known + log, shift, shift ** 2 + variance);
        }
      });
  }

  #withoutOwn(kind: string, own: OfRoaster | undefined): OfOneKind {
    const all = this.#ofKind(kind);
    if (!own) return all;
    if (!own.kinds.has(kind)) return { ...all, apart: less(all.apart, overAllOf(own)) };
    const ofOwn = this.#sharing(own, kind);
    return { ...all, sharing: all.sharing.map((one, k) => less(one, ofOwn[k]!)) };
  }

  #ofKind(kind: string): OfOneKind {
    const known = this.#byKind.get(kind);
    if (known) return known;
    const all = [...this.roasters.values()];
    const having = all.filter(({ kinds }) => kinds.has(kind)).map((one) => this.#sharing(one, kind));
    const found = {
      apart: summed(all.filter(({ kinds }) => !kinds.has(kind)).map(overAllOf)),
      sharing: KINDS.map((_, k) => summed(having.map((one) => one[k]!))),
    };
    this.#byKind.set(kind, found);
    return found;
  }

  /** What one roaster's bags say for each of `KINDS`, by the taster's shift, its own out. */
  #sharing(one: OfRoaster, kind: string): ByShift[] {
    const kept = this.#byKindAndRoaster.get(one) ?? new Map<string, ByShift[]>();
    this.#byKindAndRoaster.set(one, kept);
    const known = kept.get(kind);
    if (known) return known;
    const nodes = one.overAll ? this.#nodes : NO_SHIFT;
    const sum = new LogSum();
    const found = KINDS.map((ofKind) =>
      SHIFTS.map((taster) => {
        sum.clear();
        for (const { at, logWeight } of nodes)
          sum.add(logWeight + saidBy(one, kind, taster + ofKind.at + at, taster + at));
        return sum.log;
      }),
    );
    kept.set(kind, found);
    return found;
  }
}

const less = (one: ByShift, other: ByShift): ByShift => one.map((value, i) => value - other[i]!);

/** What a roaster's bags say: those of a kind by their whole shift, the others by the shift of taster and roaster. */
function saidBy({ kinds, overKinds }: OfRoaster, kind: string, whole: number, withoutKind: number): number {
  const ofKind = kinds.get(kind);
  const others = atShift(overKinds, withoutKind);
  return ofKind ? others - atShift(ofKind.overKind, withoutKind) + atShift(ofKind.evidence, whole) : others;
}

const overAllOf = ({ overAll, overKinds }: OfRoaster): ByShift => overAll ?? overKinds;
