import { describe, expect, it } from 'vitest';
import { fitCrest } from '../fit';
import {
  ANY_SITUATION,
  bestCupDay,
  mostInformativeDay,
  proposals,
  isInformative,
  type Situation,
} from '../report/next';
import { compact } from '../model/compact';
import { informationText, recipeText, stateOnDay } from '../../text';
import { bagOf, brewOf, ridgeScore } from './samples';
import { METRIC } from '../../text/units';

const days = [8, 12, 16, 20, 24, 28];
const scores = [78, 80, 82, 86, 87, 85];
const withBrewers = (brewerOf: (i: number) => string) =>
  fitCrest(bagOf(days.map((day, i) => brewOf(day, scores[i]!, { brewer: brewerOf(i) }))));
const constant = withBrewers(() => 'cone');
const inBlocks = withBrewers((i) => (i < 3 ? 'cone' : 'press'));
const alternating = withBrewers((i) => (i % 2 ? 'cone' : 'press'));

describe('confounding', () => {
  it('is there when the brewer changed along with the days, and hardly when it alternated', () => {
    expect(constant.confounded).toEqual([]);
    expect(inBlocks.confounded[0]).toMatchObject({ factor: 'brewer', latest: 'press', sinceAge: 20 });
    expect(inBlocks.confounded[0]!.share).toBeGreaterThan(0.35);
    expect(alternating.confounded[0]!.share).toBeLessThan(0.15);
  });

  it('takes certainty away from the same scores, and the verdict says why and which brew would help', () => {
    const width = (fit: typeof constant): number => Math.log(fit.peak.hi / fit.peak.lo);
    const firm = (fit: typeof constant): number => (fit.core ? fit.core.to - fit.core.from + 1 : 0);
    expect(width(inBlocks)).toBeGreaterThan(1.15 * width(constant));
    expect(firm(inBlocks)).toBeLessThan(firm(constant));
    expect(inBlocks.window).not.toEqual(constant.window);
    const said = stateOnDay(compact(inBlocks), 24, false, METRIC).verdict;
    expect(said).toContain(
      'since day 20 only the press was used, and one cone brew in the next few days would tell the two apart',
    );
    expect(stateOnDay(compact(constant), 24, false, METRIC).verdict).not.toContain('tell the two apart');
    expect(stateOnDay(compact(inBlocks), 24, true, METRIC).verdict).not.toContain('would tell');
  });
});

describe('outliers', () => {
  const log = Array.from({ length: 12 }, (_, i) => brewOf(5 + 3 * i, ridgeScore(5 + 3 * i, 20)));

  it('are brews that the others did not foretell, and no others', () => {
    expect(fitCrest(bagOf(log)).outliers).toEqual([]);
    const spoiled = log.map((brew, i) => (i === 6 ? { ...brew, overall: brew.overall! - 18 } : brew));
    const { outliers } = fitCrest(bagOf(spoiled));
    expect(outliers).toHaveLength(1);
    expect(outliers[0]).toMatchObject({ id: log[6]!.id });
    expect(outliers[0]!.missedBy).toBeLessThan(-10);
    expect(outliers[0]!.sds).toBeLessThan(-2.5);
  });

  it('foretell nearly what leaving the brew out and asking anew would', () => {
    const spoiled = log.map((brew, i) => (i === 6 ? { ...brew, overall: brew.overall! - 18 } : brew));
    const without = fitCrest(bagOf(spoiled.filter((_, i) => i !== 6)));
    const { missedBy } = fitCrest(bagOf(spoiled)).outliers[0]!;
    expect(Math.abs(spoiled[6]!.overall! - without.curve[23]!.mean - missedBy)).toBeLessThan(3);
  });

  it('are never called so on the word of a few drawn curves', () => {
    const days = [5, 9, 13, 17, 21, 26, 32, 40];
    const cups = days.map((day, i) => {
      const error = i % 2 ? 1.5 : -1.5;
      return brewOf(day, ridgeScore(day, 20) + error - (i === 7 ? 11 : 0));
    });
    const last = cups[7]!;
    // Left out and asked for anew, the last cup is 2.3 standard deviations off: within what happens.
    const without = fitCrest(bagOf(cups.slice(0, 7)));
    const { mean, hi, lo } = without.curve[40]!;
    const noise = without.bagLikelihood.noise;
    const sd = Math.hypot((hi - lo) / 2.563, 3.5 * Math.exp(noise.mean + noise.sd ** 2));
    expect((last.overall! - mean) / sd).toBeGreaterThan(-2.5);
    expect(fitCrest(bagOf(cups)).outliers).toEqual([]);
  });
});

