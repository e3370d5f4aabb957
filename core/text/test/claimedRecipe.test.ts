import { expect, it } from 'vitest';
import { claimedRecipeText } from '..';

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
