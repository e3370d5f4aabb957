import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SHAPE_SHARES, type Effect } from '../../../crest';
import { SCORING_SCALES } from '../../../cup';
import type { DescriptorOutcome } from '../../../cup/words';
import type { Section } from '../../../writeUp';
import { composeBag } from '..';
import type { BagFacts } from '../facts';
import { cup, FOLLOWED, ONE_EVENING, withMilk } from './sampleFacts';

const said = (sections: readonly Section[]): Record<string, string> =>
  Object.fromEntries(sections.flatMap(({ passages }) => passages.map(({ key, text }) => [key, text])));
const of = (facts: Partial<BagFacts>): Record<string, string> => said(composeBag({ ...FOLLOWED, ...facts }));
const crest = (more: object): BagFacts['crest'] => ({ ...FOLLOWED.crest, ...more });

const outcome = (printed: string, is: DescriptorOutcome['outcome'], as: string[] = []): DescriptorOutcome => ({
  printed,
  word: null,
  outcome: is,
  cups: is === 'never' ? 0 : 2,
  days: [],
  as,
  leading: 0,
  traces: 0,
});
const effect = (more: Partial<Effect>): Effect => ({
  factor: 'brewer',
  setting: 'press',
  mean: -5,
  sd: 1,
  helps: 0.01,
  brews: 3,
  change: null,
  ...more,
});

describe('when a bag is at its best', () => {
  it('is said with what is likelier than not, and what is very likely', () => {
    expect(of({})).toMatchObject({
      'short.when':
        'Hollow Ridge is probably at its best from day 20 to day 37 after roasting, and very likely on days 22 to 33.',
      'short.mark': 'On its best day, brewed as below, it scores 8.8 out of 10 (8 chances in 10: 8.6 to 9.0).',
      'crest.peak':
        'The best single day is most likely day 25; with 8 chances in 10 it lies between day 21 and day 30.',
      'crest.apart': 'Before day 20 it is probably still on the way up; after day 37, probably past its best.',
    });
  });

  it('is said without the firm days where there are none, and as firm as they are', () => {
    const window = { from: 20, to: 20 };
    expect(of({ crest: crest({ core: null }) })['short.when']).toBe(
      'Hollow Ridge is probably at its best from day 20 to day 37 after roasting.',
    );
    expect(of({ crest: crest({ window, core: window }) })['short.when']).toBe(
      'Hollow Ridge is very likely at its best on day 20 after roasting.',
    );
    expect(of({ crest: crest({ window: null, core: null }) })['short.when']).toContain(
      'no span of days is sure enough',
    );
  });

  it('is the first days where it was best fresh, and perhaps them while that may be', () => {
    const fresh = of({ crest: crest({ fresh: 0.9 }) });
    expect(fresh['short.when']).toBe('Hollow Ridge was at its best fresh, very likely, and has faded since.');
    expect(Object.keys(fresh).filter((key) => key.startsWith('crest.'))).toEqual(['crest.shape', 'crest.caption']);
    expect(of({ crest: crest({ fresh: 0.3 }) })['crest.fresh']).toBe('Or it may simply have been at its best fresh.');
    expect(of({})['crest.fresh']).toBeUndefined();
  });

  it('is not claimed of one sitting, of few cups, of none, or where it could be anywhere', () => {
    const notKnown: [BagFacts['crest'], BagFacts['cups'], RegExp][] = [
      [{ is: 'one day', day: 19 }, ONE_EVENING.cups, /^All three cups of Hollow Ridge were tasted on one day, day 19/],
      [{ is: 'one day', day: 19 }, [cup(19, 80)], /was tasted once, on day 19/],
      [{ is: 'too few', days: [9, 16] }, [cup(9, 80), cup(16, 82)], /^Two cups .* on day 9 and day 16 .* too few/],
      [{ is: 'too early', lo: 12, hi: 40, advisedDay: 21 }, FOLLOWED.cups, /cannot be said: .* day 12 to day 40/],
      [{ is: 'unmarked' }, [cup(9, null), cup(12, null)], /^The two cups of Hollow Ridge were not marked/],
      [{ is: 'untasted' }, [], /was not tasted yet/],
    ];
    for (const [without, cups, when] of notKnown) {
      const sections = composeBag({ ...FOLLOWED, crest: without, cups });
      expect(said(sections)['short.when']).toMatch(when);
      expect(sections.some(({ id }) => id === 'crest')).toBe(false);
      const all = Object.values(said(sections)).join(' ');
      expect(all).not.toMatch(/probably at its best|very likely at its best|crest was found|best days|On its best day/);
    }
    expect(said(composeBag(ONE_EVENING))['method.scatter']).toBe(
      'Marks of one and the same coffee are taken to scatter by about 0.4.',
    );
    expect(of({})['method.scatter']).toBeUndefined();
    expect(said(composeBag(ONE_EVENING))['short.mark']).toBe(
      'Its three marks run from 7.2 to 7.8, 7.5 out of 10 on the mean.',
    );
  });

  it('and how it was brewed and judged is not told of a bag that nobody tasted', () => {
    const sections = composeBag({
      ...FOLLOWED,
      crest: { is: 'untasted' },
      cups: [],
      levels: [],
      words: [],
      wordedCups: 0,
    });
    expect(sections.map(({ id }) => id)).toEqual(['head', 'short', 'worth']);
  });

  it('is any day of a steady bag', () => {
    const steady = of({ crest: { is: 'steady', from: 9, to: 45 } });
    expect(steady['short.when']).toContain('from day 9 to day 45 the cups could hardly be told apart');
    expect(steady['readers.love.days']).toBe('For whoever takes weeks over a bag: it hardly changes.');
  });
});