describe('the next brew', () => {
  it('for the cup is the better brewer; for knowledge the one that untangles', () => {
    const [today] = proposals(inBlocks, [26], ANY_SITUATION);
    expect(today!.bestCup.changes).toEqual([{ factor: 'brewer', setting: 'press' }]);
    expect(today!.bestCup.expected).toBeGreaterThan(inBlocks.curve[26]!.mean);
    expect(today!.mostInformative.changes).toEqual([]);
    expect(today!.mostInformative.expectedInformation).toBeGreaterThan(1.5 * today!.bestCup.expectedInformation);
  });

  it('tells no less than nothing, and less the more is known', () => {
    for (const fit of [constant, inBlocks, alternating])
      for (const { expectedInformation } of fit.options)
        for (const nats of expectedInformation) expect(nats).toBeGreaterThanOrEqual(0);
    const most = (fit: typeof constant): number => Math.max(...fit.options[0]!.expectedInformation);
    // Marks as noisy as σ₀ says: of a taster found to be steadier a cup would tell more.
    const known = fitCrest(
      bagOf(Array.from({ length: 40 }, (_, i) => brewOf(3 + i, ridgeScore(3 + i, 20) + (i % 2 ? 3.5 : -3.5)))),
    );
    expect(most(known)).toBeLessThan(most(constant) / 2);
  });

  it('tells less of a taster whose marks are known to be noisy', () => {
    const told = (noise: number): number => {
      const prior = { peak: { days: 21, logSd: 0.38 }, noise: { mean: Math.log(noise), sd: 0.1 }, baselineMean: 82 };
      const fit = fitCrest(bagOf([brewOf(6, 78), brewOf(16, 86)], { prior }));
      return Math.max(...fit.options[0]!.expectedInformation);
    };
    expect(told(2.5)).toBeLessThan(0.6 * told(1));
    expect(told(1)).toBeLessThan(told(0.5));
  });

  it('really narrows the peak down, as much on average as it said', () => {
    // Try the most telling day's outcome at the 10 %, 50 % and 90 % quantile of what is expected.
    const [first] = proposals(constant, [40], ANY_SITUATION);
    const { lo, median, hi } = constant.curve[40]!;
    const entropy = (fit: typeof constant): number =>
      -fit.peakProbability.reduce((sum, p) => sum + (p > 0 ? p * Math.log(p) : 0), 0);
    const after = [lo, median, hi].map((y) =>
      entropy(fitCrest(bagOf([...days.map((day, i) => brewOf(day, scores[i]!)), brewOf(40, y)]))),
    );
    const fall = entropy(constant) - (0.3 * after[0]! + 0.4 * after[1]! + 0.3 * after[2]!);
    expect(first!.mostInformative.expectedInformation).toBeGreaterThan(0.3 * fall);
    expect(first!.mostInformative.expectedInformation).toBeLessThan(3 * fall);
  });

  it('is chosen over the days to come, and said in words', () => {
    const week = proposals(inBlocks, [20, 25, 30, 40], ANY_SITUATION);
    expect(week.map(({ inDays }) => inDays)).toEqual([0, 1, 2, 3]);
    const most = Math.max(...week.map((day) => day.mostInformative.expectedInformation));
    const chosen = mostInformativeDay(week)!;
    expect(chosen.mostInformative.expectedInformation).toBeGreaterThanOrEqual(0.8 * most);
    for (const sooner of week.slice(0, chosen.inDays))
      expect(sooner.mostInformative.expectedInformation).toBeLessThan(0.8 * most);
    expect(bestCupDay(week)!.bestCup.expected).toBe(Math.max(...week.map((day) => day.bestCup.expected)));
    expect([bestCupDay([]), mostInformativeDay([])]).toEqual([null, null]);
    expect([0.001, 0.04, 0.11, 0.3].map(informationText)).toEqual([
      'would tell hardly anything new',
      'would tell a little',
      'would narrow down its best days by about 10 %',
      'would narrow down its best days by about 25 %',
    ]);
  });
});

