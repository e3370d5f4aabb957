import { describe, expect, it } from 'vitest';
import { adviseChange, STARTER_CARDS, type RecipeCard } from '../../../core/brew';
import { readBrew, type Measurements } from '../brewRead';
import { recipeFacts } from '../RecipeLines';

const brew = (differently: Partial<Measurements>): Measurements => ({
  ...{ kind: 'cone', band: { fromS: 165, toS: 195 }, doseG: 15, waterG: 240, waterC: 94, drainS: 180, tdsPercent: null, beverageG: null, tastes: [], fault: false },
  ...differently,
});

const starter = (kind: RecipeCard['kind']): RecipeCard => {
  const card = STARTER_CARDS.find((one) => one.kind === kind);
  if (!card) throw new Error(`No starter recipe for ${kind}`);
  return card;
};

describe('a brew read', () => {
  it('takes the weighed beverage before the estimate, and all of a shot', () => {
    expect(readBrew(brew({})).beverage).toBe(210);
    expect(readBrew(brew({ beverageG: 204 })).beverage).toBe(204);
    expect(readBrew(brew({ kind: 'espresso', doseG: 18, waterG: 40, drainS: 25 }))).toMatchObject({ beverage: 40, flow: 1.6, extraction: null });
  });

  it('reckons extraction only where dissolved solids were measured, and hands it to the advice', () => {
    expect(readBrew(brew({})).read.extractionPercent).toBeNull();
    const { extraction, read } = readBrew(brew({ tdsPercent: 1.1 }));
    expect(extraction?.formula).toBe('1.1 % × 210 g ÷ 15 g = 15.4 %');
    expect(adviseChange(read).headline).toBe('Next time: water 2 °C hotter, 96 °C.');
    expect(readBrew(brew({ kind: 'press', tdsPercent: 1.3 })).extraction?.formula).toBe('1.3 % × 240 g ÷ 15 g = 20.8 %');
  });

  it('has no flow without a time', () => {
    expect(readBrew(brew({ drainS: null })).flow).toBeNull();
  });
});

describe('a recipe in one line', () => {
  it('says what belongs to its kind', () => {
    expect(recipeFacts(starter('cone'))).toBe('15 g to 240 g, 1:16, 94 °C');
    expect(recipeFacts(starter('espresso'))).toBe('18 g in, 40 g out, 1:2.2, 93 °C, 8 bar');
    expect(recipeFacts(starter('iced'))).toBe('20 g to 300 g, 1:15, 120 g of it ice, 94 °C');
    expect(recipeFacts({ ...starter('cone'), waterC: null, grinderSetting: 21.5, hardnessPpm: 80 })).toBe('15 g to 240 g, 1:16, grind 21.5, 80 ppm');
  });
});
