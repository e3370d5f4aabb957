import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  attributeMarkInto,
  celsiusIn,
  dateIn,
  dateOrderOf,
  decimalMarkOf,
  gramsIn,
  markIn,
  markInto,
  markScaleOf,
  numberIn,
  ratioIn,
  secondsIn,
  timeIn,
  type DateOrder,
} from '..';

describe('numbers', () => {
  it.each([
    ['15.5', '.', 15.5],
    ['15,5', ',', 15.5],
    ['15,5', '.', 15.5],
    ['1,250', '.', 1250],
    ['1.250', ',', 1250],
    ['1.250,75', ',', 1250.75],
    ['~17 g', '.', 17],
    ['about 15½', '.', 15.5],
    ['½', '.', 0.5],
    ["1'250", '.', 1250],
    [15.5, ',', 15.5],
  ] as const)('%s with %s is %d', (cell, decimal, value) => {
    expect(numberIn(cell, decimal)?.value).toBe(value);
  });

  it.each(['', 'a lot', '—', null, NaN])('%s is none', (cell) => {
    expect(numberIn(cell, '.')).toBeNull();
  });

  it('have the mark most of them are written with', () => {
    expect(decimalMarkOf(['15,5', '7,25', '1.250', 'x'])).toBe(',');
    expect(decimalMarkOf(['15.5', '1,250', 12])).toBe('.');
    expect(decimalMarkOf([])).toBe('.');
  });
});

describe('measures', () => {
  it('go by the unit in the cell, else by that of the column', () => {
    expect(gramsIn('0.6 oz', '.', 'g')).toBe(17.01);
    expect(gramsIn('0.6', '.', 'oz')).toBe(17.01);
    expect(gramsIn('17g', '.', 'oz')).toBe(17);
    expect(gramsIn('1 lb', '.', 'g')).toBe(453.59);
    expect(gramsIn('0,25 kg', ',', 'g')).toBe(250);
    expect(celsiusIn('203 F', '.', '°C')).toBe(95);
    expect(celsiusIn('203°F', '.', '°C')).toBe(95);
    expect(celsiusIn('93', '.', '°C')).toBe(93);
    expect(celsiusIn('200', '.', '°F')).toBe(93.33);
  });

  it.each([
    ['2:45', 's', 165],
    ["2'45''", 's', 165],
    ['2m45', 's', 165],
    ['2 min 45 s', 's', 165],
    ['165', 's', 165],
    ['2.75', 'min', 165],
    ['165 sec', 'min', 165],
    // What a spreadsheet makes of 2:45 and of 0:02:45.
    ['02:45:00', 's', 165],
    ['00:02:45', 's', 165],
    ['12', 'h', 43_200],
    ['12:30', 'h', 45_000],
  ])('%s in %s is %d s', (cell, unit, seconds) => {
    expect(secondsIn(cell, '.', unit)).toBe(seconds);
  });

  it.each([
    ['1:16', 16],
    ['1:16,5', 16.5],
    ['1/15', 15],
    [16, 16],
    ['01:16:00', 16],
    ['0', null],
    ['x', null],
  ])('%s is a ratio of %s', (cell, ratio) => {
    expect(ratioIn(cell, ',')).toBe(ratio);
  });
});

