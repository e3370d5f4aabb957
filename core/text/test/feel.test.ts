import { describe, expect, it } from 'vitest';
import type { DayValue, FeelOverDays } from '../../cup';
import { feelTexts, placesOfNote, placesText } from '..';

const NOTHING: FeelOverDays = { finish: [], dryness: [], textures: [], colours: [], clarities: [], layers: [] };
const days = (...values: number[]): DayValue[] => values.map((value, i) => ({ day: 6 + 4 * i, value, cups: 1 }));
const said = (feel: Partial<FeelOverDays>): string =>
  feelTexts({ ...NOTHING, ...feel })
    .map(({ text }) => text)
    .join(' ');

describe('how a bag felt', () => {
  it('says how long the finish lasts, and that it changed only by half as much again over three days', () => {
    expect(said({})).toBe('');
    expect(said({ finish: days(25) })).toBe('The finish lasts 25\u202fs.');
    expect(said({ finish: days(10, 40) })).toBe('The finish lasts 10 to 40\u202fs.');
    expect(said({ finish: days(20, 40, 29) })).toBe('The finish lasts 20 to 40\u202fs.');
    expect(said({ finish: days(20, 40, 30) })).toBe('The finish grew longer: 20\u202fs on day 6, 30\u202fs on day 14.');
    expect(said({ finish: days(30, 10, 20) })).toBe(
      'The finish grew shorter: 30\u202fs on day 6, 20\u202fs on day 14.',
    );
    expect(said({ finish: days(0, 0, 1) })).toBe('The finish lasts 0 to 1\u202fs.');
  });

  it('says how dry it leaves the mouth, in words', () => {
    expect(said({ dryness: days(2) })).toBe('Dryness: some.');
    expect(said({ dryness: days(0, 2) })).toBe('Dryness: none to some.');
    expect(said({ dryness: days(0, 1, 2) })).toBe('More dryness over the days: none on day 6, some on day 14.');
    expect(said({ dryness: days(3, 1, 1) })).toBe('Less dryness over the days: strong on day 6, a trace on day 14.');
    expect(said({ dryness: days(1.2, 3, 1.4) })).toBe('Dryness: a trace to strong.');
  });

  it('names textures, the look and the layers, with how often', () => {
    const one = { cups: 1, days: [9] };
    expect(
      said({
        textures: [
          { what: 'silky', cups: 2, days: [9] },
          { what: 'oily', ...one },
        ],
      }),
    ).toBe('Texture: silky (2 cups) and oily.');
    expect(said({ colours: [{ what: 'amber', ...one }], clarities: [{ what: 'hazy', ...one }] })).toBe(
      'In the cup it is amber and hazy.',
    );
    expect(said({ layers: [{ what: 'one', ...one }] })).toBe('A shot stands in one layer.');
    expect(said({ layers: [{ what: 'three', cups: 4, days: [9] }] })).toBe('A shot stands in three layers (4 cups).');
  });

  it('says where words were found alone', () => {
    const word = { name: 'lime' };
    expect(placesText([{ word, places: ['hot', 'at first'] }])).toBe('Only while hot: lime. Only at first: lime.');
    expect(placesText([])).toBe('');
    expect(placesOfNote(['aftertaste'])).toBe(', only in the aftertaste');
  });
});
