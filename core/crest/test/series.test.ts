import { describe, expect, it } from 'vitest';
import { fitCrest } from '../fit';
import { normalTable } from '../inference/draws';
import { pooledRepeats } from '../history/repeats';
import { compact } from '../model/compact';
import { PEAK_FACTOR_BY_STYLE } from '../model/constants';
import { stateOnDay } from '../../text';
import { bagOf, brewOf, REFERENCE, ridgeScore } from './samples';
import { METRIC } from '../../text/units';

const ESPRESSO = { style: 'espresso', brewer: 'espresso machine', doseG: 18, waterG: 40, waterC: 93 } as const;
const lateFilters = [8, 14, 20, 27, 34, 45].map((age) => brewOf(age, ridgeScore(age, 32)));

describe('a series without a cup of its own', () => {
  it('expects its peak where the same bag peaked in another drink, moved by the table', () => {
    const filter = fitCrest(bagOf(lateFilters));
    const shot = { reference: { ...REFERENCE, ...ESPRESSO } };
    const siblingStyle = fitCrest(bagOf(lateFilters, shot));
    const alone = fitCrest(bagOf([], shot));
    expect(siblingStyle.usable).toBe(0);
    expect(siblingStyle.siblingStyle).toBe('filter');
    expect(siblingStyle.peak.day).toBeGreaterThan(alone.peak.day * 1.1);
    expect(Math.abs(Math.log(siblingStyle.peak.day / (1.2 * filter.peak.day)))).toBeLessThan(0.1);
    expect(siblingStyle.peak.hi / siblingStyle.peak.lo).toBeLessThan(alone.peak.hi / alone.peak.lo);
    expect(stateOnDay(compact(siblingStyle), 3, false, METRIC).verdict).toContain('By its filter cups');
    expect(alone.siblingStyle).toBeNull();
  });

  it('stops borrowing with its first cup, and never borrows from faulted ones', () => {
    const shot = { reference: { ...REFERENCE, ...ESPRESSO } };
    expect(fitCrest(bagOf([...lateFilters, brewOf(20, 80, ESPRESSO)], shot)).siblingStyle).toBeNull();
    expect(
      fitCrest(
        bagOf(
          lateFilters.map((brew) => ({ ...brew, fault: 'spill' as const })),
          shot,
        ),
      ).siblingStyle,
    ).toBeNull();
  });

  it('moves a history the same way', () => {
    const prior = { peak: { days: 36, logSd: 0.2 }, noise: { mean: 0, sd: 0.35 }, baselineMean: 80 };
    const shot = { reference: { ...REFERENCE, ...ESPRESSO } };
    const byHistory = fitCrest(bagOf(lateFilters, { ...shot, prior }));
    expect(byHistory.peak.day).toBeGreaterThan(30);
    expect(byHistory.peak.day).toBeLessThan(45);
  });
});

describe('a bag that only fades', () => {
  const fading = [3, 6, 10, 14, 19, 25, 32, 40].map((age) => brewOf(age, 70 + 18 * Math.exp(-age / 15)));

  it('is found out, and said', () => {
    const fit = fitCrest(bagOf(fading));
    expect(fit.fresh).toBeGreaterThan(0.5);
    expect(fit.advisedDay).toBeLessThan(8);
    expect(fit.peakProbability[0]).toBeCloseTo(fit.fresh / (1 - fit.shapes.flat), 9);
    expect(fit.peakProbability.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 6);
    expect(stateOnDay(compact(fit), 12, false, METRIC).verdict).toMatch(/at its best fresh/);
  });

  it('is not claimed of a bag that rose', () => {
    const rising = fitCrest(bagOf([4, 8, 12, 17, 22].map((age) => brewOf(age, ridgeScore(age, 22)))));
    expect(rising.fresh).toBeLessThan(0.1);
    expect(stateOnDay(compact(rising), 22, false, METRIC).verdict).not.toContain('fresh');
  });
});

describe('blind repeats', () => {
  it('are pooled by scale from what the same cups differed by', () => {
    const group = (scores: number[], sigma0: number, isOneBrew: boolean) => ({ scores, sigma0, isOneBrew });
    expect(pooledRepeats([group([80], 3.5, true)])).toEqual([]);
    const pooled = pooledRepeats([
      group([80, 84], 3.5, true),
      group([70, 70, 73], 3.5, false),
      group([90, 95], 6, false),
    ]);
    // (8/½ + 6/¾) / (1 + 2) and 12.5/¾ / 1.
    expect(pooled).toMatchObject([
      { degrees: 3, sigma0: 3.5 },
      { degrees: 1, sigma0: 6 },
    ]);
    expect(pooled[0]!.sd).toBeCloseTo(Math.sqrt(24 / 3), 9);
    expect(pooled[1]!.sd).toBeCloseTo(Math.sqrt(12.5 / 0.75), 9);
  });

  it('of one brew, which has half of its noise in common, give the noise of a cup back', () => {
    const normals = normalTable(400, 3, 5);
    const groups = Array.from({ length: 400 }, (_, i) => {
      const [brew, ...cups] = normals.slice(3 * i, 3 * i + 3);
      return { sigma0: 3.5, isOneBrew: true, scores: cups.map((cup) => 80 + 3.5 * Math.SQRT1_2 * (brew! + cup)) };
    });
    expect(pooledRepeats(groups)[0]!.sd).toBeCloseTo(3.5, 0);
  });
});

describe('a style without cups', () => {
  it('takes the posterior of its sibling, and the roaster’s advice once', () => {
    const brews = [8, 14, 20, 26, 32, 40].map((age) => brewOf(age, ridgeScore(age, 26)));
    const bag = bagOf(brews, { restAdviceDays: 9 });
    const filter = fitCrest(bag).peak.day;
    const espresso = fitCrest({ ...bag, reference: { ...bag.reference, style: 'espresso' } });
    expect(espresso.siblingStyle).toBe('filter');
    const later = PEAK_FACTOR_BY_STYLE.espresso / PEAK_FACTOR_BY_STYLE.filter;
    expect(Math.abs(Math.log(espresso.peak.day / (filter * later)))).toBeLessThan(0.06);
  });
});
