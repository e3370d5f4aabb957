import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { beverageG, cupsLeft, gramsLeft, pricePerCup, ratio, waterFor } from '../ratio';
import { celsius, clamp, fahrenheit, roundTo } from '../units';

describe('units', () => {
  it('turns degrees both ways', () => {
    expect(fahrenheit(94)).toBeCloseTo(201.2, 9);
    fc.assert(
      fc.property(fc.double({ min: -50, max: 150, noNaN: true }), (c) => Math.abs(celsius(fahrenheit(c)) - c) < 1e-9),
    );
  });

  it('rounds halves away from zero, without binary drift or a negative zero', () => {
    expect([roundTo(1.005, 2), roundTo(-1.005, 2), roundTo(2.5, 0), roundTo(8.449999, 1)]).toEqual([
      1.01, -1.01, 3, 8.4,
    ]);
    expect(Object.is(roundTo(-0.0001, 2), 0)).toBe(true);
  });

  it('holds a value inside its limits', () => {
    expect([clamp(-1, 0, 10), clamp(11, 0, 10), clamp(4, 0, 10)]).toEqual([0, 10, 4]);
  });
});

describe('ratio', () => {
  it('and the water for it undo each other, to the gram', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 5, max: 60 }),
        fc.integer({ min: 20, max: 1000 }),
        (dose, water) => waterFor(dose, ratio(water, dose)) === water,
      ),
    );
  });

  it('leaves what the grounds hold back out of the cup', () => {
    expect(beverageG(240, 15)).toBe(210);
    expect(beverageG(240, 15, 2.2)).toBe(207);
    expect(beverageG(20, 15)).toBe(0);
  });
});

describe('beans left', () => {
  it('cost what they weigh', () => {
    expect(pricePerCup(14.5, 250, 15)).toBeCloseTo(0.87, 9);
  });

  it('never goes below nothing, and counts whole cups', () => {
    expect(gramsLeft(250, [15, 15, 30])).toBe(190);
    expect(gramsLeft(50, [30, 30])).toBe(0);
    expect([cupsLeft(44.9, 15), cupsLeft(45, 15), cupsLeft(0.3, 0.1), cupsLeft(10, 0)]).toEqual([2, 3, 3, 0]);
  });
});
