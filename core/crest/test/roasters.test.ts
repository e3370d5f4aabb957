import { describe, expect, it } from 'vitest';
import { ADVICE, ADVICE_LOG_SD, HISTORY, PEAK_LOG_SD, SHAPE_SHARES, SHAPES } from '../model/constants';
import { fitCrest } from '../fit';
import { FIRST_CREST, gridOf } from '../model/grid';
import { historyOf, priorFor, type PastBag } from '../history/history';
import { entryWeights, peakWeightsOf, tablePeakDays } from '../model/prior';
import { priorMoved } from '../history/priorMoved';
import type { TasterPrior } from '../model/types';
import { bagOf, brewOf, ridgeScore } from './samples';

const LIGHT = { roastLevel: 'light', process: 'washed', style: 'filter' } as const;
const DARK = { roastLevel: 'dark', process: 'natural', style: 'filter' } as const;
const { logPeaks } = gridOf(1);

/** A finished bag whose cups put its peak at `later` times the table's, give or take `sd` in ln days. */
function past(kind: typeof LIGHT | typeof DARK, roaster: string, later: number, sd = 0.12): PastBag {
  const middle = Math.log(later * tablePeakDays(kind));
  return {
    ...kind,
    roaster,
    bagLikelihood: {
      peak: Array.from(logPeaks, (x, p) => (p < FIRST_CREST ? -30 : -0.5 * ((x - middle) / sd) ** 2)),
      shapes: SHAPES.map(() => 0),
    },
  };
}

const laterBy = (bags: readonly PastBag[], kind: typeof LIGHT | typeof DARK, roaster: string): number =>
  priorFor(historyOf(bags, []), { ...kind, roaster }).peak.days / tablePeakDays(kind);

describe('what a roaster’s bags teach', () => {
  it('agrees with two roasters and two kinds worked out the slow way', () => {
    const bags = [past(LIGHT, 'Hallstead', 1.5), past(DARK, 'Hallstead', 1.7), past(LIGHT, 'Ferncote', 0.9)];
    const { tasterSd, kindSd, roasterShares, spreads } = HISTORY.peak;
    const nodes = (sd: number, count: number): { at: number; w: number }[] => {
      const zs = Array.from({ length: count }, (_, i) => (count === 1 ? 0 : 3 * ((2 * i) / (count - 1) - 1)));
      const total = zs.reduce((sum, z) => sum + Math.exp(-0.5 * z * z), 0);
      return zs.map((z) => ({ at: sd * z, w: Math.exp(-0.5 * z * z) / total }));
    };
    let [total, sum, square] = [0, 0, 0];
    for (const { sd, logWeight } of spreads)
      for (const { share, logWeight: ofShare } of roasterShares) {
        const within = sd * Math.sqrt(1 - share);
        const fine = Array.from({ length: 301 }, (_, i) => -3 + i / 50);
        const tables = bags.map((bag) => {
          const days = tablePeakDays(bag);
          return fine.map((shift) => {
            const crests = peakWeightsOf(logPeaks, { days: days * Math.exp(shift), logSd: within }, null);
            const weights = entryWeights(crests, SHAPE_SHARES);
            return weights.reduce((all, weight, p) => all + weight * Math.exp(bag.bagLikelihood.peak[p]!), 0);
          });
        });
        const likelihood = (bag: number, shift: number): number => {
          const place = Math.min(Math.max((shift + 3) * 50, 0), 299.999);
          const left = Math.floor(place);
          return tables[bag]![left]! + (place - left) * (tables[bag]![left + 1]! - tables[bag]![left]!);
        };
        const roaster = nodes(sd * Math.sqrt(share), share === 0 ? 1 : 25);
        for (const taster of nodes(tasterSd, 31))
          for (const light of nodes(kindSd, 11)) {
            const ferncote = roaster.reduce((all, r) => all + r.w * likelihood(2, taster.at + light.at + r.at), 0);
            for (const r of roaster) {
              const dark = nodes(kindSd, 11).reduce((all, k) => all + k.w * likelihood(1, taster.at + k.at + r.at), 0);
              const shift = taster.at + light.at + r.at;
              const weight =
                Math.exp(logWeight + ofShare) * taster.w * light.w * r.w * ferncote * dark * likelihood(0, shift);
              total += weight;
              sum += weight * shift;
              square += weight * (shift ** 2 + within ** 2);
            }
          }
      }
    const { days, logSd } = priorFor(historyOf(bags, []), { ...LIGHT, roaster: 'Hallstead' }).peak;
    expect(Math.log(days / 21)).toBeCloseTo(sum / total, 2);
    expect(logSd).toBeCloseTo(Math.sqrt(square / total - (sum / total) ** 2), 2);
  });

  it('moves its next bags, of any kind, and those of others less', () => {
    const late = Array.from({ length: 5 }, () => past(LIGHT, 'Hallstead', 1.9));
    const usual = Array.from({ length: 5 }, () => past(LIGHT, 'Ferncote', 1));
    const bags = [...late, ...usual];
    expect(laterBy(bags, LIGHT, 'Hallstead')).toBeGreaterThan(1.6);
    expect(laterBy(bags, DARK, ' hallstead ')).toBeGreaterThan(1.5);
    expect(laterBy(bags, LIGHT, 'Ferncote')).toBeLessThan(1.15);
    const stranger = laterBy(bags, LIGHT, 'Nethergill');
    expect(stranger).toBeGreaterThan(1.1);
    expect(stranger).toBeLessThan(1.45);
    expect(laterBy(bags, LIGHT, '')).toBeCloseTo(stranger, 9);
  });

  it('leaves what is known where nobody is named as it was, and a first bag of a roaster nearly so', () => {
    const nobody = Array.from({ length: 4 }, () => past(LIGHT, '', 1.4));
    const each = nobody.map((bag, i) => ({ ...bag, roaster: `Roaster ${i}` }));
    expect(laterBy(each, LIGHT, '')).toBeCloseTo(laterBy(nobody, LIGHT, ''), 1);
  });
});

