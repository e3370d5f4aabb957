import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { drawnOf } from '../pot';
import { correctionG, stockOf } from '../stock';

describe('what is left', () => {
  const bag = {
    weightG: 250,
    heldPortions: [{ id: 'p', grams: 60 }],
    corrections: [
      { portionId: null, grams: -4 },
      { portionId: 'p', grams: 1 },
    ],
  };

  it('is reckoned for the bag and for each portion, and corrected by the scale', () => {
    const drawn = [
      { portionId: null, grams: 34 },
      { portionId: 'p', grams: 17 },
      { portionId: 'gone', grams: 10 },
    ];
    expect(stockOf(bag, drawn)).toEqual({ bagG: 142, portions: [{ id: 'p', grams: 44 }], totalG: 186 });
    expect(stockOf(bag, [{ portionId: null, grams: 400 }]).bagG).toBe(0);
  });

  it('differs from what was reckoned by what the scale says', () => {
    expect([correctionG(140, 131), correctionG(140.04, 141.2)]).toEqual([-9, 1.2]);
  });

  it('goes down once for a brew, however many cups it gave', () => {
    const cup = { doseG: 30, portionId: 'p' };
    const cups = [
      { ...cup, id: 'a', potId: null },
      { ...cup, id: 'b', potId: 'a' },
      { ...cup, id: 'c', potId: null, portionId: null },
    ];
    expect(drawnOf(cups)).toEqual([
      { portionId: 'p', grams: 30 },
      { portionId: null, grams: 30 },
    ]);
  });

  it('is the weight less all that was drawn, wherever it lay', () => {
    const portions = fc.uniqueArray(fc.constantFrom('a', 'b', 'c'), { maxLength: 3 });
    fc.assert(
      fc.property(portions, fc.integer({ min: 0, max: 6 }), (ids, brews) => {
        const heldPortions = ids.map((id) => ({ id, grams: 100 }));
        const drawn = ids.map((portionId) => ({ portionId, grams: 10 * brews }));
        const { totalG } = stockOf({ weightG: 1000, heldPortions, corrections: [] }, drawn);
        expect(totalG).toBeCloseTo(1000 - 10 * brews * ids.length, 9);
      }),
    );
  });
});
