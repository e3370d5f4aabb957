import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import {
  adviseChange,
  againstBand,
  BREW_KINDS,
  BREWERS,
  extractionOf,
  grindStepsApart,
  KIND_TRAITS,
  shareOf,
  TASTES,
  type BrewEvidence,
} from '..';

const band = { fromS: 165, toS: 195 };
const evidence = (differently: Partial<BrewEvidence>): BrewEvidence => ({
  kind: 'cone',
  waterC: 92,
  doseG: 17,
  waterG: 272,
  drainS: 180,
  band,
  extractionPercent: null,
  tastes: [],
  fault: false,
  ...differently,
});

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

describe('advice', () => {
  const headline = (differently: Partial<BrewEvidence>): string => adviseChange(evidence(differently)).headline;

  it('is one change, one direction, one size, with the reason', () => {
    expect(adviseChange(evidence({ drainS: 150, tastes: ['sour'] }))).toEqual({
      change: { what: 'grind', by: -1 },
      headline: 'Next time: grind one step finer.',
      reason: 'It tasted sour and it drained in 2:30, 15 s too fast: too little was drawn out.',
    });
    expect(headline({ drainS: 250, tastes: ['dry', 'chalky'] })).toBe('Next time: grind two steps coarser.');
    expect(headline({ tastes: ['bitter'] })).toBe('Next time: water 2 °C cooler, 90 °C.');
    expect(headline({ tastes: ['sour'], waterC: 96 })).toBe('Next time: grind one step finer.');
    expect(headline({ extractionPercent: 16.9 })).toBe('Next time: water 2 °C hotter, 94 °C.');
    expect(headline({ kind: 'espresso', band: { fromS: 26, toS: 32 }, drainS: 20 })).toBe(
      'Next time: grind two steps finer.',
    );
    expect(headline({ kind: 'cold steep', band: null, drainS: null, tastes: ['bitter'] })).toBe(
      'Next time: steep about 15 % shorter.',
    );
  });

  it('answers strength alone with water', () => {
    expect(headline({ tastes: ['thin'] })).toBe('Next time: 17 g less water, about 1:15.');
    expect(headline({ tastes: ['heavy'] })).toBe('Next time: 17 g more water, about 1:17.');
    expect(headline({ tastes: ['thin'], drainS: 140 })).toBe('Next time: grind one step finer.');
  });

  it('changes nothing without a sign, with opposite signs, or after a fault', () => {
    expect(adviseChange(evidence({}))).toMatchObject({
      change: null,
      reason: 'Nothing asks for a change: its time of 3:00 is inside its band.',
    });
    expect(adviseChange(evidence({ drainS: 220, tastes: ['sour'] }))).toMatchObject({
      change: null,
      headline: 'Change nothing yet.',
    });
    expect(adviseChange(evidence({ drainS: 150, fault: true }))).toMatchObject({ change: null });
    expect(adviseChange(evidence({ drainS: null, band: null })).reason).toContain('Nothing was noted');
  });

  it('never changes more than one thing, nor against its own signs', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...BREW_KINDS),
        fc.subarray([...TASTES]),
        fc.option(fc.integer({ min: 10, max: 600 })),
        fc.option(fc.double({ min: 60, max: 100, noNaN: true })),
        (kind, tastes, drainS, waterC) => {
          const { change, reason } = adviseChange(evidence({ kind, tastes, drainS, waterC }));
          expect(reason.endsWith('.')).toBe(true);
          const under = tastes.some((t) => t === 'sour' || t === 'salty') || (drainS !== null && drainS < band.fromS);
          const over =
            tastes.some((t) => t === 'bitter' || t === 'dry' || t === 'chalky' || t === 'medicinal') ||
            (drainS !== null && drainS > band.toS);
          if (under && over) expect(change).toBeNull();
          if (change?.what === 'grind' && under) expect(change.by).toBeLessThan(0);
          if (change?.what === 'grind' && over) expect(change.by).toBeGreaterThan(0);
          if (change?.what === 'waterC') expect(Math.sign(change.by)).toBe(under || tastes.includes('thin') ? 1 : -1);
        },
      ),
    );
  });

  it('places a time against its band', () => {
    expect([160, 165, 195, 200].map((s) => againstBand(s, band))).toEqual([
      { place: 'fast', byS: 5 },
      { place: 'inside', byS: 0 },
      { place: 'inside', byS: 0 },
      { place: 'slow', byS: 5 },
    ]);
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
