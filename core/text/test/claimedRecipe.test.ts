import { expect, it } from 'vitest';
import { claimedDifferenceText, claimedRecipeText, METRIC } from '..';

const write = (points: number): string => (points / 10).toFixed(1);
const said = (mean: number, sd: number, helps: number, brews: number): string =>
  claimedRecipeText({ mean, sd, helps, brews }, write);

it.each([
  [
    said(-4, 1.5, 0.004, 3),
    'As printed it scores 0.4 less, almost certainly, from three cups: 8 in 10 lie between 0.6 less and 0.2 less.',
  ],
  [
    said(-4, 5, 0.21, 1),
    'As printed it scores 0.4 less, probably, from one cup: 8 in 10 lie between 1.0 less and 0.2 more.',
  ],
  [
    said(0.2, 3, 0.52, 2),
    'As printed it scores about the same, from two cups: 8 in 10 lie between 0.4 less and 0.4 more.',
  ],
  [
    said(0.3, 0.2, 0.93, 9),
    'As printed it scores about the same, from nine cups: 8 in 10 lie between 0.0 more and 0.1 more.',
  ],
  [
    said(-2, 6, 0.37, 0),
    'Not brewed as printed yet. It would score 0.2 less, probably: 8 in 10 lie between 1.0 less and 0.6 more.',
  ],
])('%s', (text, expected) => expect(text).toBe(expected));

const REFERENCE = {
  ...({ style: 'filter', brewer: 'cone', doseG: 17, waterG: 272, waterC: 92, grindStep: 0 } as const),
  ...({ grindWord: 'medium fine', pours: 2 } as const),
};

it('says how a printed recipe differs, in numbers, grind and pours', () => {
  const printed = { ...REFERENCE, doseG: 18, waterG: 270, waterC: 94, grindWord: 'medium' as const, pours: 1 };
  expect(claimedDifferenceText(printed, REFERENCE, METRIC)).toBe(
    'It differs from yours in water at 94 °C, a ratio of 1:15, a medium grind (yours: a medium fine grind) and 1 pour (yours: 2 pours).',
  );
  expect(claimedDifferenceText(printed, { ...REFERENCE, ...printed }, METRIC, 'this one')).toBe('');
});

it('holds nothing against what one of them does not state', () => {
  const printed = { ...REFERENCE, waterC: null, grindWord: null, pours: 4 };
  expect(claimedDifferenceText(printed, { ...REFERENCE, pours: null }, METRIC)).toBe('');
  expect(claimedDifferenceText(printed, REFERENCE, METRIC, 'this one')).toBe(
    'It differs from this one in 4 pours (this one: 2 pours).',
  );
});