describe('a roaster’s rest advice', () => {
  const advised = (later: number, days: number): PastBag => ({
    ...past(LIGHT, 'Hallstead', later),
    restAdviceDays: days,
  });
  const adviceAfter = (bags: readonly PastBag[]) =>
    priorFor(historyOf(bags, []), { ...LIGHT, roaster: 'Hallstead' }).advice;

  it('is held against its bags: what was always too early is read as later', () => {
    expect(ADVICE_LOG_SD).toBeCloseTo(0.3, 9);
    const bias = adviceAfter(Array.from({ length: 6 }, () => advised(1.4, 14)));
    expect(bias?.mean).toBeLessThan(-0.45);
    expect(bias?.sd).toBeLessThan(0.25);
    expect(bias?.sd).toBeGreaterThan(ADVICE.ownSd);
    expect(adviceAfter([past(LIGHT, 'Hallstead', 1.4), { ...advised(1.4, 14), roaster: '' }])).toBeUndefined();
  });

  it('moves what is expected of the next bag accordingly', () => {
    const expected = (prior: TasterPrior | undefined): number =>
      fitCrest(bagOf([], { restAdviceDays: 14, ...(prior && { prior }) })).peak.day;
    const table: TasterPrior = {
      peak: { days: 21, logSd: PEAK_LOG_SD },
      noise: { mean: 0, sd: 0.35 },
      baselineMean: 80,
    };
    expect(expected(table)).toBeCloseTo(expected(undefined), 9);
    const late = expected({ ...table, advice: { mean: -0.5, sd: 0.2 } });
    expect(late).toBeGreaterThan(1.3 * expected(table));
  });

  it('counts as moved', () => {
    const table: TasterPrior = {
      peak: { days: 21, logSd: PEAK_LOG_SD },
      noise: { mean: 0, sd: 0.35 },
      baselineMean: 80,
    };
    expect(priorMoved(table, { ...table, advice: { mean: -0.5, sd: 0.2 } }, LIGHT)).toBe(true);
    expect(priorMoved(table, { ...table, advice: { mean: 0.01, sd: 0.3 } }, LIGHT)).toBe(false);
    expect(priorMoved(table, { ...table, peak: { ...table.peak, worth: 10 } }, LIGHT)).toBe(true);
    expect(
      priorMoved(
        { ...table, peak: { ...table.peak, worth: 30 } },
        { ...table, peak: { ...table.peak, worth: 31 } },
        LIGHT,
      ),
    ).toBe(false);
  });
});

describe('the interval of the peak', () => {
  const brews = [7, 12, 17, 23, 30].map((age) => brewOf(age, ridgeScore(age, 20)));
  const peakWith = (worth: number) =>
    fitCrest(
      bagOf(brews, {
        prior: { peak: { days: 21, logSd: 0.3, worth }, noise: { mean: 0, sd: 0.35 }, baselineMean: 80 },
      }),
    ).peak;

  it('is narrowed by the household’s own past, and the day is not moved by it', () => {
    const widths = [0, 4, 20, 200].map(peakWith).map(({ lo, hi }) => Math.log(hi / lo));
    expect([...widths].sort((a, b) => b - a)).toEqual(widths);
    expect(widths[3]).toBeLessThan(0.97 * widths[0]!);
    expect(peakWith(20).day).toBe(peakWith(0).day);
  });

  it('holds the stated mass of the posterior itself where the past is long', () => {
    const { lo, hi } = peakWith(1e9);
    const { peakProbability } = fitCrest(
      bagOf(brews, { prior: { peak: { days: 21, logSd: 0.3 }, noise: { mean: 0, sd: 0.35 }, baselineMean: 80 } }),
    );
    const after = 1 - peakProbability[0]!;
    const inside = peakProbability.reduce((sum, mass, day) => {
      const overlap = Math.min(day + 0.5, hi) - Math.max(day - 0.5, lo);
      return day === 0 || overlap <= 0 ? sum : sum + mass * overlap;
    }, 0);
    expect(inside / after).toBeGreaterThan(0.77);
    expect(inside / after).toBeLessThan(0.86);
  });
});

describe('a roast that looks other than it is claimed', () => {
  it('moves the expectation half way, and is the roast where none is claimed', () => {
    const days = (roastLevel: 'light' | null, perceivedRoast: 'dark' | null): number =>
      tablePeakDays({ ...LIGHT, roastLevel, perceivedRoast });
    expect(days('light', 'dark')).toBeCloseTo(Math.sqrt(21 * 8), 9);
    expect(days(null, 'dark')).toBeCloseTo(8, 9);
    expect(days('light', null)).toBeCloseTo(21, 9);
    const expected = (perceivedRoast: 'dark' | null): number => fitCrest(bagOf([], { perceivedRoast })).peak.day;
    expect(expected('dark')).toBeLessThan(0.75 * expected(null));
  });
});
