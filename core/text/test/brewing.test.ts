import { describe, expect, it } from 'vitest';
import { BREW_KINDS, CHECKS, FAULTS } from '../../brew';
import { cautionsFor } from '../cautions';
import { CHECK_WORDS } from '../bag/checks';
import { FAULT_MEANING } from '../bag/faults';

describe('faults', () => {
  it('each say what they mean, in whole sentences, and leave the judgement', () => {
    for (const fault of FAULTS) {
      expect(FAULT_MEANING[fault], fault).toMatch(/(left out of|out of) the judgement/);
      expect(FAULT_MEANING[fault].endsWith('.'), fault).toBe(true);
    }
  });
});

describe('cautions', () => {
  it('are given for every kind of brewing, its own danger first', () => {
    for (const kind of BREW_KINDS) expect(cautionsFor(kind).length, kind).toBeGreaterThanOrEqual(2);
    expect(cautionsFor('cold steep')[0]).toContain('refrigerator');
    expect(cautionsFor('siphon').join(' ')).toContain('pressure');
    expect(cautionsFor('cone')[0]).toContain('scald');
    for (const kind of BREW_KINDS)
      expect(cautionsFor(kind).join(' '), kind).toMatch(/mould or an off smell: do not taste/);
    expect(cautionsFor('press').join(' ')).toContain('printed plastic');
  });
});

describe('checks before the water goes on', () => {
  it('each have words of their own', () => {
    expect(new Set(CHECKS.map((check) => CHECK_WORDS[check])).size).toBe(CHECKS.length);
  });
});
