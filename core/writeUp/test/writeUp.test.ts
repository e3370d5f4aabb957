import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  differences,
  FIRST_SHOWS,
  staleEdits,
  published,
  recomposed,
  sectionOf,
  standing,
  wordChanges,
  type Edit,
  type OwnPassage,
  type Section,
  type Words,
} from '..';

const passage = (key: string, text: string, needs: Section['passages'][number]['needs'] = null, named?: string) => ({
  key,
  text,
  needs,
  named: named ?? null,
});
const sections: Section[] = [
  { id: 'head', passages: [passage('head.title', 'A bag')] },
  { id: 'crest', passages: [passage('crest.peak', 'Day 20.'), passage('crest.shape', 'One crest.')] },
  { id: 'worth', passages: [passage('worth.price', 'It cost 15.', 'price')] },
  { id: 'days', passages: [passage('days.a', 'Day 9: 7.', null, 'Day 9, Mira: 7.')] },
];
const words = (more: Partial<Words> = {}): Words => ({ sections, edits: {}, own: [], ...more });
const textsOf = (some: ReturnType<typeof standing>): string[] =>
  some.flatMap(({ passages }) => passages.map(({ text }) => text));

describe('what stands', () => {
  it('is what was composed, in the order of the sections', () => {
    expect(textsOf(standing(words(), FIRST_SHOWS))).toEqual([
      'A bag',
      'Day 20.',
      'One crest.',
      'Day 9: 7.',
      'It cost 15.',
    ]);
  });

  it('is what was written over it, also where the record says nothing of the kind any more', () => {
    const edits: Record<string, Edit> = {
      'crest.peak': { text: 'The twentieth day.', over: 'Day 20.' },
      'label.found': { text: 'The label told the truth.', over: 'Both were found.' },
    };
    const all = standing(words({ edits }), FIRST_SHOWS);
    expect(textsOf(all)).toContain('The twentieth day.');
    expect(all.find(({ id }) => id === 'label')?.passages).toEqual([
      { key: 'label.found', text: 'The label told the truth.', from: 'edited', composed: null, needs: null },
    ]);
  });

  it('has own passages behind the one they were written after, and at the end where that is gone', () => {
    const own: OwnPassage[] = [
      { key: 'crest.own-1', after: 'crest.peak', text: 'Between.' },
      { key: 'crest.own-2', after: 'crest.gone', text: 'Last.' },
      { key: 'crest.own-3', after: null, text: 'First.' },
      { key: 'label.own-4', after: null, text: 'A section of its own.' },
    ];
    expect(textsOf(standing(words({ own }), FIRST_SHOWS))).toEqual([
      'A bag',
      'First.',
      'Day 20.',
      'Between.',
      'One crest.',
      'Last.',
      'A section of its own.',
      'Day 9: 7.',
      'It cost 15.',
    ]);
  });

  it('is published without what is left out or not to be shown, and with names only where they are wanted', () => {
    const edits = { 'crest.shape': { text: ' ', over: 'One crest.' } };
    const without = { ...FIRST_SHOWS, price: false };
    expect(textsOf(published(words({ edits }), without))).toEqual(['A bag', 'Day 20.', 'Day 9: 7.']);
    expect(textsOf(published(words(), { ...without, names: true }))).toContain('Day 9, Mira: 7.');
    expect(textsOf(published(words({ edits }), FIRST_SHOWS))).toContain('It cost 15.');
  });

  it('knows no section that there is none of', () => {
    expect(() => sectionOf('nowhere.at-all')).toThrow('belongs to no section');
  });
});

