import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { FAULTS } from '../../brew/kinds';
import { fitCrest } from '../fit';
import { compact } from '../model/compact';
import { stateOnDay } from '../../text';
import type { CrestBrew, CrestFit } from '../model/types';
import { bagOf, brewOf, ridgeScore } from './samples';
import { METRIC } from '../../text/units';

function numbersIn(value: unknown): number[] {
  if (typeof value === 'number') return [value];
  return typeof value === 'object' && value !== null ? Object.values(value).flatMap(numbersIn) : [];
}

function expectHonest(fit: CrestFit): void {
  expect(numbersIn(fit).every(Number.isFinite)).toBe(true);
  expect(fit.peak.lo).toBeLessThanOrEqual(fit.peak.day);
  expect(fit.peak.day).toBeLessThanOrEqual(fit.peak.hi);
  for (let day = 0; day <= 90; day++) {
    expect(fit.inWindow[day]! + fit.climbing[day]! + fit.fading[day]!).toBeCloseTo(1, 9);
    expect(fit.curve[day]!.lo).toBeLessThanOrEqual(fit.curve[day]!.hi);
  }
  expect(fit.peakProbability.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
  if (fit.core) {
    expect(fit.window).not.toBeNull();
    expect(fit.core.to - fit.core.from).toBeLessThanOrEqual(fit.window!.to - fit.window!.from);
  }
}

const anyBrew = fc
  .record({
    age: fc.integer({ min: 0, max: 400 }),
    overall: fc.option(fc.double({ min: 0, max: 100, noNaN: true }), { nil: null }),
    brewer: fc.constantFrom('cone', 'press', 'siphon'),
    waterC: fc.option(fc.integer({ min: 0, max: 100 }), { nil: null }),
    grindStep: fc.option(fc.integer({ min: -8, max: 8 }), { nil: null }),
    waterG: fc.integer({ min: 30, max: 600 }),
    style: fc.constantFrom('filter' as const, 'espresso' as const),
    recordedFrom: fc.constantFrom('cup' as const, 'memory' as const),
    fault: fc.option(fc.constantFrom(...FAULTS), { nil: null, freq: 5 }),
    taster: fc.option(fc.constantFrom('a', 'b'), { nil: null }),
    pot: fc.option(fc.constantFrom('p', 'q'), { nil: null, freq: 3 }),
  })
  .map(({ age, overall, ...rest }) => brewOf(age, overall, rest));
const anyLog = fc.array(anyBrew, { maxLength: 14 });

describe('fitCrest', () => {
  it('recovers the peak of a noiseless curve', () => {
    for (const peak of [6, 12, 20, 33]) {
      const ages = Array.from({ length: 24 }, (_, i) => 1 + i * 2.2);
      const fit = fitCrest(bagOf(ages.map((age) => brewOf(age, ridgeScore(age, peak)))));
      expect(Math.abs(Math.log(fit.peak.day / peak))).toBeLessThan(0.1);
      expect(fit.peak.lo).toBeLessThan(peak);
      expect(fit.peak.hi).toBeGreaterThan(peak);
      expect(Math.abs(fit.advisedDay - peak)).toBeLessThanOrEqual(2);
      expect(fit.window!.from).toBeLessThan(peak);
      expect(fit.window!.to).toBeGreaterThan(peak);
    }
  });

  it('reads a recipe effect out of brews that alternate', () => {
    const ages = Array.from({ length: 16 }, (_, i) => 4 + 2 * i);
    const fit = fitCrest(
      bagOf(
        ages.map((age, i) => brewOf(age, ridgeScore(age, 20) - (i % 2 ? 5 : 0), { brewer: i % 2 ? 'press' : 'cone' })),
      ),
    );
    const [press] = fit.effects;
    expect(press).toMatchObject({ factor: 'brewer', setting: 'press', brews: 8 });
    expect(press!.mean).toBeGreaterThan(-6);
    expect(press!.mean).toBeLessThan(-3.5);
    expect(press!.helps).toBeLessThan(0.05);
    for (const brew of fit.brews) {
      const alternate = ages.indexOf(brew.age) % 2 === 1;
      // As it was at that age: between what it did to the first cups and to the last.
      const { early, late } = press!.change!;
      const [least, most] = [early.mean, late.mean].sort((a, b) => a - b);
      if (!alternate) expect(brew.atReference).toBe(brew.asScored);
      else {
        expect(brew.asScored! - brew.atReference!).toBeGreaterThan(least! - 1e-9);
        expect(brew.asScored! - brew.atReference!).toBeLessThan(most! + 1e-9);
      }
    }
  });

  it('takes off a cup what its settings did, water and grind with their bend', () => {
    const cups = [8, 11, 14, 17, 20, 23].map((age, i) =>
      brewOf(age, ridgeScore(age, 18) + (i % 2), { waterC: i % 2 ? 96 : 92, grindStep: i % 3 ? 0 : 2 }),
    );
    const fit = fitCrest(bagOf(cups));
    const did = (setting: string): number => fit.effects.find((effect) => effect.setting === setting)!.mean;
    const hotter = fit.brews[1]!;
    expect(hotter.asScored! - hotter.atReference!).toBeCloseTo(did('96 °C'), 9);
    const both = fit.brews[3]!;
    expect(both.asScored! - both.atReference!).toBeCloseTo(did('96 °C') + did('+2'), 9);
  });

  it('answers any log honestly: finite, ordered, probabilities that sum to 1', () => {
    fc.assert(
      fc.property(anyLog, fc.constantFrom(1.5, 3.5, 6), (brews, sigma0) =>
        expectHonest(fitCrest(bagOf(brews, { sigma0 }))),
      ),
      { numRuns: 60 },
    );
  });

  it('does not depend on the order of the brews, to the last bit', () => {
    const shuffled = anyLog.chain((brews) =>
      fc.tuple(fc.constant(brews), fc.shuffledSubarray(brews, { minLength: brews.length })),
    );
    fc.assert(
      fc.property(shuffled, ([brews, reordered]) => {
        const { brews: _, ...one } = fitCrest(bagOf(brews));
        const { brews: __, ...other } = fitCrest(bagOf(reordered));
        expect(JSON.stringify(other)).toBe(JSON.stringify(one));
      }),
      { numRuns: 25 },
    );
  });

  it('does not depend on what the pots are called, to the last bit', () => {
    fc.assert(
      fc.property(anyLog, (brews) => {
        const called = { p: 'z', q: 'a' };
        const renamed = brews.map((brew) => ({ ...brew, pot: brew.pot ? called[brew.pot as 'p' | 'q'] : null }));
        const [{ brews: _, ...one }, { brews: __, ...other }] = [fitCrest(bagOf(brews)), fitCrest(bagOf(renamed))];
        expect(JSON.stringify(other)).toBe(JSON.stringify(one));
      }),
      { numRuns: 25 },
    );
  });

  it('hears cups of one brew as fewer witnesses than as many brews', () => {
    const before = [brewOf(8, 80), brewOf(16, 81)];
    const late = (pots: readonly (string | null)[]) =>
      fitCrest(bagOf([...before, ...pots.map((pot) => brewOf(30, 90, { pot }))])).peak;
    const [one, shared, apart] = [late([null]), late(['p', 'p', 'p', 'p']), late([null, null, null, null])];
    expect(shared.day).toBeGreaterThan(one.day);
    expect(shared.day).toBeLessThan(apart.day);
    // A pot with one cup in it is a brew like any other.
    expect(late(['p'])).toEqual(one);
  });

  it('is not moved by a brew with a fault, of another style, or without a mark', () => {
    fc.assert(
      fc.property(
        anyLog,
        anyBrew,
        fc.constantFrom<Partial<CrestBrew>>({ fault: 'spill' }, { style: 'milk' }, { overall: null }),
        (drawn, extra, why) => {
          // A style without a cup of its own borrows from the others, so one cup of its own is there.
          const brews = [...drawn, brewOf(15, 80)];
          const { brews: _, ...without } = fitCrest(bagOf(brews));
          const { brews: read, ...withIt } = fitCrest(bagOf([...brews, { ...extra, ...why }]));
          expect(withIt).toEqual(without);
          expect(read.at(-1)).toMatchObject({ atReference: null });
          expect(read.at(-1)!.leftOut).not.toBeNull();
        },
      ),
      { numRuns: 25 },
    );
  });

  it('gives a memory less weight than a cup', () => {
    const cups = [brewOf(8, 80), brewOf(16, 85), brewOf(24, 84)];
    const late = (recordedFrom: 'cup' | 'memory') =>
      fitCrest(bagOf([...cups, brewOf(30, 92, { recordedFrom })])).peak.day;
    const before = fitCrest(bagOf(cups)).peak.day;
    expect(late('cup')).toBeGreaterThan(late('memory'));
    expect(late('memory')).toBeGreaterThan(before);
  });

  it("follows the roaster's advice before there are cups", () => {
    const day = (restAdviceDays: number | null) => fitCrest(bagOf([], { restAdviceDays })).peak.day;
    expect(day(40)).toBeGreaterThan(day(null) * 1.2);
    expect(day(8)).toBeLessThan(day(null) / 1.2);
  });

  it('scales with the scale: the same shape in other units gives the same days', () => {
    const scores = [76, 83, 87, 84, 79];
    const inSum = fitCrest(
      bagOf(
        scores.map((y, i) => brewOf(5 + 7 * i, y)),
        { sigma0: 3.5 },
      ),
    );
    const around = (y: number): number => 80 + (y - 80) * (1.5 / 3.5);
    const inOther = fitCrest(
      bagOf(
        scores.map((y, i) => brewOf(5 + 7 * i, around(y))),
        { sigma0: 1.5 },
      ),
    );
    // The prior of the baseline keeps its own scale, so the agreement is close but not exact.
    expect(inOther.peak.day / inSum.peak.day).toBeCloseTo(1, 1);
  });

  it('moves no reported figure by more than 5 % when every grid is doubled', () => {
    const logs = [
      [
        brewOf(5, 78),
        brewOf(9, 83),
        brewOf(15, 86, { brewer: 'press' }),
        brewOf(22, 84, { waterC: 90 }),
        brewOf(31, 80),
      ],
      Array.from({ length: 12 }, (_, i) =>
        brewOf(4 + 3 * i, ridgeScore(4 + 3 * i, 18) + 2 * Math.sin(7.3 * i), { brewer: i % 3 ? 'cone' : 'press' }),
      ),
    ];
    for (const log of logs) {
      const one = fitCrest(bagOf(log));
      const two = fitCrest(bagOf(log), 2);
      for (const end of ['lo', 'day', 'hi'] as const)
        expect(Math.abs(one.peak[end] / two.peak[end] - 1)).toBeLessThan(0.05);
      expect(Math.abs(one.advisedDay - two.advisedDay)).toBeLessThanOrEqual(1);
      expect(Math.abs(one.window!.from - two.window!.from)).toBeLessThanOrEqual(1);
      expect(Math.abs(one.window!.to - two.window!.to)).toBeLessThanOrEqual(1);
      one.inWindow.forEach((p, day) => expect(Math.abs(p - two.inWindow[day]!)).toBeLessThan(0.05));
      one.curve.forEach(({ mean, lo, hi }, day) => {
        expect(Math.abs(mean / two.curve[day]!.mean - 1)).toBeLessThan(0.01);
        expect(Math.abs(lo / two.curve[day]!.lo - 1)).toBeLessThan(0.05);
        expect(Math.abs(hi / two.curve[day]!.hi - 1)).toBeLessThan(0.05);
      });
      one.effects.forEach((effect, i) =>
        expect(Math.abs(effect.mean - two.effects[i]!.mean)).toBeLessThan(0.05 * two.effects[i]!.sd),
      );
    }
  });

  it.each([
    ['no brew', []],
    ['one brew', [brewOf(11, 84)]],
    ['two brews', [brewOf(8, 78), brewOf(19, 86)]],
    ['all scores equal', Array.from({ length: 8 }, (_, i) => brewOf(5 + 4 * i, 81))],
    ['two brews at the same instant', [brewOf(9, 70), brewOf(9, 90)]],
    ['sixty brews on one day', Array.from({ length: 60 }, (_, i) => brewOf(12, 75 + (i % 10)))],
    ['day 0 and day 400', [brewOf(0, 60), brewOf(400, 62)]],
    ['scores at 0 and 100', [brewOf(5, 0), brewOf(15, 100), brewOf(25, 0), brewOf(26, 100)]],
  ])('answers %s', (_name, brews) => {
    const fit = fitCrest(bagOf(brews));
    expectHonest(fit);
    for (const age of [0, 12, 90, 500])
      expect(stateOnDay(compact(fit), age, false, METRIC).verdict).not.toMatch(/NaN|undefined|null|Infinity/);
  });

  it('refuses a repeatability that is not a positive number', () => {
    for (const sigma0 of [0, -1, NaN]) expect(() => fitCrest(bagOf([], { sigma0 }))).toThrow(RangeError);
  });
});
