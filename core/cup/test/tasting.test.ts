import { describe, expect, it } from 'vitest';
import { cupC, LOOK_C, looksAt, lookDueS } from '../cooling';
import { COACHING, LINE_IDS, lineName, linesOf, LOOKS, SIPPED_LOOKS, TASTING_LINES } from '../tasting';

describe('a tasting', () => {
  it('has every look, the sipped ones by nose and at two sips', () => {
    expect(TASTING_LINES.map(({ id }) => id)).toEqual(LINE_IDS);
    expect(LOOKS.map((look) => linesOf(look).length)).toEqual([1, 1, 1, 3, 3, 3]);
    for (const look of SIPPED_LOOKS)
      expect(linesOf(look).map(({ sense, sip }) => [sense, sip])).toEqual([
        ['nose', null],
        ['palate', 1],
        ['palate', 2],
      ]);
  });

  it('calls each line by its look, sense and sip', () => {
    expect((['cup', 'whole-bean', 'hot-nose', 'cool-second'] as const).map(lineName)).toEqual([
      '',
      'whole bean',
      'hot, nose',
      'cool, second sip',
    ]);
    expect(new Set(LINE_IDS.map(lineName)).size).toBe(LINE_IDS.length);
  });

  it('walks a beginner through three steps, each at a line of its look', () => {
    expect(COACHING.map(({ step }) => step)).toEqual(['Over the rim', 'A little at first', 'Half a minute later']);
    for (const { look, at } of COACHING) expect(linesOf(look).map(({ id }) => id)).toContain(at);
  });
});

describe('a cooling cup', () => {
  it('falls towards the room and never under it', () => {
    expect([cupC(0), cupC(-5)]).toEqual([80, 80]);
    for (let s = 0; s < 20_000; s += 100) expect(cupC(s + 100)).toBeLessThan(cupC(s));
    expect(cupC(1e6)).toBeCloseTo(21, 6);
  });

  it('is at the temperature of a look when the look is due, one after the other', () => {
    for (const look of SIPPED_LOOKS) expect(cupC(lookDueS(look))).toBeCloseTo(LOOK_C[look], 1);
    const due = SIPPED_LOOKS.map(lookDueS);
    expect(due).toEqual([...due].sort((a, b) => a - b));
  });

  it('says which look is due and which is next', () => {
    const [hot, warm, cool] = SIPPED_LOOKS.map(lookDueS) as [number, number, number];
    expect([-1, 0, hot - 1, hot, warm - 1, warm, cool, 1e9].map((s) => Object.values(looksAt(s)))).toEqual([
      [null, 'hot'],
      [null, 'hot'],
      [null, 'hot'],
      ['hot', 'warm'],
      ['hot', 'warm'],
      ['warm', 'cool'],
      ['cool', null],
      ['cool', null],
    ]);
  });
});
