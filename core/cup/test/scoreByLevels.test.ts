import { describe, expect, it } from 'vitest';
import { EQUAL_WEIGHTS, scoreByLevels, type GivenIntensity } from '..';

const level = (
  attribute: string,
  adequacy: GivenIntensity['adequacy'],
  intensity: GivenIntensity['intensity'] = null,
) => ({
  attribute,
  intensity,
  adequacy,
});

describe('the score that levels come to', () => {
  it('falls with what a cup lacked or had too much of, by the repeatability of its scale', () => {
    expect(scoreByLevels([level('weight', 'just right'), level('fruit', 'just right')], null, 3.5)).toBe(80);
    expect(scoreByLevels([level('weight', 'too little'), level('fruit', 'just right')], null, 3.5)).toBe(76.5);
    expect(scoreByLevels([level('weight', 'too little'), level('roast', 'too much')], null, 3.5)).toBe(73);
  });

  it('rises with merits, and is none where no level says how it was liked', () => {
    expect(scoreByLevels([level('clarity', null, '5')], null, 3.5)).toBeCloseTo(82.8, 9);
    expect(scoreByLevels([level('clarity', null, '2')], null, 3.5)).toBeCloseTo(78.6, 9);
    expect(scoreByLevels([level('fruit', null, '4')], null, 3.5)).toBeNull();
    expect(scoreByLevels([], null, 3.5)).toBeNull();
  });

  it('reads an amount as this household’s own marks say it is liked, where nobody says how it was', () => {
    // Best at 3.5: half a step further is a quarter of the bend less.
    const likings = { fruit: { usual: 3, slope: 1, bend: -1 } };
    const score = (intensity: GivenIntensity['intensity']) =>
      scoreByLevels([level('fruit', null, intensity)], null, 4, {}, likings);
    expect(score('3')).toBe(80);
    expect(score('3.5')).toBeCloseTo(81, 9);
    expect(score('4')).toBeCloseTo(80, 9);
    expect(score('5')).toBeCloseTo(72, 9);
    // What was said of it counts before what amounts usually are worth; and so it is with nothing known.
    expect(scoreByLevels([level('fruit', 'just right', '5')], null, 4, {}, likings)).toBe(80);
    expect(scoreByLevels([level('weight', null, '5')], null, 4, {}, likings)).toBeNull();
  });

  it('weighs attributes as the household does', () => {
    const sour = [level('acidity', 'too much')];
    const weights = { ...EQUAL_WEIGHTS, acidity: 6 };
    expect(scoreByLevels(sour, weights, 3.5)).toBeCloseTo(80 - 3.5 * 3, 9);
    expect(scoreByLevels(sour, { ...EQUAL_WEIGHTS, acidity: 0 }, 3.5)).toBe(80);
    expect(scoreByLevels([level('fruit', 'too much')], weights, 3.5)).toBe(76.5);
  });

  it('stays on the scale', () => {
    expect(
      scoreByLevels(
        Array.from({ length: 40 }, (_, i) => level(`x${i}`, 'too much')),
        null,
        6,
      ),
    ).toBe(0);
  });
});