describe('the recipe', () => {
  it('names what served better only where that is very likely and was tried more than once', () => {
    const line = 'Cone: 17 g of coffee to 272 g of water, 1 to 16, at 92 °C.';
    expect(of({})).toMatchObject({
      'recipe.line': line,
      'recipe.best': 'Every cup was made this way, so of other ways nothing is known.',
    });
    const carafe = { setting: 'flat-bottom', mean: 5, helps: 0.97 };
    expect(of({ effects: [effect({}), effect(carafe)] })['recipe.best']).toBe(
      'Of all that was tried, this with the flat-bottom served it best, almost certainly.',
    );
    for (const unsure of [{ brews: 1 }, { helps: 0.79 }])
      expect(of({ effects: [effect({ ...carafe, ...unsure })] })['recipe.best']).toBe(
        'The flat-bottom was tried beside it, and did no better for sure.',
      );
  });

  it('says what each setting did, no surer than it is', () => {
    const tried = of({ effects: [effect({})] });
    expect(tried['recipe.tried.brewer.press']).toBe('The press lowers it clearly, almost certainly.');
    expect(of({ effects: [effect({ mean: -0.5, sd: 2, helps: 0.4 })] })['recipe.tried.brewer.press']).toBeUndefined();
  });
});

describe('the days', () => {
  it('tell what was found, what it was marked, what was done otherwise, and the taster’s own words', () => {
    const changes = [
      { factor: 'brewer' as const, setting: 'press' },
      { factor: 'waterC' as const, setting: '93 °C' },
    ];
    const cups = [
      cup(9, 74, { id: 'a', changes, words: ['hay', 'quince'], remarks: ' Muddy.\nShort. ' }),
      cup(12, null, { id: 'b', words: [] }),
    ];
    const days = composeBag({ ...FOLLOWED, cups }).find(({ id }) => id === 'days')?.passages;
    expect(days).toEqual([
      {
        key: 'days.a',
        text: 'Day 9, with the press and water at 93 °C: 7.4; hay, quince.',
        named: 'Day 9, Mira, with the press and water at 93 °C: 7.4; hay, quince.',
        needs: null,
      },
      { key: 'days.a.words', text: '“Muddy. Short.”', named: null, needs: 'own words' },
      { key: 'days.b', text: 'Day 12.', named: 'Day 12, Mira.', needs: null },
    ]);
  });

  it('quote long words whole of few cups, and whole sentences of many', () => {
    const long = `${'It opens slowly. '.repeat(20)}The end.`;
    const longer =
      of({ cups: [cup(9, 74, { id: 'a', remarks: 'It opens slowly. '.repeat(200) })] })['days.a.words'] ?? '';
    expect(longer.length).toBeGreaterThan(1700);
    expect(longer.length).toBeLessThan(1810);
    const few = of({ cups: [cup(9, 74, { id: 'a', remarks: long })] })['days.a.words'];
    const many = of({ cups: [...FOLLOWED.cups, cup(50, 74, { id: 'a', remarks: long })] })['days.a.words'];
    expect(few).toBe(`“${long}”`);
    expect(many).toMatch(/^“(It opens slowly\. ?)+ …”$/);
    expect((many ?? '').length).toBeLessThan(180);
    const unbroken = of({ cups: [...FOLLOWED.cups, cup(50, 74, { id: 'a', remarks: 'word '.repeat(90) })] })[
      'days.a.words'
    ];
    expect(unbroken).toMatch(/word …”$/);
  });
});