describe('proposals for a household', () => {
  // Alternating brewers and temperatures; the last brew was the press at 90 °C.
  const two = fitCrest(
    bagOf(
      days.map((day, i) =>
        brewOf(day, scores[i]! + (i % 2 ? 3 : 0), { brewer: i % 2 ? 'press' : 'cone', waterC: i > 3 ? 90 : 92 }),
      ),
    ),
  );
  const ways = (situation: Situation): string[] => {
    const named = proposals(
      two,
      Array.from({ length: 40 }, (_, i) => 10 + i),
      situation,
    ).flatMap(({ bestCup, mostInformative }) => [bestCup, mostInformative]);
    return [
      ...new Set(
        named.map(({ changes }) =>
          changes
            .map(({ setting }) => setting)
            .sort()
            .join(' + '),
        ),
      ),
    ];
  };

  it('offer pairs of settings, and the latest recipe again', () => {
    expect(two.latest.map(({ setting }) => setting).sort()).toEqual(['90 °C', 'press']);
    expect(two.options.map(({ changes }) => changes.length).sort()).toEqual([0, 1, 1, 2]);
    const pair = two.options.find(({ changes }) => changes.length === 2)!;
    const effect = (setting: string): number => two.effects.find((e) => e.setting === setting)!.mean;
    expect(pair.expected[20]! - two.curve[20]!.mean).toBeCloseTo(effect('press') + effect('90 °C'), 9);
  });

  it('change at most one setting from the latest brew when that is wished', () => {
    for (const way of ways({ ...ANY_SITUATION, oneChange: true }))
      expect(['press', '90 °C', '90 °C + press']).toContain(way);
    const alike = fitCrest(
      bagOf(days.map((day, i) => brewOf(day, scores[i]!, { brewer: i < 5 && i % 2 ? 'press' : 'cone' }))),
    );
    expect(alike.latest).toEqual([]);
    expect(
      proposals(alike, [24], { ...ANY_SITUATION, oneChange: true })[0]!.bestCup.changes.length,
    ).toBeLessThanOrEqual(1);
  });

  it('stay with the brewers at hand, and fall back to the reference where nothing near is', () => {
    for (const way of ways({ ...ANY_SITUATION, brewers: ['cone'] })) expect(way).not.toContain('press');
    expect(ways({ cupsLeft: 5, brewers: [], oneChange: true }).every((way) => way === '90 °C' || way === '')).toBe(
      true,
    );
  });

  it('end with the beans', () => {
    expect(proposals(two, [20, 21], { ...ANY_SITUATION, cupsLeft: 0 })).toEqual([]);
    expect(proposals(two, [20, 21], { ...ANY_SITUATION, cupsLeft: 1 })).toHaveLength(2);
  });

  it('are written as a recipe', () => {
    expect(recipeText([], METRIC)).toBe('the reference recipe');
    expect(
      [METRIC, { ...METRIC, temperature: '°F' as const }].map((units) =>
        recipeText(
          [
            { factor: 'brewer', setting: 'press' },
            { factor: 'waterC', setting: '90 °C' },
          ],
          units,
        ),
      ),
    ).toEqual([
      'the reference recipe with the press and water at 90 °C',
      'the reference recipe with the press and water at 194 °F',
    ]);
    expect([isInformative(0.001), isInformative(0.1)]).toEqual([false, true]);
  });
});
