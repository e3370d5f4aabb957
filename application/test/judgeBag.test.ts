import { describe, expect, it } from 'vitest';
import { bag as bagSchema, bagInput } from '../../contract/bag/bag';
import { brewInput, type BrewDraft } from '../../contract/bag/brew';
import { fitCrest, ageOn } from '../../core/crest';
import { scoreOfCup } from '../../core/cup';
import { stateOnDay } from '../../core/text';
import { METRIC } from '../../core/text/units';
import { fitInput, type LoggedBrew } from '../judgeBag';

const reference = { style: 'filter', brewer: 'cone', doseG: 17, waterG: 272, waterC: 92, grindStep: 0 } as const;
const BAG = bagSchema.parse({
  ...bagInput.parse({ name: 'Quince', roastedOn: '2026-02-01', roastLevel: 'light', reference }),
  id: '0f0e7c2e-1111-4111-8111-000000000001',
  createdAt: '',
  revision: 1,
});

function logged(n: number, day: number, differently: Partial<BrewDraft> = {}): LoggedBrew {
  const {
    making,
    liveId: _,
    revision: __,
    ...brew
  } = brewInput.parse({
    ...reference,
    brewedAt: `2026-02-${String(1 + day).padStart(2, '0')}T08:00:00+00:00`,
    cup: { scoringScale: 'mark10', mark: null },
    ...differently,
  });
  return {
    ...brew,
    id: String(n),
    bagId: BAG.id,
    createdAt: '',
    revision: 1,
    score: scoreOfCup(brew.cup),
    cup: { ...brew.cup, descriptors: [] },
    making: making && { ...making, recipe: null },
  };
}

const cup = (fields: object): BrewDraft['cup'] => ({ scoringScale: 'mark10', mark: null, ...fields });

describe('what the engine is given of a log', () => {
  it('five cups with nothing but words of progress give a verdict', () => {
    const words = [null, 'best yet', 'best yet', 'a step down', 'a step down'] as const;
    const brews = words.map((progress, i) => logged(i, 4 + 5 * i, { cup: cup({ progress }) }));
    const fit = fitCrest(fitInput(BAG, brews, null));
    expect(fit.basis).toEqual({ marks: 0, levels: 0, comparisons: 5 });
    expect(fit.advisedDay).toBeGreaterThan(9);
    expect(fit.advisedDay).toBeLessThan(20);
    expect(stateOnDay(fit, ageOn(BAG, '2026-02-26'), false, METRIC).state).toBe('fading');
  });

  it('what was said of two cups by name comes before a word of progress', () => {
    const than = { thanId: '0f0e7c2e-1111-4111-8111-000000000009', was: 'like' };
    const first = { ...logged(1, 5), id: than.thanId };
    const second = logged(2, 9, { cup: cup({ progress: 'best yet', comparisons: [than] }) });
    expect(fitInput(BAG, [second, first], null).brews[0]?.comparisons).toEqual([than]);
  });

  it('is told how far an assumed roast date may be off, and how much gas each brew let go', () => {
    const undated = { ...BAG, roastedOn: null, arrivedOn: '2026-02-12' };
    const brews = [logged(1, 20, { making: { recipeVersionId: null, vigour: 'faint' } }), logged(2, 22)];
    const input = fitInput(undated, brews, null);
    expect(input.ageSdDays).toBeGreaterThan(10);
    expect(input.brews.map(({ age, vigour }) => [age, vigour])).toEqual([
      [20, 'faint'],
      [22, null],
    ]);
    expect(fitInput(BAG, brews, null).ageSdDays).toBe(0);
  });

  it('compares no faulted cup and no other drink by a word', () => {
    const brews = [
      logged(1, 5, { fault: 'spill' }),
      logged(2, 6, { style: 'espresso' }),
      logged(3, 7, { cup: cup({ progress: 'a step down' }) }),
    ];
    expect(fitInput(BAG, brews, null).brews.every(({ comparisons }) => comparisons?.length === 0)).toBe(true);
  });

  it('reads how a drink was made: shares of the whole, the time of what is timed, the phase of the mark', () => {
    const making = { milkG: 120, iceG: 40, pressureBar: 9, hardnessPpm: 80, grindWord: 'fine' as const };
    const drink = logged(1, 5, {
      style: 'milk',
      waterG: 40,
      drainS: 28,
      making,
      cup: cup({ milkKind: 'Whole', markAt: 'warm' }),
    });
    expect(fitInput(BAG, [drink], null).brews[0]).toMatchObject({
      timeS: 28,
      pressureBar: 9,
      hardnessPpm: 80,
      grindWord: 'fine',
      milkKind: 'whole',
      markAt: 'warm',
      milkShare: 0.6,
      iceShare: 0.2,
    });
    const filter = logged(2, 6, { drainS: 190 });
    expect(fitInput(BAG, [filter], null).brews[0]).toMatchObject({ timeS: null, milkShare: null, milkKind: null });
  });
});
