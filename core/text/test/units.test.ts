import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  celsiusOf,
  gramsOf,
  inUnits,
  METRIC,
  moneyText,
  temperatureIn,
  temperatureText,
  warmerByText,
  weightIn,
  weightText,
  type Units,
} from '../units';

const FAHRENHEIT: Units = { ...METRIC, temperature: '°F' };
const OUNCES: Units = { ...METRIC, weight: 'oz' };

describe('temperatures', () => {
  it('are written in the unit of the household', () => {
    expect([
      temperatureText(92.5, METRIC),
      temperatureText(92.5, FAHRENHEIT),
      temperatureText(100, FAHRENHEIT),
    ]).toEqual(['92.5 °C', '199 °F', '212 °F']);
  });

  it('differ by the size of a degree, not by where its scale begins', () => {
    expect([warmerByText(2, METRIC), warmerByText(2, FAHRENHEIT)]).toEqual(['2 °C', '4 °F']);
  });

  it('come back as they were typed, to a tenth of a degree', () => {
    fc.assert(
      fc.property(fc.integer({ min: 320, max: 2120 }), (tenths) => {
        expect(temperatureIn(FAHRENHEIT, celsiusOf(FAHRENHEIT, tenths / 10))).toBe(tenths / 10);
      }),
    );
  });

  it('are changed where they stand in a text, and nothing else is', () => {
    const text = 'One spoon in 200 ml water at 80 °C, 2 minutes; not above 92.5 °C.';
    expect(inUnits(FAHRENHEIT, text)).toBe('One spoon in 200 ml water at 176 °F, 2 minutes; not above 199 °F.');
    expect(inUnits(METRIC, text)).toBe(text);
  });
});

describe('weights', () => {
  it('are written in the unit of the household', () => {
    expect([weightText(15.55, METRIC), weightText(272.4, METRIC, 0), weightText(17, OUNCES)]).toEqual([
      '15.6 g',
      '272 g',
      '0.6 oz',
    ]);
  });

  it('come back as they were typed, to a hundredth of an ounce', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 20_000 }), (hundredths) => {
        expect(weightIn(OUNCES, gramsOf(OUNCES, hundredths / 100))).toBe(hundredths / 100);
      }),
    );
  });

  it('are changed where they stand in a text, and flows and words are not', () => {
    const text = 'Pour to 180 g at 92 °C, 4 g/s, 3 grinds; the scale shows 45.5 g.';
    expect(inUnits(OUNCES, text)).toBe('Pour to 6.35 oz at 92 °C, 4 g/s, 3 grinds; the scale shows 1.6 oz.');
    expect(inUnits({ ...FAHRENHEIT, weight: 'oz' }, text)).toContain('6.35 oz at 198 °F');
  });

  it('writes money with the household’s currency, and without one until there is one', () => {
    expect([7, 14.5, 6.404].map((amount) => moneyText(amount, METRIC))).toEqual(['7', '14.50', '6.40']);
    expect(moneyText(14.5, { currency: '€' })).toBe('14.50\u202f€');
  });
});
