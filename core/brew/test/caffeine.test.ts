import { describe, expect, it } from 'vitest';
import { caffeineByTaster, caffeineMg, type CaffeineBrew } from '../caffeine';

const brew = (differently: Partial<CaffeineBrew> = {}): CaffeineBrew => ({
  id: 'a',
  potId: null,
  tasterId: 'ada',
  style: 'filter',
  doseG: 15,
  fault: null,
  species: null,
  isDecaffeinated: false,
  ...differently,
});

describe('caffeine', () => {
  it('goes by the dose, the drink and the coffee', () => {
    expect(caffeineMg(brew())).toBeCloseTo(165.6);
    expect(caffeineMg(brew({ species: 'robusta' }))).toBeCloseTo(303.6);
    expect(caffeineMg(brew({ isDecaffeinated: true, species: 'robusta' }))).toBeCloseTo(13.8);
    expect(caffeineMg(brew({ style: 'espresso', doseG: 18 }))).toBeCloseTo(172.8);
  });

  it('of one brew is shared by its cups, and what was spilled is not drunk', () => {
    const shared = [brew({ doseG: 30 }), brew({ id: 'b', potId: 'a', tasterId: 'noor', doseG: 30 })];
    const tally = caffeineByTaster([...shared, brew({ id: 'c', fault: 'spill' }), brew({ id: 'd', tasterId: null })]);
    expect([...tally].map(([taster, mg]) => [taster, Math.round(mg)])).toEqual([
      ['ada', 166],
      ['noor', 166],
      [null, 166],
    ]);
  });
});
