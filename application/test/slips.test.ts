import { describe, expect, it } from 'vitest';
import type { Brew } from '../../contract/bag/brew';
import { isProbablySlip, slipQuestionOf, type SlipEvidence } from '../slips';

const brew = (id: string, day: number, score: number | null, fault: Brew['fault'] = null): Brew =>
  ({ id, brewedAt: `2026-02-${10 + day}T08:00+00:00`, style: 'filter', score, fault }) as unknown as Brew;
const written = (_scale: string, score: number): string => String(score);
const LOG = [brew('d', 4, 84), brew('c', 3, 5), brew('b', 2, 85), brew('a', 1, 86), brew('z', 0, 70, 'spill')];
const ask = (id: string | null, score: number) =>
  slipQuestionOf({ id, style: 'filter', scale: 'mark10', score }, LOG, written);

describe('the question about a mark that is probably a slip', () => {
  it('names the marks before it, the latest last, and none of a fault', () => {
    expect(ask('c', 5)).toBe('5 after 86 and 85: typed wrongly?');
    expect(ask(null, 8)).toBe('8 after 85, 5 and 84: typed wrongly?');
  });

  it('names no other drink', () => {
    const shot = { ...brew('s', 5, 70), style: 'espresso' as const };
    expect(slipQuestionOf({ id: null, style: 'espresso', scale: 'mark10', score: 8 }, [shot, ...LOG], written)).toBe(
      '8 after 70: typed wrongly?',
    );
  });

  it('names those after it where it is the first, and is not asked of the only mark', () => {
    expect(ask('a', 86)).toBe('86 before 85, 5 and 84: typed wrongly?');
    expect(slipQuestionOf({ id: null, style: 'filter', scale: 'mark10', score: 5 }, [], written)).toBeNull();
  });
});

describe('a mark that is being typed', () => {
  const evidence = (marks: number): SlipEvidence => ({
    restDay: 3,
    sigma0: 3.5,
    basis: { marks, levels: 0, comparisons: 0 },
    curve: Array.from({ length: 91 }, (_, day) => ({ day, mean: 84, lo: 81, median: 84, hi: 87 })),
  });

  it('is asked about where the curve of the cups before it is far away', () => {
    expect(isProbablySlip(8, evidence(4))).toBe(true);
    expect(isProbablySlip(50, evidence(4))).toBe(true);
    for (const score of [70, 78, 84, 95]) expect(isProbablySlip(score, evidence(4))).toBe(false);
    expect(isProbablySlip(8, evidence(1))).toBe(false);
    expect(isProbablySlip(8, { ...evidence(4), curve: [] })).toBe(false);
  });
});
