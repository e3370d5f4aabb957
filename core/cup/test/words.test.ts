import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  ALLERGENS,
  bareWord,
  currentWord,
  FAMILIES,
  findDescriptors,
  DESCRIPTORS,
  spelling,
  suggester,
  TRAITS,
  vocabularyOf,
  isOtherName,
  withNewWord,
  wordSpelt,
  writtenName,
  type HouseholdWord,
} from '../words';
import { DESCRIPTIONS } from './descriptions';

const own = (id: string, name: string, mergedInto: string | null = null): HouseholdWord => ({
  ...bareWord(id, name),
  mergedInto,
});
const PLAIN = vocabularyOf([]);

describe('the vocabulary', () => {
  it('has at least 180 notes in its families, each under one name', () => {
    expect(DESCRIPTORS.length).toBeGreaterThanOrEqual(180);
    expect(new Set(DESCRIPTORS.map(({ id }) => id)).size).toBe(DESCRIPTORS.length);
    expect(new Set(DESCRIPTORS.map(({ family }) => family))).toEqual(new Set(FAMILIES));
    for (const family of FAMILIES)
      expect(DESCRIPTORS.filter((descriptor) => descriptor.family === family).length).toBeGreaterThanOrEqual(8);
  });

  it('with a new word is the same as made anew', () => {
    const names = fc.uniqueArray(
      fc.oneof(
        fc.constantFrom('fig', 'Bergamots', 'tin box', 'Tin Boxes', '☕', 'moss'),
        fc.string({ unit: 'grapheme', maxLength: 9 }),
      ),
    );
    fc.assert(
      fc.property(names, (typed) => {
        let vocabulary = PLAIN;
        const words: HouseholdWord[] = [];
        for (const name of typed.filter((one) => spelling(one) !== '')) {
          if (wordSpelt(vocabulary, name)) continue;
          words.push(own(`own ${words.length}`, name));
          vocabulary = withNewWord(vocabulary, own(`own ${words.length - 1}`, name));
        }
        const anew = vocabularyOf(words);
        expect(new Map(vocabulary.bySpelling)).toEqual(new Map(anew.bySpelling));
        expect([...vocabulary.byId.keys()]).toEqual([...anew.byId.keys()]);
      }),
      { numRuns: 40 },
    );
  });

  it('writes a word as it was typed where that is another name of it, until it is renamed or merged', () => {
    const powder = wordSpelt(PLAIN, 'cocoa');
    expect(powder?.name).toBe('cocoa powder');
    const written = (typed: string, vocabulary = PLAIN): string =>
      writtenName(vocabulary, { id: powder?.id ?? '', typed });
    expect([written('cocoa'), written('Cacao'), written('Cocoa powder'), written('dusty')]).toEqual([
      'cocoa',
      'Cacao',
      'cocoa powder',
      'cocoa powder',
    ]);
    expect(powder && isOtherName(powder, 'cocoa')).toBe(true);
    expect(powder && isOtherName(powder, 'cocoa powder')).toBe(false);
    const renamed = vocabularyOf([own(powder?.id ?? '', 'baking cocoa')]);
    expect(written('cocoa', renamed)).toBe('baking cocoa');
    const merged = vocabularyOf([own(powder?.id ?? '', 'cocoa powder', 'own'), own('own', 'dust')]);
    expect(written('cocoa', merged)).toBe('dust');
    expect(writtenName(PLAIN, { id: 'nobody', typed: 'attic' })).toBe('attic');
  });

  it('says of each note what it is like, what it is near to, and how to have it beside the cup', () => {
    const ids = new Set(DESCRIPTORS.map(({ id }) => id));
    for (const descriptor of DESCRIPTORS) {
      expect(descriptor.like.length, descriptor.name).toBeGreaterThan(15);
      expect(descriptor.reference.length, descriptor.name).toBeGreaterThan(8);
      expect(descriptor.near.length, descriptor.name).toBeGreaterThan(0);
      for (const near of descriptor.near) expect(ids, `${descriptor.name}: ${near}`).toContain(near);
      for (const trait of descriptor.traits) expect(TRAITS, `${descriptor.name}: ${trait}`).toContain(trait);
      for (const allergen of descriptor.allergens) expect(ALLERGENS, descriptor.name).toContain(allergen);
      expect(descriptor.near).not.toContain(descriptor.id);
    }
  });

  it('names the allergen wherever a reference is plainly made of one', () => {
    const made: [RegExp, string][] = [
      [/\b(almond|hazelnut|walnut|pecan|cashew|macadamia|pistachio)\b(?! essence)/i, 'nuts'],
      [/\bpeanut/i, 'peanut'],
      [/\b(whole milk|cream\.|unsalted butter|plain yoghurt|custard)/i, 'milk'],
      [/\b(bread|toast\.|biscuit\.)/i, 'gluten'],
      [/\b(wine|cider\.)/i, 'alcohol'],
    ];
    for (const [of, allergen] of made)
      for (const descriptor of DESCRIPTORS)
        if (of.test(descriptor.reference) && !/never|stands for it|vinegar|alcohol-free/i.test(descriptor.reference))
          expect(descriptor.allergens, `${descriptor.name}: ${descriptor.reference}`).toContain(allergen);
  });

  it('knows a word by its name, by other words for it, in the plural and with accents', () => {
    const idOf = (typed: string) => wordSpelt(PLAIN, typed)?.id ?? null;
    expect(
      [
        'Quince',
        'quinces',
        ' QUINCE ',
        'raspberries',
        'passionfruit',
        'treacle',
        'creme brulee',
        'Crème  Brûlée',
        'peaches',
        'bay leaves',
        'molasses',
      ].map(idOf),
    ).toEqual([
      'quince',
      'quince',
      'quince',
      'raspberry',
      'passion-fruit',
      'molasses',
      'crème-brûlée',
      'crème-brûlée',
      'peach',
      'bay-leaf',
      'molasses',
    ]);
    expect(['grandmother’s cupboard', '', '!!', 'quin'].map(idOf)).toEqual([null, null, null, null]);
  });

  it('lets a household rename and merge, and every word follows', () => {
    const words = vocabularyOf([
      own('quince', 'Autumn quince'),
      own('a', 'quincey', 'quince'),
      own('b', 'kitchen quince', 'a'),
      own('c', 'attic'),
    ]);
    expect(currentWord(words, 'b')?.name).toBe('Autumn quince');
    expect(wordSpelt(words, 'Kitchen quinces')?.id).toBe('quince');
    expect(wordSpelt(words, 'quince')?.id).toBe('quince');
    expect(currentWord(words, 'c')?.name).toBe('attic');
    expect(currentWord(words, 'nobody')).toBeNull();
  });

  it('ends even where words were merged in a ring', () => {
    const ring = vocabularyOf([own('a', 'one', 'b'), own('b', 'two', 'a')]);
    expect(currentWord(ring, 'a')).not.toBeNull();
  });

  it('has one spelling for what differs in case, accents and marks only', () => {
    fc.assert(
      fc.property(
        fc.string({ unit: 'grapheme', maxLength: 60 }),
        (text) => spelling(spelling(text)) === spelling(text),
      ),
    );
  });
});