describe('the days of many cups', () => {
  const many = (count: number): BagFacts['cups'] =>
    Array.from({ length: count }, (_, i) =>
      cup(5 + i, i === 31 ? 95 : 80, { id: `c${i}`, remarks: i % 7 === 3 ? 'Noted.' : '' }),
    );
  const daysOf = (cups: BagFacts['cups']): string[] =>
    Object.keys(of({ cups })).filter((key) => /^days\.c\d+$/.test(key));

  it('are all told while they are few enough, and else those that say most, with how many more there are', () => {
    expect(daysOf(many(24))).toHaveLength(24);
    expect(of({ cups: many(24) })['days.more']).toBeUndefined();
    const told = daysOf(many(60));
    expect(told).toHaveLength(24);
    expect(told).toEqual(
      expect.arrayContaining(['days.c0', 'days.c59', 'days.c31', 'days.c3', 'days.c10', 'days.c52']),
    );
    expect(told.map((key) => Number(key.slice(6)))).toEqual(
      told.map((key) => Number(key.slice(6))).sort((a, b) => a - b),
    );
    expect(of({ cups: many(60) })['days.more']).toBe('36 more cups are in the log, and count as these do.');
    const allNoted = many(60).map((one) => ({ ...one, remarks: 'Noted.' }));
    expect(daysOf(allNoted)).toHaveLength(24);
  });
});

