import { describe, expect, it } from 'vitest';
import { estimatedBeverageG, brewKindOf, assessBrew, type Measurements } from '..';

const brew = (differently: Partial<Measurements>): Measurements => ({
  kind: 'cone',
  doseG: 17,
  waterG: 272,
  drainS: 180,
  tdsPercent: null,
  beverageG: null,
  ...differently,
});

describe('a brew read', () => {
  it('takes the weighed beverage before the estimate, and all of a shot', () => {
    expect(assessBrew(brew({})).beverage).toBe(238);
    expect([
      estimatedBeverageG('cone', 240, 15),
      estimatedBeverageG('espresso', 40, 18),
      estimatedBeverageG(brewKindOf({ brewer: 'espresso machine', style: 'milk' }), 36, 18),
    ]).toEqual([210, 40, 36]);
    expect(assessBrew(brew({ beverageG: 204 })).beverage).toBe(204);
    expect(assessBrew(brew({ kind: 'espresso', doseG: 18, waterG: 40, drainS: 25 }))).toMatchObject({
      beverage: 40,
      flow: 1.6,
      extraction: null,
    });
  });

  it('reckons extraction only where dissolved solids were measured', () => {
    expect(assessBrew(brew({})).extraction).toBeNull();
    const { extraction } = assessBrew(brew({ tdsPercent: 1.1 }));
    expect(extraction?.formula).toBe('1.1 % × 238 g ÷ 17 g = 15.4 %');
    expect(assessBrew(brew({ kind: 'press', tdsPercent: 1.3 })).extraction?.formula).toBe(
      '1.3 % × 272 g ÷ 17 g = 20.8 %',
    );
  });

  it('has no flow without a time', () => {
    expect(assessBrew(brew({ drainS: null })).flow).toBeNull();
  });
});

describe('the kind of brewing a brewer stands for', () => {
  it('is told by the brewer and the drink, and decides how extraction is reckoned', () => {
    expect(['cone', 'press', 'siphon', 'sock'].map((brewer) => brewKindOf({ brewer, style: 'filter' }))).toEqual([
      'cone',
      'press',
      'siphon',
      'own',
    ]);
    expect(brewKindOf({ brewer: 'press', style: 'espresso' })).toBe('espresso');
    expect(
      assessBrew(brew({ kind: brewKindOf({ brewer: 'press', style: 'filter' }), tdsPercent: 1.3 })).extraction?.basis,
    ).toContain('immersion');
  });
});
