import { describe, expect, it } from 'vitest';
import { SHAPE_SHARES, type Basis, type Effect } from '../../crest';
import { comparisonText, effectChangeText, learntShapesText, oddsText, shapesText } from '..';
import { basisSentence } from '../bag/verdict';

describe('how a bag runs, in words', () => {
  it('names the likeliest, and what else is worth naming', () => {
    expect(
      shapesText({ ...SHAPE_SHARES, crest: 0.66, opening: 0.04, plateau: 0.05, fresh: 0.03, twice: 0.17, flat: 0.05 }),
    ).toBe('Most likely it has one crest (two in three); one in six that it opens a second time.');
    expect(shapesText({ crest: 0.97, opening: 0.01, plateau: 0.01, fresh: 0, twice: 0.01, flat: 0 })).toBe(
      'Most likely it has one crest (more than nine in ten).',
    );
  });

  it('says odds as people do', () => {
    expect([0.01, 0.1, 0.17, 0.25, 0.33, 0.5, 0.8, 0.96].map(oddsText)).toEqual([
      'less than one in twenty',
      'one in ten',
      'one in six',
      'one in four',
      'one in three',
      'one in two',
      'four in five',
      'more than nine in ten',
    ]);
  });

  it('says what finished bags taught, and nothing where there are none', () => {
    expect(learntShapesText(undefined)).toBe('');
    expect(learntShapesText({ shares: SHAPE_SHARES, bags: 0 })).toBe('');
    const all = 31;
    const shares = {
      ...SHAPE_SHARES,
      crest: (20 * 0.45 + 8) / all,
      twice: (20 * 0.05 + 2) / all,
      opening: (20 * 0.2) / all,
      plateau: (20 * 0.15) / all,
      fresh: (20 * 0.07 + 1) / all,
      flat: (20 * 0.08) / all,
    };
    expect(learntShapesText({ shares, bags: 11 })).toBe(
      'Learnt from eleven finished bags: about eight had one crest, and two opened twice.',
    );
  });
});

describe('what a judgement rests on', () => {
  const said = (basis: Partial<Basis>): string => basisSentence({ marks: 0, levels: 0, comparisons: 0, ...basis });
  it('is said where it is not marks', () => {
    expect(said({ marks: 6 })).toBe('');
    expect(said({ comparisons: 5 })).toBe(' It rests on comparisons between cups alone.');
    expect(said({ levels: 5 })).toBe(' It rests on levels alone, which say less than marks.');
    expect(said({ marks: 4, levels: 1, comparisons: 2 })).toBe(
      ' It rests on levels for one cup and on comparisons for two cups that had no mark.',
    );
  });
});

it('a comparison is said by the day of the other cup', () => {
  expect(comparisonText('better', 15, 22)).toBe('better than day 15');
  expect(comparisonText('like', 22, 22)).toBe('like the other cup of that day');
});

describe('what became of an effect', () => {
  const change = (early: number, late: number, grows: number): Pick<Effect, 'change'> => ({
    change: { early: { day: 6, mean: early, sd: 1 }, late: { day: 30, mean: late, sd: 1 }, grows },
  });
  it('is said once it is known', () => {
    expect(effectChangeText(change(3, -3, 0.02), 3.5)).toBe('it helped on day 6 and hurts by day 30');
    expect(effectChangeText(change(1, 4, 0.97), 3.5)).toBe('it helped on day 6 and helps more by day 30');
    expect(effectChangeText(change(-3, 0.2, 0.97), 3.5)).toBe('it hurt on day 6 and makes none by day 30');
    expect(effectChangeText(change(3, -3, 0.3), 3.5)).toBe('');
    expect(effectChangeText({ change: null }, 3.5)).toBe('');
  });
});
