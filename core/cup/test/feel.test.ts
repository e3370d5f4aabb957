import { describe, expect, it } from 'vitest';
import { feelOverDays, finishLevel } from '..';
import type { FeltCup } from '../feel';

const felt = (restDay: number, more: Partial<FeltCup>): FeltCup => ({
  restDay,
  finishS: null,
  dryness: null,
  textures: [],
  liquorColour: null,
  liquorClarity: null,
  shotLayers: null,
  ...more,
});

describe('what was felt and seen over the days', () => {
  it('is the mean of each day, in the order of the days, and nothing where nothing was written', () => {
    const feel = feelOverDays([
      felt(12, { finishS: 30, dryness: 'some' }),
      felt(6, { finishS: 10 }),
      felt(12, { finishS: 50, dryness: 'none' }),
    ]);
    expect(feel.finish).toEqual([
      { day: 6, value: 10, cups: 1 },
      { day: 12, value: 40, cups: 2 },
    ]);
    expect(feel.dryness).toEqual([{ day: 12, value: 1, cups: 2 }]);
    expect(feel.textures).toEqual([]);
  });

  it('counts what was there, the most often met first, each day once', () => {
    const feel = feelOverDays([
      felt(9, { textures: ['oily'], liquorColour: 'amber' }),
      felt(20, { textures: ['silky', 'silky'], liquorClarity: 'hazy', shotLayers: 'two' }),
      felt(9, { textures: ['silky'] }),
    ]);
    expect(feel.textures).toEqual([
      { what: 'silky', cups: 2, days: [9, 20] },
      { what: 'oily', cups: 1, days: [9] },
    ]);
    expect([feel.colours, feel.clarities, feel.layers].map(([one]) => one?.what)).toEqual(['amber', 'hazy', 'two']);
  });

  it('puts a finish on the scale of levels, one for each doubling', () => {
    expect([0, 5, 10, 20, 40, 80, 300].map(finishLevel)).toEqual([1, 1, 2, 3, 4, 5, 5]);
  });
});
