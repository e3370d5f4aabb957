import { afterAll, describe, expect, it, vi } from 'vitest';
import { dateText, inScale, markText, momentText, numberText, otherScalesText, weekdayText, words } from '../format';

afterAll(() => void vi.unstubAllEnvs());

describe.each(['Pacific/Auckland', 'America/St_Johns', 'UTC'])('a date, written in %s,', (name) => {
  it('is the date that was meant, with its year where it is another', () => {
    vi.stubEnv('TZ', name);
    expect(dateText('2026-12-03')).toMatch(/\b3\b/);
    expect(dateText('2026-12-03')).toMatch(/Dec/);
    expect(dateText('2026-12-03', '2026-01-01')).not.toContain('2026');
    expect(dateText('2025-12-31', '2026-01-01')).toContain('2025');
    expect(weekdayText('2026-12-03')).toMatch(/^Thu/);
    expect(momentText('2026-11-24T07:42')).toMatch(/24.*7:42|Nov.*7:42/);
  });
});

describe('a mark', () => {
  it('is written as its scale writes it', () => {
    expect(markText('mark10', 8)).toBe('8.0');
    expect(markText('parts', 76)).toBe('76');
    expect(markText('parts', 83.75)).toBe('83.75');
    expect([0, 0.25, 3.75, 4].map((mark) => markText('stars', mark))).toEqual(['0 ★', '¼ ★', '3¾ ★', '4 ★']);
    expect(markText('levels', 4 - 1 / 3)).toBe('low 4');
  });

  it('is said as the other scales would write it, and not twice as one out of ten', () => {
    expect(otherScalesText('mark10', 8.2)).toMatch(/^82 of 100, .*★/);
    expect(otherScalesText('stars', 4)).toContain('8.0 of 10');
    expect(otherScalesText('composite', 8)).not.toContain('of 10,');
    expect(inScale('stars', 90)).toBe(4.5);
  });
});

it('a number has no more decimals than it needs, and a code reads as words', () => {
  expect([numberText(3, 1), numberText(3.04, 1), numberText(3.05, 1), numberText(-0.04, 1)]).toEqual([
    '3',
    '3',
    '3.1',
    '0',
  ]);
  expect(words('medium-light')).toBe('medium light');
});
