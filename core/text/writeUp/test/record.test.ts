import { describe, expect, it } from 'vitest';
import type { DescriptorOutcome } from '../../../cup/words';
import { composeBag } from '..';
import type { BagFacts } from '../facts';
import { FOLLOWED, withMilk } from './sampleFacts';

const of = (facts: Partial<BagFacts>): Record<string, string> =>
  Object.fromEntries(
    composeBag({ ...FOLLOWED, ...facts }).flatMap(({ passages }) => passages.map(({ key, text }) => [key, text])),
  );
const coffee = (more: Partial<BagFacts['coffee']>): Record<string, string> =>
  of({ coffee: { ...FOLLOWED.coffee, ...more } });

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

describe('another way the bag was drunk', () => {
  const milk = withMilk(81);

  it('is told from its own cups, against the drink it is judged in', () => {
    const said = of({ otherDrinks: [{ ...milk, grind: 'a fine grind' }] });
    expect(said['drinks.milk']).toBe('With milk, 2 cups on days 12 to 15: 8.1 out of 10 on average. Found: molasses.');
    expect(said['drinks.milk.levels']).toBe('With milk it has less brightness (2, not 4½) than as filter coffee.');
    expect(said['drinks.milk.recipe']).toBe('Espresso machine: 18 g in, 36 g out, at 93 °C, a fine grind.');
    expect(said['drinks.milk.label']).toBeUndefined();
  });

  it('has the label held against it alone', () => {
    const label = [
      outcome('quince', 'found'),
      outcome('apricot', 'close kin', ['nectarine']),
      outcome('clove', 'never'),
    ];
    expect(of({ otherDrinks: [{ ...milk, label }] })['drinks.milk.label']).toBe(
      'Of the printed notes quince came through; there was nectarine for apricot; clove did not come.',
    );
  });

  it('states its levels where none lies far from the usual, and no mark where nobody gave one', () => {
    const levels = [{ name: 'brightness', value: 4 }];
    const said = of({ otherDrinks: [{ ...milk, levels, score: null, words: [], cups: 1, days: [12] }] });
    expect(said['drinks.milk']).toBe('With milk, 1 cup on day 12.');
    expect(said['drinks.milk.levels']).toBe('Levels with milk: brightness 4.');
    expect(of({ otherDrinks: [{ ...milk, levels: [] }] })).not.toHaveProperty('drinks.milk.levels');
  });
});

describe("the taster's own mark at the end", () => {
  const mark = { style: 'filter', scoringScale: 'mark10', mark: 8.4, isForThePrice: false } as const;

  it('stands beside what the engine says, without a drink where there is one', () => {
    expect(of({ finalMarks: [mark] })['short.own']).toBe('Our own mark: 8.4 out of 10.');
    expect(of({})['short.own']).toBeUndefined();
  });

  it('is one of each drink, in stars where they are used, and says that its price was weighed in', () => {
    const stars = { ...mark, scoringScale: 'stars', mark: 3.75 } as const;
    const milk = { ...mark, style: 'milk', mark: 7.9, isForThePrice: true } as const;
    expect(of({ finalMarks: [mark, stars, milk], tasters: 1 })['short.own']).toBe(
      'My own mark: 8.4 out of 10 and 3¾ of 5 stars as filter coffee; 7.9 out of 10 with milk, its price weighed in.',
    );
    expect(of({ finalMarks: [milk] })['short.own']).toContain('7.9 out of 10 with milk');
  });
});

