import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { minutesText } from '../../../core/brew';
import { asTyped, typedChoice, typedNumber, typedSeconds, typedWater } from '../typed';

describe('what is typed', () => {
  it('is a number with a point, a comma or a typeset minus; nothing; or kept as it stands', () => {
    expect(['8.5', ' 8,5 ', '−2', '', '  ', 'eight'].map(typedNumber)).toEqual([8.5, 8.5, -2, null, null, 'eight']);
    expect(typedChoice('')).toBeNull();
    expect([asTyped(null), asTyped(0)]).toEqual(['', '0']);
  });

  it('is a time in seconds, in minutes, or in hours', () => {
    expect(['185', '3:05', '14:00:00', '0:7', '', '3:95', 'long'].map(typedSeconds)).toEqual([
      185,
      185,
      50_400,
      7,
      null,
      '3:95',
      'long',
    ]);
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 172_800 }), (seconds) => typedSeconds(minutesText(seconds)) === seconds),
    );
  });

  it('is water in grams or as a ratio to the dose', () => {
    expect(typedWater('240', 15)).toBe(240);
    expect(typedWater('1:16', 15)).toBe(240);
    expect(typedWater(' 1 : 15,5 ', 20)).toBe(310);
    expect(typedWater('1:16', null)).toBe('1:16');
    expect(typedWater('1:', 15)).toBe('1:');
    expect(typedWater('2:16', 15)).toBe('2:16');
    expect(typedWater('', 15)).toBeNull();
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 60 }),
        fc.integer({ min: 1, max: 20 }),
        (dose, ratio) => typedWater(`1:${ratio}`, dose) === dose * ratio,
      ),
    );
  });
});
