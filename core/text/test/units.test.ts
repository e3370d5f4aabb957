import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { celsiusOf, temperatureIn, temperaturesIn, temperatureText, warmerByText } from '../units';

describe('temperatures', () => {
  it('are written in the unit of the household', () => {
    expect([temperatureText(92.5, '°C'), temperatureText(92.5, '°F'), temperatureText(100, '°F')]).toEqual([
      '92.5 °C',
      '199 °F',
      '212 °F',
    ]);
  });

  it('differ by the size of a degree, not by where its scale begins', () => {
    expect([warmerByText(2, '°C'), warmerByText(2, '°F')]).toEqual(['2 °C', '4 °F']);
  });

  it('come back as they were typed, to a tenth of a degree', () => {
    fc.assert(
      fc.property(fc.integer({ min: 320, max: 2120 }), (tenths) => {
        expect(temperatureIn('°F', celsiusOf('°F', tenths / 10))).toBe(tenths / 10);
      }),
    );
  });

  it('are changed where they stand in a text, and nothing else is', () => {
    const text = 'One spoon in 200 ml water at 80 °C, 2 minutes; not above 92.5 °C.';
    expect(temperaturesIn('°F', text)).toBe('One spoon in 200 ml water at 176 °F, 2 minutes; not above 199 °F.');
    expect(temperaturesIn('°C', text)).toBe(text);
  });
});
