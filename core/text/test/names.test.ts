import { describe, expect, it } from 'vitest';
import { freeName, nameKey } from '../names';

describe('names', () => {
  it('that look alike are alike', () => {
    for (const same of ['ada', 'ADA', ' Ada ', 'A\u200bda', '\u2066Ada\u2069', 'Ａda', 'Ada\ufe0f'])
      expect(nameKey(same)).toBe('ada');
    expect(nameKey('Ad a')).not.toBe('ada');
    expect(nameKey('Zoe\u0308')).toBe(nameKey('Zoë'));
  });

  it('that are taken are told apart, however long', () => {
    expect(freeName('Ada', new Set())).toBe('Ada');
    expect(freeName('ADA', new Set(['ada']))).toBe('ADA (guest)');
    expect(freeName('Ada', new Set(['ada', 'ada (guest)']))).toBe('Ada (guest 2)');
    const long = 'x'.repeat(60);
    expect(freeName(long, new Set([long])).length).toBeLessThanOrEqual(60);
  });
});