describe('what the label claims', () => {
  it('is told with lot, harvest and the parts of a blend', () => {
    expect(coffee({ lot: '7', harvest: 'spring 2026', species: 'robusta' })['head.line']).toBe(
      'Burundi, lot 7, harvest spring 2026, 1,800 m, Mundo Novo, robusta, honey, medium light roast. Fernhill Roastery, roasted on 4 September 2026.',
    );
    const blend = [
      { name: 'Burundi', sharePercent: 60 },
      { name: 'Uganda', sharePercent: null },
    ];
    expect(coffee({ blend })['head.blend']).toBe('A blend of 60\u202f% Burundi and Uganda.');
    expect(coffee({ certificates: 'grown in shade' })['label.claims']).toBe('The label also claims: grown in shade.');
  });

  it('names what the roaster means it for only where it was drunk otherwise', () => {
    expect(coffee({ meantFor: 'espresso' })['label.meant']).toBe(
      'Its roaster means it for espresso; it is judged here as filter coffee.',
    );
    for (const meantFor of ['filter', 'either', null]) expect(coffee({ meantFor })['label.meant']).toBeUndefined();
  });

  it('holds the printed recipe against the reference', () => {
    const printed = { difference: 'It differs from yours in 94 °C and 3 pours (yours: 2).', asPrinted: 'Pour slowly' };
    expect(of({ printed })).toMatchObject({
      'recipe.printed.apart': 'It differs from yours in 94 °C and 3 pours (yours: 2).',
      'recipe.printed.said': 'As printed: “Pour slowly”',
    });
    expect(of({ printed: { difference: '', asPrinted: '' } })).not.toHaveProperty('recipe.printed.said');
  });

  it('keeps the bet, what became of it, and the roast colour', () => {
    const bet = { said: 'Jam and no acidity', score: 80, held: 'half held' };
    const mark = (score: number): string | undefined => of({ bet: { ...bet, score } })['label.bet.mark'];
    expect(mark(89)).toBe('The bet was 8.9 out of 10, and on its best day it scores 8.8: about as betted.');
    expect(mark(93)).toBe('The bet was 9.3 out of 10, and on its best day it scores 8.8: worse than betted.');
    expect(of({ bet, crest: { is: 'one day', day: 9 } })).not.toHaveProperty('label.bet.mark');
    expect(of({ bet, colour: '84 whole, 96 ground' })).toMatchObject({
      'label.bet': 'The bet before the first sip: “Jam and no acidity”',
      'label.bet.mark': 'The bet was 8.0 out of 10, and on its best day it scores 8.8: better than betted.',
      'label.bet.held': 'The bet: half held.',
      'label.colour': 'Roast colour: 84 whole, 96 ground.',
    });
  });
});

describe('where it can be bought, and whether again', () => {
  it('is said as far as it is known', () => {
    expect(coffee({ shop: 'Gable Street', link: 'https://gable.example/7' })['worth.shop']).toBe(
      'Bought at Gable Street: https://gable.example/7',
    );
    expect(coffee({ shop: 'Gable Street' })['worth.shop']).toBe('Bought at Gable Street.');
    expect(coffee({ link: 'https://gable.example/7' })['worth.shop']).toBe('Where it is sold: https://gable.example/7');
    expect(coffee({ soldAgain: 'never again' })['worth.sold']).toBe('It will not be sold again.');
    expect(coffee({ soldAgain: 'once a year' })['worth.sold']).toBe('It is sold once a year.');
    expect(coffee({})).not.toHaveProperty('worth.sold');
  });

  it('stands against a yardstick, and says where that was only remembered', () => {
    const said = { better: 2, like: 0, worse: 1 };
    const yardstick = { name: 'Rook Ledge', isRemembered: true, said };
    expect(of({ yardsticks: [yardstick] })['worth.yardstick.0']).toBe(
      'Hollow Ridge against Rook Ledge as remembered: better to two, worse to one.',
    );
    expect(of({ yardsticks: [{ ...yardstick, isRemembered: false }] })['worth.yardstick.0']).toContain(
      'against Rook Ledge: better',
    );
  });
});