describe('suggestions', () => {
  const suggest = suggester(PLAIN);
  const first = (typed: string) => suggest(typed)[0]?.word.name;

  it('answers a beginning, a word within, and another name', () => {
    expect([first('rasp'), first('zest'), first('cassis'), first('oak')]).toEqual([
      'raspberry',
      'lemon zest',
      'blackcurrant',
      'oak',
    ]);
    expect(suggest('treacle')[0]).toMatchObject({ via: 'treacle', word: { id: 'molasses' } });
    expect(suggest('')).toEqual([]);
    expect(suggest('zzzz')).toEqual([]);
  });

  it.each([
    ['quinze', 'quince'],
    ['rasberry', 'raspberry'],
    ['cardamum', 'cardamom'],
    ['strawbery', 'strawberry'],
    ['molases', 'molasses'],
    ['jasmin', 'jasmine'],
    ['tamarid', 'tamarind'],
    ['hazlenut', 'hazelnut'],
    ['apriccot', 'apricot'],
    ['rubarb', 'cooked rhubarb'],
  ])('bears the slip in %s', (typed, meant) => {
    expect(
      suggest(typed)
        .slice(0, 3)
        .map(({ word }) => word.name),
    ).toContain(meant);
  });

  it('bears a slip in four letters only where they are the whole word', () => {
    expect(first('plun')).toBe('plum');
    expect(suggest('rasb').map(({ word }) => word.name)).not.toContain('lychee');
  });

  it('puts first what the household says most', () => {
    const used = suggester(PLAIN, new Map([['plum-jam', 9]]));
    expect(suggest('plu')[0]?.word.name).toBe('plum');
    expect(used('plu')[0]?.word.name).toBe('plum jam');
  });

  it('says a merged word under its new name only, found by either', () => {
    const merged = suggester(vocabularyOf([own('a', 'kitchen garden', 'cut-grass')]));
    expect(merged('kitch').map(({ word, via }) => [word.id, via])).toEqual([['cut-grass', 'kitchen garden']]);
  });

  it('takes in words that are in use and not known yet, in their place', () => {
    const also = ['hedge plum', 'attic'];
    expect(suggest('hed', 8, also)[0]?.word).toMatchObject({ name: 'hedge plum', descriptor: null });
    expect(
      suggest('plum', 8, also)
        .map(({ word }) => word.name)
        .indexOf('hedge plum'),
    ).toBeGreaterThan(0);
    expect(suggest('hed').map(({ word }) => word.name)).not.toContain('hedge plum');
  });

  it('gives every word for its own name, and no word twice', () => {
    for (const { name } of DESCRIPTORS) expect(suggest(name).map(({ word }) => word.name)).toContain(name);
    fc.assert(
      fc.property(fc.string({ minLength: 1, maxLength: 12 }), (typed) => {
        const ids = suggest(typed).map(({ word }) => word.id);
        expect(new Set(ids).size).toBe(ids.length);
        expect(ids.length).toBeLessThanOrEqual(8);
      }),
    );
  });
});

