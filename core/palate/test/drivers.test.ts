import { describe, expect, it } from 'vitest';
import { levelCosts, type LevelledCup } from '..';

const cup = (bagId: string, score: number, ...complaints: string[]): LevelledCup => ({
  bagId,
  score,
  intensities: complaints.map((attribute) => ({ attribute, adequacy: 'too much' as const })),
});

describe('what complaints cost', () => {
  it('is nothing that is known until they were made often enough', () => {
    expect(levelCosts([])).toEqual({});
    expect(levelCosts([cup('a', 24, 'roast'), cup('a', 20, 'roast'), cup('a', 24)])).toEqual({});
  });

  it('is learnt within bags, so that a good bag with complaints teaches nothing of them', () => {
    // Bag a is a good one, b a poor one; within each a complaint of roast costs three and one of weight nothing.
    const cups = [
      ...Array.from({ length: 12 }, (_, i) =>
        cup('a', 27 - (i % 2 ? 3 : 0), ...(i % 2 ? ['roast'] : []), ...(i % 3 ? ['weight'] : [])),
      ),
      ...Array.from({ length: 12 }, (_, i) =>
        cup('b', 20 - (i % 2 ? 3 : 0), ...(i % 2 ? ['roast'] : []), ...(i % 3 === 0 ? ['weight'] : [])),
      ),
    ];
    const costs = levelCosts(cups);
    expect(costs.roast).toBeGreaterThan(1.9);
    expect(costs.roast).toBeLessThan(3);
    expect(costs.weight).toBeLessThan(0.7);
  });

  it('stays near what is assumed where bags say little, and never pays for a complaint', () => {
    const few = levelCosts([cup('a', 20, 'fruit'), cup('b', 20, 'fruit'), cup('c', 20, 'fruit')]);
    expect(few.fruit).toBeCloseTo(1, 9);
    const praised = Array.from({ length: 40 }, (_, i) => cup('a', i % 2 ? 30 : 20, ...(i % 2 ? ['fruit'] : [])));
    expect(levelCosts(praised).fruit).toBe(0);
  });
});
