import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { LEVELS, levelText, levelValue, ADEQUACIES, nearestLevel, parseLevel, stepLevel } from '../levels';
import { intensitiesOverDays, trend } from '../intensitiesOverDays';

describe('levels', () => {
  it('rise from 1 to 5 and are given back by their value', () => {
    const values = LEVELS.map(levelValue);
    expect([values[0], values.at(-1)]).toEqual([1, 5]);
    values.forEach((value, i) => i > 0 && expect(value).toBeGreaterThan(values[i - 1] ?? Infinity));
    for (const intensity of LEVELS) expect(nearestLevel(levelValue(intensity))).toBe(intensity);
    expect([levelValue('3+'), levelValue('4-'), levelValue('2.5')]).toEqual([3 + 1 / 3, 4 - 1 / 3, 2.5]);
  });

  it('are read as they are written and as they are said', () => {
    for (const intensity of LEVELS) {
      expect(parseLevel(intensity)).toBe(intensity);
      expect(parseLevel(` ${levelText(intensity).toUpperCase()} `)).toBe(intensity);
    }
    expect([parseLevel('3,5'), parseLevel('h3'), parseLevel('l4'), parseLevel('4 −'), parseLevel('4−')]).toEqual([
      '3.5',
      '3+',
      '4-',
      '4-',
      '4-',
    ]);
  });

  it.each(['', '0', '6', '5+', '1-', 'low 1', 'high 5', '3.2', 'high 3+', '33', 'three', '5.5'])(
    'does not read %j',
    (typed) => expect(parseLevel(typed)).toBeNull(),
  );
});

describe('a step along the levels', () => {
  it('goes through every level and stays at the ends', () => {
    expect(LEVELS.map((intensity) => stepLevel(intensity, 1))).toEqual([...LEVELS.slice(1), '5']);
    expect(LEVELS.map((intensity) => stepLevel(intensity, -1))).toEqual(['1', ...LEVELS.slice(0, -1)]);
    expect([stepLevel('', 1), stepLevel('x', -1), stepLevel('high 3', -1)]).toEqual(['3', '3', '3']);
  });
});

describe('levels over days', () => {
  const cup = (
    restDay: number,
    attribute: string,
    intensity: (typeof LEVELS)[number] | null,
    adequacy: (typeof ADEQUACIES)[number] | null = null,
  ) => ({ restDay, intensities: [{ attribute, intensity, adequacy }] });

  it('are one line an attribute, days in order, several cups of a day taken together', () => {
    const [body, ...others] = intensitiesOverDays(
      ['acidity', 'body'],
      [
        cup(12, 'body', '4', 'just right'),
        cup(5, 'body', '2'),
        cup(12, 'body', '3', 'too much'),
        cup(9, 'nut', '5'),
        cup(9, 'acidity', null, 'just right'),
      ],
    );
    expect(others).toEqual([]);
    expect(body).toEqual({
      attribute: 'body',
      points: [
        { day: 5, intensity: 2, cups: 1 },
        { day: 12, intensity: 3.5, cups: 2 },
      ],
      liked: { 'too little': 0, 'just right': 1, 'too much': 1 },
    });
  });

  it('have a direction only where they went half a step', () => {
    const line = (...intensities: number[]) => ({
      attribute: 'body',
      points: intensities.map((intensity, day) => ({ day, intensity, cups: 1 })),
      liked: { 'too little': 0, 'just right': 0, 'too much': 0 },
    });
    expect([trend(line(2, 5, 2.4)), trend(line(2, 2.5)), trend(line(4, 3)), trend(line(4))]).toEqual([
      'intensity',
      'rising',
      'falling',
      'intensity',
    ]);
  });

  it('stay within the levels that were given', () => {
    const given = fc.array(fc.record({ restDay: fc.nat(40), intensity: fc.constantFrom(...LEVELS) }), { minLength: 1 });
    fc.assert(
      fc.property(given, (cups) => {
        const [line] = intensitiesOverDays(
          ['body'],
          cups.map(({ restDay, intensity }) => cup(restDay, 'body', intensity)),
        );
        const values = cups.map(({ intensity }) => levelValue(intensity));
        expect(line?.points.reduce((sum, point) => sum + point.cups, 0)).toBe(cups.length);
        for (const { intensity } of line?.points ?? []) {
          expect(intensity).toBeGreaterThanOrEqual(Math.min(...values) - 1e-9);
          expect(intensity).toBeLessThanOrEqual(Math.max(...values) + 1e-9);
        }
      }),
    );
  });
});
