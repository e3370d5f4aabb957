import { describe, expect, it } from 'vitest';
import { sittingInput } from '../../contract/table/sitting';
import { STYLES } from '../../core/brew';
import { SITTING_KINDS } from '../../core/sitting';
import { cupsFor, scheduleFor, type BagForTable } from '../layTable';

const idOf = (n: number): string => `0f0e7c2e-1111-4111-8111-0000000000${String(n).padStart(2, '0')}`;
const reference = {
  ...({ style: 'filter', brewer: 'cone', doseG: 17, waterG: 272, waterC: 92, grindStep: 0 } as const),
  filter: null,
  waterRecipe: null,
};
const bags: BagForTable[] = [
  { id: idOf(1), name: 'Fog Gate', reference },
  { id: idOf(2), name: 'Salt Steps', reference: { ...reference, brewer: 'press', waterC: 95, grindStep: 2 } },
];
const counter = () => {
  let next = 0;
  return () => `cup-${next++}`;
};
const laid = (kind: (typeof SITTING_KINDS)[number]) =>
  cupsFor({ kind, bags, brewers: ['cone', 'press', 'siphon'], styles: STYLES }, counter());

describe('a table', () => {
  it.each(SITTING_KINDS)('of the kind %s can be kept as it is laid', (kind) => {
    const draft = { name: 'x', kind, scoringScale: 'mark10' as const, cups: laid(kind) };
    expect(sittingInput.safeParse(draft).error).toBeUndefined();
    expect(cupsFor({ kind, bags: [], brewers: ['cone'], styles: ['filter'] }, counter())).toEqual([]);
  });

  it('brews several bags by one recipe, each ground as it is used to be, or each by its own', () => {
    expect(
      laid('same-recipe').map(({ parameters }) => [parameters?.brewer, parameters?.waterC, parameters?.grindStep]),
    ).toEqual([
      ['cone', 92, 0],
      ['cone', 92, 2],
    ]);
    expect(laid('own-best').map(({ parameters }) => parameters?.brewer)).toEqual(['cone', 'press']);
  });

  it('pours one bag through several brewers and as several drinks', () => {
    expect(laid('brewers').map(({ name }) => name)).toEqual(['Fog Gate, cone', 'Fog Gate, press', 'Fog Gate, siphon']);
    expect(laid('drinks').map(({ parameters }) => parameters?.style)).toEqual([...STYLES]);
  });

  it('pours the first of a triangle twice', () => {
    const [one, again, odd] = laid('triangle');
    expect([one?.sameAs, again?.sameAs, odd?.sameAs]).toEqual([null, one?.id, null]);
    expect(odd?.bagId).toBe(idOf(2));
  });

  it('is ready together: each brew once, none while its kettle pours another', () => {
    const cups = laid('brewers');
    const [first] = cups;
    if (!first) throw new Error('There is a cup');
    const twice = [...cups, { ...first, id: 'again', sameAs: first.id }];
    const schedule = scheduleFor({ timing: 'together', kettles: 1, cups: twice });
    expect(schedule?.map(({ id }) => id).sort()).toEqual(cups.map(({ id }) => id).sort());
    expect(Math.min(...(schedule ?? []).map(({ startS }) => startS))).toBe(0);
    const three = scheduleFor({ timing: 'together', kettles: 3, cups });
    expect(new Set(three?.map(({ doneS }) => doneS)).size).toBe(1);
    expect(scheduleFor({ timing: 'apart', kettles: 1, cups })).toBeNull();
    // What was steeped the day before, or kept, needs no start.
    expect(scheduleFor({ timing: 'in turn', kettles: 1, cups: laid('drinks') })?.length).toBeLessThan(4);
    expect(
      scheduleFor({ timing: 'in turn', kettles: 1, cups: cups.map((cup) => ({ ...cup, condition: 'kept' })) }),
    ).toEqual([]);
  });
});
