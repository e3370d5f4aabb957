import { describe, expect, it } from 'vitest';
import { colourGapText, isLabelHidden, isTastedBlind } from '../bagRecord';

describe('the record of a bag', () => {
  it('says the gap between whole and ground in words, and nothing where one is missing', () => {
    expect([colourGapText(78, 80), colourGapText(78, 85.5), colourGapText(78, 92), colourGapText(90, 78)]).toEqual([
      '2 apart: an even, slow roast',
      '7.5 apart: much as most roasts',
      '14 apart: a fast roast, darker outside than in',
      '12 apart: a fast roast, darker outside than in',
    ]);
    expect([colourGapText(null, 80), colourGapText(78, null)]).toEqual([null, null]);
  });

  it('knows which cups were tasted blind to a label that was hidden', () => {
    const shown = { labelNotes: 'shown', labelRevealedAt: null } as const;
    const hidden = { labelNotes: 'hidden', labelRevealedAt: null } as const;
    const revealed = { labelNotes: 'hidden', labelRevealedAt: '2026-03-05T08:00:00+01:00' } as const;
    expect([shown, hidden, revealed].map(isLabelHidden)).toEqual([false, true, false]);
    const at = '2026-03-05T06:59:59.000Z';
    expect([shown, hidden, revealed].map((label) => isTastedBlind(label, at))).toEqual([false, true, true]);
    expect(isTastedBlind(revealed, '2026-03-05T07:00:00.000Z')).toBe(false);
  });
});
