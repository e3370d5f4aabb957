import { describe, expect, it } from 'vitest';
import { ageErrorsOf, densityOnStatedAge, logsOnTrueAge, type AgeError } from '../model/assumedAge';
import { fitCrest } from '../fit';
import { FIRST_CREST, gridOf } from '../model/grid';
import { bagOf, brewOf, REFERENCE, ridgeScore } from './samples';

const meanOf = (errors: readonly AgeError[] | null): number =>
  errors?.reduce((sum, { days, weight }) => sum + days * weight, 0) ?? 0;
const sdOf = (errors: readonly AgeError[] | null): number =>
  Math.sqrt(errors?.reduce((sum, { days, weight }) => sum + weight * (days - meanOf(errors)) ** 2, 0) ?? 0);

describe('how far assumed ages may be off', () => {
  it('is nothing where the roast date is known, and else its sd', () => {
    expect(ageErrorsOf({ brews: [brewOf(20, 80)] })).toBeNull();
    const errors = ageErrorsOf({ ageSdDays: 5, brews: [brewOf(60, 80)] });
    expect(meanOf(errors)).toBeCloseTo(0, 6);
    expect(sdOf(errors)).toBeCloseTo(5, 0);
  });

  it('never makes a brew older than its beans', () => {
    const errors = ageErrorsOf({ ageSdDays: 20, brews: [brewOf(6, 80), brewOf(30, 82)] });
    expect(errors?.every(({ days, weight }) => weight === 0 || days > -6)).toBe(true);
    expect(meanOf(errors)).toBeGreaterThan(5);
  });

  it('follows how much gas the brews let go, all of them one witness', () => {
    const of = (vigour: 'wild' | 'none', times = 1): AgeError[] | null =>
      ageErrorsOf({ ageSdDays: 12, brews: Array.from({ length: times }, () => brewOf(20, 80, { vigour })) });
    expect(meanOf(of('wild'))).toBeLessThan(-4);
    expect(meanOf(of('none'))).toBeGreaterThan(4);
    expect(sdOf(of('wild'))).toBeLessThan(12);
    expect(meanOf(of('wild', 5))).toBeCloseTo(meanOf(of('wild')), 9);
  });

  it('carries a density over, whose mass stays', () => {
    const errors = [
      { days: -4, weight: 0.5 },
      { days: 4, weight: 0.5 },
    ];
    // Of a true age about 20 days.
    const density = (x: number): number =>
      Math.exp(-0.5 * ((x - Math.log(20)) / 0.05) ** 2) / (0.05 * Math.sqrt(2 * Math.PI));
    const stated = densityOnStatedAge(density, errors);
    const xs = Array.from({ length: 4001 }, (_, i) => (i / 4000) * 5);
    expect(xs.reduce((sum, x) => sum + stated(x) * (5 / 4000), 0)).toBeCloseTo(1, 2);
    expect(stated(Math.log(24))).toBeGreaterThan(3 * stated(Math.log(20)));
    expect(stated(Math.log(16))).toBeGreaterThan(3 * stated(Math.log(20)));
  });

  it('blurs what a finished bag teaches of peaks, and leaves what it says of none', () => {
    const { logPeaks } = gridOf(1);
    const sharp = Array.from(logPeaks, (x, p) => (p < FIRST_CREST ? -3 : -0.5 * ((x - Math.log(20)) / 0.05) ** 2));
    const later = logsOnTrueAge(sharp, logPeaks, [{ days: 10, weight: 1 }]);
    expect(later.slice(0, FIRST_CREST)).toEqual(sharp.slice(0, FIRST_CREST));
    const best = later.reduce((most, log, p) => (p >= FIRST_CREST && log > later[most]! ? p : most), FIRST_CREST);
    expect(Math.abs(Math.exp(logPeaks[best]!) - 30)).toBeLessThan(1.5);
    expect(logsOnTrueAge(sharp, logPeaks, null)).toEqual(sharp);
  });
});

describe('a bag without a roast date', () => {
  const brews = (count: number): ReturnType<typeof brewOf>[] =>
    Array.from({ length: count }, (_, i) => brewOf(5 + 4 * i, ridgeScore(5 + 4 * i, 34)));

  it('has its peak expected over a wide span, which its cups narrow', () => {
    const known = fitCrest(bagOf([])).peak;
    const [before, after] = [0, 9].map((count) => fitCrest(bagOf(brews(count), { ageSdDays: 20 })).peak);
    const width = ({ lo, hi }: { lo: number; hi: number }): number => hi - lo;
    expect(width(before!)).toBeGreaterThan(1.2 * width(known));
    expect(width(after!)).toBeLessThan(0.6 * width(before!));
    expect(after!.lo).toBeLessThan(34);
    expect(after!.hi).toBeGreaterThan(34);
  });

  it('is believed nearer its own cups than one whose date is known', () => {
    const [dated, undated] = [0, 20].map((ageSdDays) => fitCrest(bagOf(brews(5), { ageSdDays })).peak.day);
    expect(undated).not.toBeCloseTo(dated!, 1);
  });

  it('is expected later on the stated axis where its brews foam as fresh ones do', () => {
    const [wild, none] = (['wild', 'none'] as const).map(
      (vigour) => fitCrest(bagOf([brewOf(14, 80, { vigour })], { ageSdDays: 12 })).peak.day,
    );
    expect(wild).toBeGreaterThan(1.1 * none!);
    expect(fitCrest(bagOf([brewOf(14, 80, { vigour: 'wild' })])).peak).toEqual(fitCrest(bagOf([brewOf(14, 80)])).peak);
  });

  it('takes what its sibling says as said of the same ages', () => {
    const shots = { ...REFERENCE, style: 'espresso' } as const;
    const [dated, undated] = [0, 30].map((ageSdDays) => fitCrest(bagOf(brews(9), { reference: shots, ageSdDays })));
    expect(undated!.siblingStyle).toBe('filter');
    // Spread once more by the age it would be a quarter earlier.
    expect(Math.abs(Math.log(undated!.peak.day / dated!.peak.day))).toBeLessThan(0.05);
  });

  it('teaches the next bags less of when to drink them', () => {
    const [dated, undated] = [0, 25].map((ageSdDays) => fitCrest(bagOf(brews(9), { ageSdDays })).bagLikelihood.peak);
    const spread = (logs: readonly number[]): number => logs.filter((log, p) => p >= FIRST_CREST && log > -2).length;
    expect(spread(undated!)).toBeGreaterThan(1.2 * spread(dated!));
  });
});
