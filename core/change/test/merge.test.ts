import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { merge, overlay } from '..';

const bag: {
  name: string;
  reference: Record<string, unknown>;
  spells: { place: string; from: string; to: string | null }[];
  tags: string[];
} = {
  name: 'Test Hill',
  reference: { doseG: 16, waterC: 92, filter: null },
  spells: [{ place: 'freezer', from: '2026-02-01', to: null }],
  tags: ['a', 'b', 'c'],
};

describe('two changes of one thing', () => {
  it('are both kept, down to a field inside a part', () => {
    const theirs = { ...bag, reference: { ...bag.reference, doseG: 18 } };
    const ours = { ...bag, name: 'Other Hill', reference: { ...bag.reference, waterC: 90 } };
    expect(merge<typeof bag>(bag, theirs, ours)).toEqual({
      value: { ...bag, name: 'Other Hill', reference: { doseG: 18, waterC: 90, filter: null } },
      conflicts: [],
    });
  });

  it('of a list are kept entry by entry: one ends a stay while another adds one', () => {
    const theirs = { ...bag, spells: [{ place: 'freezer', from: '2026-02-01', to: '2026-02-09' }] };
    const ours = { ...bag, spells: [...bag.spells, { place: 'freezer', from: '2026-02-20', to: null }] };
    expect(merge(bag, theirs, ours)).toEqual({
      value: { ...bag, spells: [theirs.spells[0], ours.spells[1]] },
      conflicts: [],
    });
  });

  it('of a list of words are kept word by word, in the order of whoever moved them', () => {
    expect(merge(bag, { ...bag, tags: ['a', 'c'] }, { ...bag, tags: ['a', 'b', 'c', 'd'] }).value.tags).toEqual([
      'a',
      'c',
      'd',
    ]);
    expect(merge(bag, { ...bag, tags: ['c', 'b', 'a'] }, { ...bag, tags: ['a', 'b', 'c', 'd'] }).value.tags).toEqual([
      'c',
      'b',
      'a',
      'd',
    ]);
    expect(merge(bag, { ...bag, tags: ['a', 'b', 'c', 'e'] }, { ...bag, tags: ['c', 'a', 'b'] }).value.tags).toEqual([
      'c',
      'a',
      'b',
      'e',
    ]);
  });

  it('of the same field are a conflict, named, and ours until someone chooses', () => {
    const theirs = { ...bag, reference: { ...bag.reference, doseG: 18, waterC: 90 } };
    const ours = { ...bag, reference: { ...bag.reference, doseG: 14 } };
    expect(merge(bag, theirs, ours)).toEqual({
      value: { ...bag, reference: { doseG: 14, waterC: 90, filter: null } },
      conflicts: ['reference.doseG'],
    });
  });

  it('of the same entry, or of entries that cannot be told apart, are a conflict of the list', () => {
    const ended = (to: string) => ({ ...bag, spells: [{ place: 'freezer', from: '2026-02-01', to }] });
    expect(merge(bag, ended('2026-02-09'), ended('2026-02-10')).conflicts).toEqual(['spells']);
    expect(merge(bag, ended('2026-02-09'), { ...bag, spells: [] }).conflicts).toEqual(['spells']);
    expect(
      merge(
        { stages: [{ act: 'pour' }] },
        { stages: [{ act: 'stir' }] },
        { stages: [{ act: 'pour' }, { act: 'pour' }] },
      ).conflicts,
    ).toEqual(['stages']);
  });

  it('without a known base are a conflict wherever they differ', () => {
    expect(merge<object>(undefined, { a: 1, b: 2 }, { a: 1, b: 3 })).toEqual({
      value: { a: 1, b: 3 },
      conflicts: ['b'],
    });
  });
});

const thing = fc.record({
  name: fc.constantFrom('x', 'y', 'z'),
  part: fc.record({ a: fc.integer({ min: 0, max: 2 }), b: fc.option(fc.constantFrom(1, 2)) }),
  tags: fc.uniqueArray(fc.constantFrom('p', 'q', 'r', 's')),
  stays: fc.uniqueArray(fc.record({ from: fc.constantFrom('1', '2', '3'), to: fc.option(fc.constantFrom('4', '5')) }), {
    selector: ({ from }) => from,
  }),
});

describe('putting changes together', () => {
  it('keeps a change that stands alone exactly, and two that agree', () => {
    fc.assert(
      fc.property(thing, thing, (base, changed) => {
        expect(merge(base, base, changed)).toEqual({ value: changed, conflicts: [] });
        expect(merge(base, changed, base)).toEqual({ value: changed, conflicts: [] });
        expect(merge(base, changed, changed)).toEqual({ value: changed, conflicts: [] });
      }),
    );
  });

  it('keeps of two changes everything that only one of them made, whoever comes first', () => {
    fc.assert(
      fc.property(thing, thing, thing, (base, a, b) => {
        const [ab, ba] = [merge(base, a, b), merge(base, b, a)];
        expect(ab.conflicts).toEqual(ba.conflicts);
        for (const field of ['a', 'b'] as const) {
          if (base.part[field] === a.part[field]) expect(ab.value.part[field]).toBe(b.part[field]);
          if (base.part[field] === b.part[field]) expect(ab.value.part[field]).toBe(a.part[field]);
        }
        // Of words, each is there that one of them added, and none that one of them took away.
        for (const word of ['p', 'q', 'r', 's'] as const) {
          const [was, inA, inB] = [base, a, b].map(({ tags }) => tags.includes(word));
          expect(ab.value.tags.includes(word)).toBe(was ? inA && inB : [inA, inB].includes(true));
        }
        if (ab.conflicts.length === 0)
          expect([...ab.value.stays].sort((x, y) => (x.from < y.from ? -1 : 1))).toEqual(
            [...ba.value.stays].sort((x, y) => (x.from < y.from ? -1 : 1)),
          );
      }),
      { numRuns: 500 },
    );
  });

  it('of a list of words never fails', () => {
    fc.assert(fc.property(thing, thing, thing, (base, a, b) => !merge(base, a, b).conflicts.includes('tags')));
  });
});

describe('laying a change over a thing', () => {
  it('changes the fields it names and no other', () => {
    expect(overlay(bag, { reference: { waterC: 88 }, tags: [] })).toEqual({
      ...bag,
      reference: { doseG: 16, waterC: 88, filter: null },
      tags: [],
    });
    expect(overlay({ weights: { aroma: 1 } }, { weights: null })).toEqual({ weights: null });
    expect(overlay({ a: 1 }, JSON.parse('{"__proto__":{"b":1}}'))).not.toHaveProperty('b');
  });
});