describe('the word finder', () => {
  const inFirstFive = (
    likeness: (one: (typeof DESCRIPTIONS)[number]) => Parameters<typeof findDescriptors>[0],
  ): number =>
    DESCRIPTIONS.filter((one) =>
      findDescriptors(likeness(one), 5).some(({ descriptor }) => descriptor.name === one.meant),
    ).length / DESCRIPTIONS.length;

  it('has forty descriptions to answer to, none of which names its note', () => {
    expect(DESCRIPTIONS).toHaveLength(40);
    for (const { said, meant } of DESCRIPTIONS) {
      expect(DESCRIPTORS.map(({ name }) => name)).toContain(meant);
      expect(` ${said} `).not.toContain(` ${meant} `);
    }
  });

  it('puts the note that was meant among its first five for at least four in five: by words and taps, and by taps alone', () => {
    expect(inFirstFive(({ tapped, said }) => ({ tapped, said }))).toBeGreaterThanOrEqual(0.8);
    expect(inFirstFive(({ tapped }) => ({ tapped, said: '' }))).toBeGreaterThanOrEqual(0.8);
    expect(inFirstFive(({ said }) => ({ tapped: [], said }))).toBeGreaterThanOrEqual(0.8);
  });

  it('shares its belief among all notes and says which traits speak for each', () => {
    const found = findDescriptors({ tapped: ['fruit', 'purple', 'sour', 'drying'], said: '' }, DESCRIPTORS.length);
    expect(found.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9);
    expect(found[0]).toMatchObject({ descriptor: { name: 'damson' }, because: ['fruit', 'purple', 'sour', 'drying'] });
    found.forEach(({ share }, i) => i > 0 && expect(share).toBeLessThanOrEqual(found[i - 1]?.share ?? 1));
  });

  it('finds nothing where nothing was said', () => {
    expect(findDescriptors({ tapped: [], said: '  ' })).toEqual([]);
    expect(findDescriptors({ tapped: [], said: 'qqq' })).toEqual([]);
  });

  it('believes more in a note with each of its traits that is tapped', () => {
    fc.assert(
      fc.property(fc.constantFrom(...DESCRIPTORS), fc.nat(), (descriptor, k) => {
        const shareOf = (count: number): number =>
          findDescriptors({ tapped: descriptor.traits.slice(0, count), said: '' }, DESCRIPTORS.length).find(
            (one) => one.descriptor.id === descriptor.id,
          )?.share ?? 0;
        const count = 1 + (k % descriptor.traits.length);
        return count === 1 || shareOf(count) > shareOf(count - 1);
      }),
    );
  });
});