describe('composing anew', () => {
  const fresh: Section[] = [
    { id: 'crest', passages: [passage('crest.peak', 'Day 22.'), passage('crest.fresh', 'Or fresh.')] },
    { id: 'head', passages: [passage('head.title', 'A bag')] },
  ];

  it('tells what would be different, and what the writer put there', () => {
    const edits = { 'crest.peak': { text: 'My day.', over: 'Day 20.' } };
    expect(differences(words({ edits }), fresh)).toEqual([
      { key: 'crest.peak', section: 'crest', before: 'Day 20.', now: 'Day 22.', yours: 'My day.' },
      { key: 'crest.fresh', section: 'crest', before: null, now: 'Or fresh.', yours: null },
      { key: 'crest.shape', section: 'crest', before: 'One crest.', now: null, yours: null },
      { key: 'days.a', section: 'days', before: 'Day 9: 7.', now: null, yours: null },
      { key: 'worth.price', section: 'worth', before: 'It cost 15.', now: null, yours: null },
    ]);
    expect(differences(recomposed(words({ edits }), fresh), fresh)).toEqual([]);
  });

  it('counts a name that is said otherwise as a difference', () => {
    const renamed = [{ id: 'days' as const, passages: [passage('days.a', 'Day 9: 7.', null, 'Day 9, Mirja: 7.')] }];
    expect(differences({ sections: sections.slice(3), edits: {}, own: [] }, renamed)).toHaveLength(1);
  });

  it('names what was written over and what the record has moved on from', () => {
    const edits = {
      'crest.peak': { text: 'My day.', over: 'Day 20.' },
      'crest.shape': { text: 'One.', over: 'One crest.' },
      'days.a': { text: 'Nine.', over: 'Day 9, Mira: 7.' },
    };
    expect(staleEdits(words({ edits }))).toEqual([]);
    expect(staleEdits(recomposed(words({ edits }), fresh))).toEqual(['crest.peak', 'crest.shape', 'days.a']);
  });

  const keys = ['head.title', 'short.when', 'crest.peak', 'crest.shape', 'days.a', 'days.a.words', 'worth.price'];
  const someSections = fc.subarray(keys).chain((some) =>
    fc.tuple(...some.map((key) => fc.string({ maxLength: 30 }).map((text) => passage(key, text)))).map((passages) =>
      passages.reduce<Section[]>((all, one) => {
        const there = all.find(({ id }) => id === sectionOf(one.key));
        if (there) there.passages.push(one);
        else all.push({ id: sectionOf(one.key), passages: [one] });
        return all;
      }, []),
    ),
  );
  const edits = fc.dictionary(
    fc.constantFrom(...keys, 'label.found'),
    fc.record({ text: fc.string({ minLength: 1, maxLength: 30 }), over: fc.string() }),
  );
  const own = fc.uniqueArray(
    fc.record({
      key: fc.constantFrom('crest.own-a', 'days.own-b', 'method.own-c'),
      after: fc.option(fc.constantFrom(...keys)),
      text: fc.string({ minLength: 1, maxLength: 30 }),
    }),
    { selector: ({ key }) => key },
  );

  it('never touches what was written, however often the record moves on, and leaves nothing else as it was', () => {
    fc.assert(
      fc.property(
        someSections,
        edits,
        own,
        fc.array(someSections, { minLength: 1, maxLength: 4 }),
        (first, over, added, later) => {
          const begun: Words = { sections: first, edits: over, own: added };
          const last = later.at(-1) ?? first;
          const now = later.reduce<Words>((all, one) => recomposed(all, one), begun);
          const all = standing(now, FIRST_SHOWS).flatMap(({ passages }) => passages);
          for (const [key, { text }] of Object.entries(over))
            expect(all.filter((one) => one.key === key).map((one) => one.text)).toEqual([text]);
          for (const { key, text } of added)
            expect(all.filter((one) => one.key === key).map((one) => one.text)).toEqual([text]);
          const fromRecord = last.flatMap(({ passages }) => passages).filter(({ key }) => !(key in over));
          for (const { key, text } of fromRecord) expect(all.find((one) => one.key === key)?.text).toBe(text);
          expect(all).toHaveLength(fromRecord.length + Object.keys(over).length + added.length);
        },
      ),
    );
  });

  it('tells all of what it would change, and only that', () => {
    fc.assert(
      fc.property(someSections, someSections, (before, now) => {
        const texts = (some: readonly Section[]): Map<string, string> =>
          new Map(some.flatMap(({ passages }) => passages.map(({ key, text }) => [key, text])));
        const [was, is] = [texts(before), texts(now)];
        const told = differences({ sections: before, edits: {}, own: [] }, now);
        expect(told.map(({ key }) => key).sort()).toEqual(keys.filter((key) => was.get(key) !== is.get(key)).sort());
        for (const { key, before: said, now: says } of told)
          expect([said, says]).toEqual([was.get(key) ?? null, is.get(key) ?? null]);
      }),
    );
  });
});

describe('words that changed', () => {
  it('are told apart from those that did not', () => {
    expect(wordChanges('best on day 20 for sure', 'best on day 22 for sure')).toEqual([
      { text: 'best on day ', is: 'same' },
      { text: '20', is: 'gone' },
      { text: '22', is: 'new' },
      { text: ' for sure', is: 'same' },
    ]);
  });

  it('give back both texts', () => {
    const text = fc
      .array(fc.constantFrom('day', '20', '22', 'best', 'of', '“all”'), { maxLength: 12 })
      .map((some) => some.join(' '));
    fc.assert(
      fc.property(text, text, (before, now) => {
        const runs = wordChanges(before, now);
        const without = (is: 'new' | 'gone'): string =>
          runs
            .filter((run) => run.is !== is)
            .map((run) => run.text)
            .join('');
        expect([without('new'), without('gone')]).toEqual([before, now]);
      }),
    );
  });
});
