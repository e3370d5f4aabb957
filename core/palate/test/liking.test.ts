import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { describe, expect, it } from 'vitest';
import { complaintsOf, scoreByLevels } from '../../cup';
import { LIKING_CUPS } from '../constants';
import { levelLikings, likingOf, type DescribedCup } from '../liking';

const NOTHING_SAID = { levels: new Map<string, number>(), feel: new Map(), families: [], textures: [] };

/**
 * Cups of a taster who likes sweetness up to 3.5, more fruit the better, does not like nuts, and is told of weight for
 * nothing.
 */
function tasted(count: number, seed: number, noise = 2, fruitSlope = 2): DescribedCup[] {
  const random = xoroshiro128plus(seed);
  const uniform = (): number => uniformFloat64(random);
  // Seeds that are neighbours begin alike.
  for (let i = 0; i < 100; i++) uniform();
  const level = (): number => 1 + Math.round(8 * uniform()) / 2;
  return Array.from({ length: count }, () => {
    const [sweetness, fruit, weight] = [level(), level(), level()];
    const nuts = uniform() < 0.4;
    const error = noise * (uniform() + uniform() + uniform() - 1.5) * 2;
    return {
      ...NOTHING_SAID,
      score: 78 - 2 * (sweetness - 3.5) ** 2 + fruitSlope * (fruit - 3) - (nuts ? 5 : 0) + error,
      levels: new Map(Object.entries({ sweetness, fruit, weight })),
      families: nuts ? ['nuts and seeds'] : ['flowers'],
    };
  });
}

describe('what levels are worth', () => {
  it('is told of those that are told from nothing alone, and puts cups in the order of their scores', () => {
    const cups = tasted(120, 11);
    const liking = likingOf(cups);
    const likings = liking ? levelLikings(liking, 3.5) : {};
    expect(Object.keys(likings).sort()).toEqual(['fruit', 'sweetness']);
    const worth = (name: string, level: number): number => {
      const { usual = 0, slope = 0, bend = 0 } = likings[name] ?? {};
      return 3.5 * (slope * (level - usual) + bend * (level - usual) ** 2);
    };
    // 2 points a level of fruit; sweetness best at 3.5, two points less a step away.
    expect(worth('fruit', 4) - worth('fruit', 2)).toBeGreaterThan(3);
    expect(worth('fruit', 4) - worth('fruit', 2)).toBeLessThan(5);
    expect(worth('sweetness', 3.5)).toBeGreaterThan(worth('sweetness', 2) + 2);
    expect(worth('sweetness', 3.5)).toBeGreaterThan(worth('sweetness', 5) + 2);
  });
});

