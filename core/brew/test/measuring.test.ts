import { describe, expect, it } from 'vitest';
import { BREW_KINDS, BREWERS, extractionOf, grindStepsApart, KIND_TRAITS, shareOf } from '..';

describe('extraction', () => {
  it('counts the beverage where water runs through, all the water where it stands', () => {
    const measured = { tdsPercent: 1.32, doseG: 17, waterG: 272, beverageG: 238 };
    expect(extractionOf({ kind: 'cone', ...measured })).toMatchObject({
      percent: 18.5,
      formula: '1.32 % × 238 g ÷ 17 g = 18.5 %',
    });
    expect(extractionOf({ kind: 'press', ...measured })).toMatchObject({
      percent: 21.1,
      formula: '1.32 % × 272 g ÷ 17 g = 21.1 %',
    });
    expect(extractionOf({ kind: 'cone', ...measured, tdsPercent: NaN })).toBeNull();
    expect(extractionOf({ kind: 'cone', ...measured, doseG: 0 })).toBeNull();
  });

  it('gives the share of ice or milk in a drink', () => {
    expect(shareOf(120, 180)).toBe(0.4);
    expect(shareOf(0, 0)).toBe(0);
  });
});

describe('grind settings', () => {
  const grinders = [{ id: 'g', name: 'Hand grinder', burrChanges: [{ on: '2026-02-10', note: '' }] }];
  const at = (on: string, setting: number | null, grinderId = 'g') => ({ on, setting, grinderId });

  it('compare on one grinder with the same burrs only', () => {
    expect(grindStepsApart(at('2026-02-11', 22), at('2026-02-20', 20.5), grinders)).toEqual({ steps: -1.5, why: null });
    expect(grindStepsApart(at('2026-02-01', 22), at('2026-02-20', 20), grinders).why).toContain('burrs');
    expect(grindStepsApart(at('2026-02-11', 22), at('2026-02-20', 20, 'other'), grinders).why).toContain(
      'two grinders',
    );
    expect(grindStepsApart(at('2026-02-11', null), at('2026-02-20', 20), grinders).steps).toBeNull();
  });
});

describe('kinds', () => {
  it('each have an end with a name of its own word and, but for one’s own, equipment that is offered', () => {
    for (const kind of BREW_KINDS) {
      expect(KIND_TRAITS[kind].end, kind).toMatch(/^[a-z ]+$/);
      if (kind !== 'own') expect(BREWERS, kind).toContain(KIND_TRAITS[kind].brewer);
    }
  });
});