describe('levels, notes and label', () => {
  it('stand by how much there was, where they went, and how that was found', () => {
    expect(of({})).toMatchObject({
      'levels.high': 'High: brightness (4½) and clarity (4).',
      'levels.middle': 'In the middle: sweetness (3).',
      'levels.low': 'Low: weight (2).',
      'levels.moved': 'Over the days sweetness rose, and brightness fell.',
      'levels.found.weight': 'Weight was found too little in 3 of 4 cups.',
    });
  });

  it('tell what held from what came early or late', () => {
    expect(of({})).toMatchObject({
      'notes.held': 'What held is quince (4 cups, days 9 to 31).',
      'notes.early': 'Only before day 25: cut grass.',
      'notes.late': 'Only from day 25 on: malt.',
    });
    expect(said(composeBag(ONE_EVENING))['notes.found']).toBe('Found in it: quince (4 cups), cut grass and malt.');
  });

  it('are held against the label, note by note', () => {
    const label = [
      outcome('quince', 'found'),
      outcome('apricot', 'close kin', ['nectarine']),
      outcome('clove', 'never'),
    ];
    expect(of({ label })).toMatchObject({
      'label.found': 'Of the three printed notes quince was found.',
      'label.kin.apricot': 'For apricot came nectarine, its close kin.',
      'label.never': 'Clove never came.',
      'readers.not.label': 'Not for whoever would buy it for clove: it never came.',
    });
    expect(of({ label: [outcome('quince', 'found'), outcome('fig', 'found')] })['label.found']).toBe(
      'Both printed notes were found: quince and fig.',
    );
    expect(of({ label: [outcome('fig', 'never')] })['label.found']).toBe(
      'The one printed note was not found as printed.',
    );
    const roast = { claimed: 'light', perceived: 'medium-light', darker: 1 };
    expect(of({ roast })['label.roast']).toBe('It is sold as a light roast, and looks medium light: a step darker.');
    expect(of({})['label.found']).toBeUndefined();
  });

  it('say who it is for, and who not', () => {
    expect(of({})).toMatchObject({
      'readers.love.levels': 'For whoever likes plenty of brightness.',
      'readers.love.merits': 'For whoever sets store by clarity.',
      'readers.love.words': 'For whoever would be glad of quince in a cup.',
      'readers.not.levels': 'Not for whoever looks for weight: there is little.',
      'readers.not.days': 'Not for whoever opens a bag at once: it needs until day 20.',
    });
    expect(of({ otherDrinks: [withMilk(70)] })['readers.not.milk']).toBe(
      'Not with milk: 7.0 out of 10 there, from 2 cups, against 8.8 out of 10 as filter coffee.',
    );
    expect(of({ otherDrinks: [withMilk(87)] })['readers.love.milk']).toBe(
      'With milk it does as well: 8.7 out of 10, from 2 cups.',
    );
    expect(of({ otherDrinks: [{ ...withMilk(70), score: { mean: 70, cups: 1 } }] })).not.toHaveProperty(
      'readers.not.milk',
    );
    expect(of({ otherDrinks: [{ ...withMilk(70), score: null }] })).not.toHaveProperty('readers.not.milk');
  });
});

describe('what it is worth', () => {
  it('is told with its price, among its kind, and no surer than its interval', () => {
    const value = { above: { mean: 7, lo: 1, hi: 14 }, place: 2, of: 11 };
    const standings = [{ kind: '', of: 11, place: 3, bestPlace: 2, worstPlace: 4 }];
    const worth = composeBag({ ...FOLLOWED, value, standings }).find(({ id }) => id === 'worth')?.passages ?? [];
    expect(worth).toMatchObject([
      { text: 'It cost 14.50 for 250 g: 5.80 for 100 g, 0.99 a cup.', needs: 'price' },
      {
        text: 'For its price it is better than our other bags, by 7 points of a hundred (8 chances in 10: 1 to 14): second of our eleven bags by value.',
        needs: 'price',
      },
      { text: 'Among all our bags it stands third of eleven, could be second to fourth.', needs: 'standing' },
    ]);
    const unsure = of({ value: { ...value, above: { mean: 7, lo: -1, hi: 14 } } });
    expect(unsure['worth.value']).toBe(
      'For its price it gives about what our bags give, second of our eleven bags by value.',
    );
  });

  it('says whether it would be bought again, and by whom', () => {
    expect(of({})['short.again']).toBe('We would buy it again.');
    expect(of({ tasters: 1 })['short.again']).toBe('I would buy it again.');
    expect(of({ buyAgain: 'at this price' })['short.again']).toBe(
      'We would buy it again at its price, 14.50 for 250 g.',
    );
    expect(of({ buyAgain: null })['short.again']).toBeUndefined();
  });
});