describe('what drives liking', () => {
  it('is silent below fifteen cups', () => {
    expect(likingOf(tasted(LIKING_CUPS - 1, 1))).toBeNull();
    expect(likingOf(tasted(LIKING_CUPS, 1))).not.toBeNull();
    expect(likingOf(Array.from({ length: 20 }, () => ({ ...NOTHING_SAID, score: 70 })))).toEqual({
      cups: 20,
      drivers: [],
    });
  });

  it('finds an ideal, a slope and a family, and claims nothing of what does not matter', () => {
    const drivers = likingOf(tasted(80, 7))?.drivers ?? [];
    const of = (name: string) => drivers.find((one) => one.of === name);
    expect(of('sweetness')?.ideal).toBeGreaterThan(3);
    expect(of('sweetness')?.ideal).toBeLessThan(4);
    expect(of('fruit')?.effect.lo).toBeGreaterThan(0.8);
    expect(of('fruit')?.effect.hi).toBeLessThan(3);
    expect(of('fruit')?.ideal).toBeNull();
    // One family there means the other is not: the two share what they add.
    expect((of('nuts and seeds')?.effect.mean ?? 0) - (of('flowers')?.effect.mean ?? 0)).toBeLessThan(-3);
    expect(Math.abs(of('weight')?.effect.mean ?? NaN)).toBeLessThan(0.8);
    expect(of('weight')?.ideal).toBeNull();
  });

  it('reads what was felt and textures beside levels, and what was not written as the usual', () => {
    const cups = tasted(80, 11).map((one, i): DescribedCup => {
      const finish = i % 4 === 3 ? null : 1 + (i % 5);
      const isSilky = i % 3 === 0;
      const score = one.score + (finish === null ? 0 : 2 * (finish - 3)) + (isSilky ? 4 : 0);
      const feel = new Map(finish === null ? [] : [['finish' as const, finish]]);
      return { ...one, score, feel, textures: isSilky ? ['silky'] : [] };
    });
    const drivers = likingOf(cups)?.drivers ?? [];
    const of = (name: string) => drivers.find((one) => one.of === name);
    expect(of('finish')).toMatchObject({ kind: 'feel', cups: 60, ideal: null, bend: 0 });
    expect(of('finish')?.effect.mean).toBeGreaterThan(1.2);
    expect(of('finish')?.effect.mean).toBeLessThan(2.8);
    expect(of('silky')).toMatchObject({ kind: 'texture', cups: 27 });
    expect(of('silky')?.effect.lo).toBeGreaterThan(1);
    // What is felt is no level: the engine is not given it.
    expect(Object.keys(levelLikings({ cups: 80, drivers }, 3.5))).not.toContain('finish');
  });

  it('holds what is true eight times in ten', () => {
    let inside = 0;
    const RUNS = 120;
    for (let run = 0; run < RUNS; run++) {
      // Whatever it is that is true.
      const truth = 3 * Math.cos(2 * run);
      const fruit = likingOf(tasted(40, 100 + run, 3, truth))?.drivers.find((one) => one.of === 'fruit')?.effect;
      if (fruit && fruit.lo <= truth && fruit.hi >= truth) inside++;
    }
    expect(inside / RUNS).toBeGreaterThan(0.68);
    expect(inside / RUNS).toBeLessThan(0.92);
  });

  it('says no ideal that lies where no cup can be', () => {
    // Falls ever faster, from 1 on: the best of it would be below 1.
    const cups = Array.from({ length: 60 }, (_, i) => {
      const sweetness = 1 + (i % 9) / 2;
      return {
        ...NOTHING_SAID,
        score: 90 - 1.2 * (sweetness + 1) ** 2 + ((i * 7) % 5) / 5,
        levels: new Map([['sweetness', sweetness]]),
        families: [],
      };
    });
    const [driver] = likingOf(cups)?.drivers ?? [];
    expect(driver?.bend).toBeLessThan(0);
    expect(driver?.ideal).toBeNull();
    expect(driver?.effect.hi).toBeLessThan(0);
  });

  it('does not hear of what hardly any cup speaks of, nor of what all do', () => {
    const cups = tasted(30, 3).map((cup, i) => ({
      ...cup,
      levels: new Map([...cup.levels, ...(i < 3 ? [['length', 4] as const] : []), ['roast', 3] as const]),
      families: [...cup.families, 'citrus'],
    }));
    const named = likingOf(cups)?.drivers.map((one) => one.of);
    for (const unheard of ['length', 'roast', 'citrus']) expect(named).not.toContain(unheard);
  });
});

describe('an attribute by a name that every object answers to', () => {
  it.each(['__proto__', 'constructor', 'toString'])('%s is one like any other', (attribute) => {
    const cups = tasted(60, 3).map((cup) => ({
      ...cup,
      levels: new Map([[attribute, cup.levels.get('fruit') ?? 3] as const]),
    }));
    const liking = likingOf(cups);
    expect(liking?.drivers.map(({ of }) => of)).toContain(attribute);
    const likings = liking ? levelLikings(liking, 3.5) : {};
    expect(Object.keys(likings)).toEqual([attribute]);
    const given = (intensity: '2' | '4') => [{ attribute, intensity, adequacy: null }] as const;
    const kept = JSON.parse(JSON.stringify(likings)) as typeof likings;
    expect(scoreByLevels(given('4'), null, 3.5, {}, kept)).toBeGreaterThan(
      scoreByLevels(given('2'), null, 3.5, {}, kept) ?? 100,
    );
    expect(scoreByLevels(given('4'), null, 3.5)).toBeNull();
    expect(complaintsOf([{ attribute, adequacy: 'too much' }])).toEqual([
      { attribute, adequacy: 'too much', taste: null },
    ]);
  });
});
