import { describe, expect, it } from 'vitest';
import { cupC, PHASE_C, looksAt, phaseDueS } from '../cooling';
import { COACHING, SLOT_IDS, slotName, slotsOf, TASTING_PHASES, SIPPED_PHASES, TASTING_SLOTS } from '../tasting';

describe('a tasting', () => {
  it('has every phase, the sipped ones by nose and at two sips', () => {
    expect(TASTING_SLOTS.map(({ id }) => id)).toEqual(SLOT_IDS);
    expect(TASTING_PHASES.map((phase) => slotsOf(phase).length)).toEqual([1, 1, 1, 3, 3, 3]);
    for (const phase of SIPPED_PHASES)
      expect(slotsOf(phase).map(({ sense, sip }) => [sense, sip])).toEqual([
        ['nose', null],
        ['palate', 1],
        ['palate', 2],
      ]);
  });

  it('calls each slot by its phase, sense and sip', () => {
    expect((['cup', 'whole-bean', 'hot-nose', 'cool-second'] as const).map(slotName)).toEqual([
      '',
      'whole bean',
      'hot, nose',
      'cool, second sip',
    ]);
    expect(new Set(SLOT_IDS.map(slotName)).size).toBe(SLOT_IDS.length);
  });

  it('walks a beginner through three steps, each at a slot of its phase', () => {
    expect(COACHING.map(({ step }) => step)).toEqual(['Over the rim', 'A little at first', 'Half a minute later']);
    for (const { phase, at } of COACHING) expect(slotsOf(phase).map(({ id }) => id)).toContain(at);
  });
});

describe('a cooling cup', () => {
  it('falls towards the room and never under it', () => {
    expect([cupC(0), cupC(-5)]).toEqual([80, 80]);
    for (let s = 0; s < 20_000; s += 100) expect(cupC(s + 100)).toBeLessThan(cupC(s));
    expect(cupC(1e6)).toBeCloseTo(21, 6);
  });

  it('is at the temperature of a phase when it is due, one after the other', () => {
    for (const phase of SIPPED_PHASES) expect(cupC(phaseDueS(phase))).toBeCloseTo(PHASE_C[phase], 1);
    const due = SIPPED_PHASES.map(phaseDueS);
    expect(due).toEqual([...due].sort((a, b) => a - b));
  });

  it('says which phase is due and which is next', () => {
    const [hot, warm, cool] = SIPPED_PHASES.map(phaseDueS) as [number, number, number];
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