describe('what was felt and seen', () => {
  it('is told as far as it was written, with where words were found', () => {
    const feel: BagFacts['feel'] = {
      ...FOLLOWED.feel,
      finish: [9, 16, 23].map((day, i) => ({ day, value: 15 * (i + 1), cups: 1 })),
      dryness: [{ day: 9, value: 1, cups: 2 }],
      textures: [{ what: 'silky', cups: 3, days: [9, 16, 23] }],
      colours: [{ what: 'amber', cups: 1, days: [9] }],
    };
    const places: BagFacts['places'] = [
      { word: { name: 'jasmine' }, places: ['nose'] },
      { word: { name: 'fig' }, places: ['palate', 'cool'] },
    ];
    expect(of({ feel, places, openedDay: 6, grind: 'setting 21 of the hand grinder' })).toMatchObject({
      'levels.finish': 'The finish grew longer: 15\u202fs on day 9, 45\u202fs on day 23.',
      'levels.dryness': 'Dryness: a trace.',
      'levels.texture': 'Texture: silky (3 cups).',
      'levels.look': 'In the cup it is amber.',
      'notes.places': 'By the nose alone: jasmine. On the palate alone: fig. Only once cool: fig.',
      'method.opened': 'The bag was opened on day 6 after roasting.',
      'recipe.grind': 'Ground at setting 21 of the hand grinder.',
    });
  });

  it('has the attributes and the parts of a sheet', () => {
    const parts = [
      { name: 'taste', mean: 12.25, most: 16, takenOff: false },
      { name: 'flaws', mean: 1, most: 10, takenOff: true },
    ];
    expect(of({ attributes: [{ name: 'aroma', mean: 8.25 }], parts })).toMatchObject({
      'levels.attributes': 'Marked out of 10: aroma 8.3.',
      'levels.parts': 'On the sheet: taste 12.3 of 16 and 1 off for flaws.',
    });
  });

  it('tells the strongest day apart from the best days', () => {
    const levels = FOLLOWED.levels.map((one) => ({ ...one, strongest: { day: 9, value: 5 } }));
    expect(of({ levels, levelsFrom: 'best days' })).toMatchObject({
      'levels.strongest.weight': 'Day 9 had the most weight (5), more than its best days.',
      'levels.scale':
        'Levels run from 1 to 5 and say how much, not how good; each is the middle of the cups of its best days.',
    });
    expect(of({ levels })).not.toHaveProperty('levels.strongest.weight');
  });

  it('names readers by the words of its best days', () => {
    const words = [
      { name: 'cut grass', cups: 3, days: [6, 9] },
      { name: 'quince', cups: 2, days: [23, 31] },
    ];
    expect(of({ words })['readers.love.words']).toBe('For whoever would be glad of quince in a cup.');
  });
});

describe('a bag nobody marked', () => {
  it('says what its scores are read from, and how a cup was against those before it', () => {
    const basis = { marks: 0, levels: 4, comparisons: 3 };
    expect(of({ basis })['method.basis']).toBe(
      'No cup has a mark: how good they were is read from levels and whether each was right and words such as “best yet”.',
    );
    expect(of({ basis: { marks: 3, levels: 0, comparisons: 1 } })['method.basis']).toBe(
      '1 cup without a mark: how good those were is read from words such as “best yet”.',
    );
    expect(of({})).not.toHaveProperty('method.basis');
    const cups = FOLLOWED.cups.map((one) => ({ ...one, progress: 'best yet' as const }));
    expect(of({ cups })['days.cup-16']).toBe('Day 16, best yet: 8.3; quince.');
  });

  it('stands nowhere while it could stand anywhere, and is not waited for once it is finished', () => {
    const anywhere = { kind: '', of: 5, place: 2, bestPlace: 1, worstPlace: 5 };
    expect(of({ standings: [anywhere] })).not.toHaveProperty('worth.standing');
    expect(of({ standings: [anywhere, { ...anywhere, kind: 'washed', worstPlace: 3 }] })['worth.standing']).toBe(
      'Among our washed coffees it stands second of five, could be first to third.',
    );
    const crest = { is: 'too early', lo: 8, hi: 30, advisedDay: 15 } as const;
    expect(of({ crest })['short.when']).toContain('cannot be said: after');
    expect(of({ crest, isFinished: false })['short.when']).toContain('cannot be said yet: after');
  });
});
