import { describe, expect, it } from 'vitest';
import { placesAlone, vocabularyOf, type WordPlace } from '../words';
import type { PlacedWord } from '../words/places';

const word = (id: string, slot: PlacedWord['slot'], more: Partial<PlacedWord> = {}): PlacedWord => ({
  id,
  slot,
  moment: null,
  seat: null,
  ...more,
});
const found = (...cups: PlacedWord[][]): Record<string, readonly WordPlace[]> =>
  Object.fromEntries(
    [
      ...placesAlone(
        vocabularyOf([]),
        cups.map((descriptors) => ({ descriptors })),
      ),
    ].map(([id, { places }]) => [id, places]),
  );

describe('words found in one place alone', () => {
  it('are by the nose or on the palate, where the cup has words of both', () => {
    expect(found([word('jasmine', 'hot-nose'), word('quince', 'hot-first')])).toEqual({
      jasmine: ['nose'],
      quince: ['palate'],
    });
    expect(found([word('jasmine', 'hot-nose')])).toEqual({});
  });

  it('are hot or cool, at first or in the aftertaste, by moment before seat', () => {
    expect(found([word('lime', 'hot-first'), word('fig', 'cool-first')])).toEqual({ lime: ['hot'], fig: ['cool'] });
    const cup = [
      word('lime', 'cup', { moment: 'first' }),
      word('quince', 'cup', { seat: 'front' }),
      word('fig', 'cup', { moment: 'after', seat: 'front' }),
      word('cedar', 'cup', { seat: 'throat' }),
      word('malt', 'cup', { moment: 'middle', seat: 'front' }),
    ];
    expect(found(cup)).toEqual({
      lime: ['at first'],
      quince: ['at first'],
      fig: ['aftertaste'],
      cedar: ['aftertaste'],
    });
  });

  it('are in no one place once they were written without one, or in the other', () => {
    const both = [word('jasmine', 'hot-nose'), word('quince', 'hot-first')];
    expect(found(both, [word('jasmine', 'cup'), word('quince', 'hot-first'), word('fig', 'hot-nose')])).toEqual({
      quince: ['palate'],
      fig: ['nose'],
    });
    expect(found(both, [word('jasmine', 'hot-second'), word('fig', 'hot-nose')])).toEqual({
      quince: ['palate'],
      fig: ['nose'],
    });
  });

  it('are so in every cup that has them: one cup without the other place says nothing of it', () => {
    expect(found([word('jasmine', 'ground'), word('quince', 'warm-first')], [word('jasmine', 'ground')])).toEqual({
      quince: ['palate'],
    });
  });
});