describe('every passage', () => {
  const score = fc.integer({ min: 0, max: 1000 }).map((tenths) => tenths / 10);
  const word = fc.constantFrom('quince', 'fig', 'cut grass', 'honey');
  const facts: fc.Arbitrary<BagFacts> = fc
    .record({
      scale: fc.constantFrom(...SCORING_SCALES),
      tasters: fc.integer({ min: 1, max: 3 }),
      faulted: fc.integer({ min: 0, max: 2 }),
      frozenDays: fc.integer({ min: 0, max: 30 }),
      buyAgain: fc.constantFrom('yes', 'at this price', 'another season', 'no', null),
      liked: fc.constantFrom('liked', 'not for me', null),
      blindToLabel: fc.integer({ min: 0, max: 3 }),
      cups: fc.array(
        fc.record({ restDay: fc.integer({ min: 0, max: 80 }), score: fc.option(score), words: fc.uniqueArray(word) }),
        { minLength: 1, maxLength: 6 },
      ),
      label: fc.uniqueArray(
        fc.record({ printed: word, is: fc.constantFrom('found', 'close kin', 'in general', 'never') }),
        { selector: ({ printed }) => printed },
      ),
      words: fc.uniqueArray(fc.record({ name: word, cups: fc.integer({ min: 1, max: 6 }) }), {
        selector: ({ name }) => name,
      }),
      price: fc.option(fc.double({ min: 0.5, max: 90, noNaN: true })),
      isAssumed: fc.boolean(),
      effects: fc.array(
        fc.record({
          mean: fc.double({ min: -9, max: 9, noNaN: true }),
          helps: fc.double({ min: 0, max: 1, noNaN: true }),
          brews: fc.integer({ min: 1, max: 4 }),
        }),
        { maxLength: 2 },
      ),
      from: fc.integer({ min: 1, max: 60 }),
      length: fc.integer({ min: 0, max: 20 }),
      is: fc.constantFrom('known', 'one day', 'too few', 'too early', 'steady', 'only compared', 'unmarked'),
      fresh: fc.double({ min: 0, max: 1, noNaN: true }),
    })
    .map((drawn): BagFacts => {
      const window = { from: drawn.from, to: drawn.from + drawn.length };
      const best = { window, core: null, day: drawn.from, lo: drawn.from, hi: window.to };
      const crests: Record<string, BagFacts['crest']> = {
        known: { is: 'known', ...best, fresh: drawn.fresh, shapes: SHAPE_SHARES, score: { mean: 80, lo: 77, hi: 83 } },
        'one day': { is: 'one day', day: drawn.from },
        'too few': { is: 'too few', days: [drawn.from, window.to] },
        'too early': { is: 'too early', lo: drawn.from, hi: window.to, advisedDay: drawn.from },
        steady: { is: 'steady', ...window },
        'only compared': { is: 'only compared', ...best },
        unmarked: { is: 'unmarked' },
      };
      return {
        ...FOLLOWED,
        ...drawn,
        coffee: { ...FOLLOWED.coffee, price: drawn.price, isRoastAssumed: drawn.isAssumed },
        crest: crests[drawn.is] ?? FOLLOWED.crest,
        cups: drawn.cups.map((one, i) => cup(one.restDay, one.score, { ...one, id: `c${i}` })),
        label: drawn.label.map(({ printed, is }) =>
          outcome(printed, is, is === 'never' || is === 'found' ? [] : ['plum']),
        ),
        words: drawn.words.map((one) => ({ ...one, days: [drawn.from] })),
        effects: drawn.effects.map((one, i) => effect({ ...one, setting: `kind ${i}` })),
      };
    });

  it('is a sentence a person could have written, under a key of its own', () => {
    fc.assert(
      fc.property(facts, (drawn) => {
        const passages = composeBag(drawn).flatMap(({ passages: all }) => all);
        expect(new Set(passages.map(({ key }) => key)).size).toBe(passages.length);
        for (const { key, text, named } of passages)
          for (const one of [text, ...(named === null ? [] : [named])]) {
            expect(one).not.toMatch(/undefined|null|NaN|Infinity|\d{4}-\d\d|\d\.\d{4}| {2}|\.\.|,\.| ,|\( /);
            if (key !== 'head.title') expect(one).toMatch(/^["“A-Z0-9].*[.!?”]$/s);
          }
      }),
      { numRuns: 300 },
    );
  });

  it('has a taster’s name only where names are asked for', () => {
    const all = composeBag(FOLLOWED).flatMap(({ passages }) => passages);
    expect(all.some(({ named }) => named?.includes('Mira'))).toBe(true);
    expect(all.every(({ text }) => !text.includes('Mira'))).toBe(true);
  });
});
