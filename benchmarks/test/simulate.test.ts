import { describe, expect, it } from 'vitest';
import { bestScoringDay, parabola } from '../judge/advisers';
import { LIKE, logProbabilityOfWords, type Word } from '../judge/comparedFloor';
import { bayesOptimalDay } from '../judge/floor';
import { Calibration, regret, trueBestDay } from '../judge/measures';
import { simulateBag } from '../simulate/brewing';
import { FAMILIES, truthOf, unseen, type Truth } from '../simulate/families';
import { random } from '../simulate/random';

const seeds = Array.from({ length: 400 }, (_, i) => 7_000_003 + i);
const mean = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0) / values.length;

describe('the numbers of the simulator', () => {
  it('are spread evenly over neighbouring seeds, from the first one on', () => {
    for (const place of [0, 1, 2, 7]) {
      const drawn = seeds.map((seed) => {
        const rng = random(seed);
        return Array.from({ length: place + 1 }, () => rng.uniform()).at(-1) ?? NaN;
      });
      for (let tenth = 0; tenth < 10; tenth++) {
        const count = drawn.filter((u) => Math.floor(u * 10) === tenth).length;
        // 40 are expected, give or take 6.
        expect(count).toBeGreaterThan(15);
        expect(count).toBeLessThan(65);
      }
    }
  });

  it('are the same for the same seed', () => {
    expect(JSON.stringify(simulateBag('crest', 12))).toBe(JSON.stringify(simulateBag('crest', 12)));
    expect(JSON.stringify(simulateBag('crest', 12))).not.toBe(JSON.stringify(simulateBag('crest', 13)));
  });

  it('give bags of every roast, whose first cups do not all err the same way', () => {
    const bags = seeds.slice(0, 120).map((seed) => simulateBag('crest', seed));
    expect(new Set(bags.map(({ input }) => input.roastLevel)).size).toBe(3);
    const errors = bags.flatMap(({ truth, taste, input }) => {
      const [first] = input.brews;
      return first?.overall != null && first.fault === null && first.brewer === 'cone'
        ? [(first.overall - truth[Math.round(first.age)]!) / taste.sigma]
        : [];
    });
    expect(errors.length).toBeGreaterThan(60);
    expect(Math.abs(mean(errors))).toBeLessThan(0.4);
  });

  it('follow a normal distribution where they should', () => {
    const rng = random(3);
    const drawn = Array.from({ length: 4000 }, () => rng.normal(10, 2));
    expect(mean(drawn)).toBeCloseTo(10, 0);
    expect(Math.sqrt(mean(drawn.map((x) => (x - 10) ** 2)))).toBeCloseTo(2, 0);
  });
});

describe('the families of truth', () => {
  const truthIn = (family: string): Truth => truthOf(FAMILIES[family]!.family, random(9), 17);

  it('are finite on every day, and do what their names say', () => {
    for (const family of [...Object.values(FAMILIES).map(({ family }) => family), unseen])
      expect(Array.from(truthOf(family, random(5), 17)).every(Number.isFinite)).toBe(true);
    const fading = truthIn('fading');
    expect(fading.every((y, day) => day === 0 || y < fading[day - 1]!)).toBe(true);
    const crest = truthIn('crest');
    const top = crest.indexOf(Math.max(...crest));
    expect(crest.every((y, day) => day === 0 || (day <= top ? y >= crest[day - 1]! : y <= crest[day - 1]!))).toBe(true);
    const humps = truthIn('two humps');
    expect(humps.filter((y, day) => day > 0 && day < 90 && y > humps[day - 1]! && y >= humps[day + 1]!)).toHaveLength(
      2,
    );
    const flat = truthIn('flat');
    expect(Math.max(...flat) - Math.min(...flat)).toBeLessThan(4);
  });
});

describe('the judges', () => {
  const truth = Float64Array.from({ length: 91 }, (_, day) => 90 - Math.abs(day - 20));

  it('count regret from the best day that may be advised', () => {
    expect(trueBestDay(truth)).toBe(20);
    expect([regret(truth, 20), regret(truth, 26)]).toEqual([0, 6]);
    expect(trueBestDay(Float64Array.from({ length: 91 }, (_, day) => -day))).toBe(4);
  });

  it('measure calibration in bins, and the Brier score against the base rate', () => {
    const honest = new Calibration();
    const boastful = new Calibration();
    for (let i = 0; i < 1000; i++) {
      honest.add(0.3, i % 10 < 3);
      boastful.add(0.9, i % 10 < 3);
    }
    expect(honest.worstBin()).toBeCloseTo(0, 9);
    expect(boastful.worstBin()).toBeCloseTo(0.6, 9);
    expect(honest.brier().score).toBeCloseTo(honest.brier().baseRate, 9);
    expect(boastful.brier().score).toBeGreaterThan(boastful.brier().baseRate);
  });

  it('know a notebook from a spreadsheet, and the floor beats both on average', () => {
    const bags = Object.keys(FAMILIES).flatMap((family, f) =>
      Array.from({ length: 8 }, (_, b) => simulateBag(family, 70_001 + 97 * f + b)),
    );
    const lost = (adviser: (bag: (typeof bags)[number], b: number) => number): number =>
      mean(bags.map((bag, b) => regret(bag.truth, adviser(bag, b))));
    const floor = lost((bag) => bayesOptimalDay(bag, 600));
    expect(floor).toBeLessThan(lost(({ input }) => bestScoringDay(input)));
    expect(floor).toBeLessThan(lost(({ input }) => parabola(input)));
  });
});

describe('words about cups', () => {
  it('are as probable as they are said of cups that are tasted and marked', () => {
    const cups = [
      { tastes: 80, sd: 3 },
      { tastes: 84, sd: 3.5 },
      { tastes: 83, sd: 5 },
      { tastes: 79, sd: 3 },
    ];
    const words: (Word | null)[] = [
      null,
      { than: 0, was: 'better' },
      { than: 1, was: 'like' },
      { than: 0, was: 'worse' },
    ];
    const rng = random(5);
    const tastings = 60_000;
    let said = 0;
    for (let i = 0; i < tastings; i++) {
      const marks = cups.map(({ tastes, sd }) => Math.round(rng.normal(tastes, sd)));
      const wordFor = (by: number): string => (by > LIKE ? 'better' : by < -LIKE ? 'worse' : 'like');
      if (words.every((word, k) => !word || wordFor(marks[k]! - marks[word.than]!) === word.was)) said++;
    }
    expect(Math.exp(logProbabilityOfWords(words, cups)) / (said / tastings)).toBeCloseTo(1, 1);
    expect(said).toBeGreaterThan(1000);
  });

  it('of one cup against another come to 1', () => {
    const cups = [
      { tastes: 97, sd: 3 },
      { tastes: 99, sd: 3 },
    ];
    const all = (['better', 'like', 'worse'] as const).map((was) =>
      Math.exp(logProbabilityOfWords([null, { than: 0, was }], cups)),
    );
    expect(all[0]! + all[1]! + all[2]!).toBeCloseTo(1, 9);
    expect(all[0]).toBeGreaterThan(all[2]!);
  });
});