describe('dates', () => {
  it.each<[string | number, DateOrder, string | null, string | null]>([
    ['3.2.2025', 'dmy', '2025-02-03', null],
    ['3/2/25', 'mdy', '2025-03-02', null],
    ['2025-02-03', 'mdy', '2025-02-03', null],
    ['2025-02-03T07:30', 'dmy', '2025-02-03', '07:30'],
    ['3 Feb 2025, 7:30 pm', 'dmy', '2025-02-03', '19:30'],
    ['February 3rd, 2025', 'dmy', '2025-02-03', null],
    ['Mo, 3. März 2025', 'dmy', '2025-03-03', null],
    ['3 de febrero de 2025', 'dmy', '2025-02-03', null],
    [45_691, 'dmy', '2025-02-03', null],
    [45_691.3125, 'dmy', '2025-02-03', '07:30'],
    ['31.2.2025', 'dmy', null, null],
    ['yesterday', 'dmy', null, null],
    [17, 'dmy', null, null],
  ])('%s as %s is %s at %s', (cell, order, date, time) => {
    expect(dateIn(cell, order)).toEqual(date === null ? null : { date, time });
  });

  it('written in any order come back, where the order is known', () => {
    const days = fc.integer({ min: 0, max: 30_000 }).map((n) => new Date(Date.UTC(2005, 0, 1 + n)).toISOString());
    fc.assert(
      fc.property(days, fc.constantFrom('.', '/', '-'), (instant, mark) => {
        const date = instant.slice(0, 10);
        const [y = '', m = '', d = ''] = date.split('-');
        expect(dateIn([d, m, y].join(mark), 'dmy')?.date).toBe(date);
        expect(dateIn([m, d, y].join(mark), 'mdy')?.date).toBe(date);
        expect(dateIn([y, m, d].join(mark), 'dmy')?.date).toBe(date);
      }),
    );
  });

  it('are in the order that only one of them shows', () => {
    expect(dateOrderOf(['3/4/2025', '3/21/2025'])).toEqual({ order: 'mdy', isSure: true });
    expect(dateOrderOf(['3/4/2025', '21/3/2025'])).toEqual({ order: 'dmy', isSure: true });
    expect(dateOrderOf(['2025-03-04'])).toEqual({ order: 'ymd', isSure: true });
    expect(dateOrderOf(['3/4/2025', '5/6/2025'])).toEqual({ order: 'dmy', isSure: false });
    expect(dateOrderOf(['3.4.2025'])).toEqual({ order: 'dmy', isSure: true });
  });

  it.each([
    ['7:30', '07:30'],
    ['7.30 pm', '19:30'],
    ['12:05 am', '00:05'],
    ['19:30 Uhr', '19:30'],
    [0.8125, '19:30'],
    ['7:75', null],
    ['soon', null],
  ])('%s is %s by the clock', (cell, time) => {
    expect(timeIn(cell)).toBe(time);
  });
});

describe('marks', () => {
  it('are in the scale that holds them', () => {
    expect(markScaleOf(['8.2', '7.9'], '.')).toEqual({ scoringScale: 'mark10', outOf: 10 });
    expect(markScaleOf(['84', '79,5'], ',')).toEqual({ scoringScale: 'parts', outOf: 100 });
    expect(markScaleOf([3.5, 2.75], '.')).toEqual({ scoringScale: 'stars', outOf: 5 });
    expect(markScaleOf(['3.3', '4.1'], '.')).toEqual({ scoringScale: 'mark10', outOf: 5 });
    expect(markScaleOf(['4+', '3-'], '.')).toEqual({ scoringScale: 'levels', outOf: 5 });
    expect(markScaleOf(['★★★½'], '.')).toEqual({ scoringScale: 'stars', outOf: 5 });
    expect(markScaleOf(['4/5', '4/5'], '.')).toEqual({ scoringScale: 'stars', outOf: 5 });
    expect(markScaleOf([15, 17.5], '.')).toEqual({ scoringScale: 'mark10', outOf: 20 });
  });

  it.each([
    ['4+', { scoringScale: 'levels', outOf: 5 } as const, 4 + 1 / 3],
    ['low 4', { scoringScale: 'levels', outOf: 5 } as const, 4 - 1 / 3],
    ['★★★½', { scoringScale: 'stars', outOf: 5 } as const, 3.5],
    ['3½ stars', { scoringScale: 'stars', outOf: 5 } as const, 3.5],
    ['16', { scoringScale: 'mark10', outOf: 20 } as const, 8],
    ['3.3', { scoringScale: 'mark10', outOf: 5 } as const, 6.6],
    ['7.4 of 10', { scoringScale: 'stars', outOf: 5 } as const, 3.75],
    ['12', { scoringScale: 'mark10', outOf: 10 } as const, null],
  ])('%s is %o', (cell, scale, mark) => {
    const written = markIn(cell, '.');
    expect(written && markInto(scale, written)).toBe(mark);
  });

  it('of attributes are out of ten', () => {
    const four = markIn('4', '.');
    expect(four && attributeMarkInto(5, four)).toBe(8);
    const eleven = markIn('11', '.');
    expect(eleven && attributeMarkInto(10, eleven)).toBeNull();
  });
});
