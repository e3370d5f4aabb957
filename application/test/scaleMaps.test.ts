import { describe, expect, it } from 'vitest';
import { SHAPES } from '../../core/crest';
import { onMainScale } from '../../core/palate';
import type { Tasting } from '../palate/palate';
import { standingsAmong, type StandingItem } from '../palate/standings';
import { baselinesByScale, ONE_SCALE, scaleMapsOf } from '../palate/scaleMaps';

type ScaledBag = Parameters<typeof scaleMapsOf>[0][number];
const bag = (id: string, scoringScale: ScaledBag['scoringScale'], name = id): ScaledBag => ({
  id,
  name,
  roaster: 'Hallstead',
  scoringScale,
  weights: null,
});
const cup = (bagId: string, scoringScale: string, mark: number | null, attributes: object = {}): Tasting =>
  ({ bagId, cup: { scoringScale, mark, parts: [], ...attributes } }) as unknown as Tasting;
const many = (count: number, of: (i: number) => Tasting[]): Tasting[] =>
  Array.from({ length: count }, (_, i) => of(i)).flat();

/** Ten bags by marks around 8, and bags whose level of 3 is as good. */
const marked = Array.from({ length: 10 }, (_, i) => bag(`m${i}`, 'mark10'));
const marks = many(10, (i) => [cup(`m${i}`, 'mark10', 7.6 + 0.2 * (i % 5)), cup(`m${i}`, 'mark10', 8)]);

describe('the maps between a household’s scales', () => {
  it('are nothing where all bags are scored in one way', () => {
    expect(scaleMapsOf(marked, marks)).toBe(ONE_SCALE);
    const weighted = { ...bag('w', 'mark10'), weights: { aroma: 1, acidity: 0, body: 0, sweetness: 0, cleanness: 0 } };
    expect(scaleMapsOf([...marked, weighted], marks)).not.toBe(ONE_SCALE);
  });

  it('are not known by one bag of another kind, and lean towards what bags come to on the whole', () => {
    const { main, of } = scaleMapsOf([...marked, bag('p', 'levels')], [...marks, cup('p', 'levels', 3)]);
    expect(main).toBe('mark10');
    expect(of.levels.isKnown).toBe(false);
    expect(onMainScale(of.levels, 60)).toBeGreaterThan(70);
    expect(of.mark10.isKnown).toBe(true);
  });

  it('are known by the same coffees scored both ways', () => {
    const again = marked.map(({ id }) => bag(`l${id}`, 'levels', id));
    const levels = many(10, (i) => [cup(`lm${i}`, 'levels', 3), cup(`lm${i}`, 'levels', 3)]);
    const { of } = scaleMapsOf([...marked, ...again], [...marks, ...levels]);
    expect(of.levels.isKnown).toBe(true);
    expect(onMainScale(of.levels, 60)).toBeCloseTo(80, 0);
  });

  it('are known by cups with attributes and a mark', () => {
    const attributes = { aroma: 6, acidity: 7, body: 6.5 };
    const both = many(14, (i) => [cup(`m${i % 10}`, 'mark10', 8.5, attributes)]);
    const { of } = scaleMapsOf([...marked, bag('c', 'composite')], [...marks, ...both]);
    expect(of.composite.isKnown).toBe(true);
    expect(onMainScale(of.composite, 65)).toBeGreaterThan(81);
  });
});

describe('standings of bags scored in two ways', () => {
  const item = (id: string, scale: StandingItem['scale'], mean: number): StandingItem => ({
    id,
    name: id,
    bagId: id,
    scale,
    best: { mean, sd: 1.5 },
  });

  it('do not print a liked bag last for its scale, and keep it ahead of a worse one of its own', () => {
    const maps = scaleMapsOf([...marked, bag('p', 'levels')], [...marks, cup('p', 'levels', 3)]);
    const items = [
      ...marked.map(({ id }, i) => item(id, 'mark10', 76 + i)),
      item('good', 'levels', 70),
      item('bad', 'levels', 40),
    ];
    const lines = standingsAmong(items, [], maps);
    const placesOf = (id: string): number[] =>
      lines
        .filter((one) => one.id === id)
        .flatMap(({ place, bestPlace, worstPlace }) => [place, bestPlace, worstPlace]);
    const [[good = NaN, goodBest, goodWorst], [bad, badBest]] = [placesOf('good'), placesOf('bad')];
    expect(goodBest).toBe(1);
    expect(goodWorst).toBeGreaterThan(5);
    expect(bad).toBeGreaterThan(good);
    expect(badBest).toBeGreaterThan(1);
  });

  it('change nothing within one scale', () => {
    const maps = scaleMapsOf([...marked, bag('p', 'levels')], [...marks, cup('p', 'levels', 3)]);
    const items = [item('a', 'levels', 60), item('b', 'levels', 66), item('c', 'levels', 70)];
    expect(standingsAmong(items, [], maps)).toEqual(standingsAmong(items, [], ONE_SCALE));
  });
});

describe('the baseline expected of a bag', () => {
  const past = (scale: 'mark10' | 'levels', mean: number) => ({
    roastLevel: null,
    process: null,
    style: 'filter' as const,
    cups: 6,
    name: '',
    finishedOn: '',
    scale,
    bagLikelihood: { peak: [], shapes: SHAPES.map(() => 0), noise: { mean: 0, sd: 0.3 }, baseline: { mean, sd: 1 } },
  });

  it('is on the scale the bag is scored in', () => {
    const again = marked.map(({ id }) => bag(`l${id}`, 'levels', id));
    const levels = many(10, (i) => [cup(`lm${i}`, 'levels', 3), cup(`lm${i}`, 'levels', 3.5)]);
    const maps = scaleMapsOf([...marked, ...again], [...marks, ...levels]);
    const own = Array.from({ length: 12 }, () => past('mark10', 80));
    const { mark10, levels: byLevels } = baselinesByScale(own, maps);
    expect(mark10).toBeCloseTo(80, 0);
    expect(byLevels).toBeLessThan(70);
    // One bag in levels is read on marks as what it is there.
    const mixed = baselinesByScale([...own, past('levels', 64)], maps);
    expect(mixed.mark10).toBeGreaterThan(78);
  });
});
