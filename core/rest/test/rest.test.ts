import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addDays, dateOfInstant, dayNumber, daysBetween } from '../calendar';
import { dateAtRestAge, REST_RATES, restAge, restDay, spellOn, type StorageSpell } from '../restAge';
import { hasAnyDate, roastDate } from '../roastDate';

const anyDay = fc
  .integer({ min: dayNumber('2000-01-01'), max: dayNumber('2090-01-01') })
  .map((day) => addDays('1970-01-01', day));

/** Freezer stays in order, apart from each other, as offsets from roasting. */
const anyStays = fc.array(fc.integer({ min: 1, max: 20 }), { maxLength: 8 }).map((steps) => {
  let day = 0;
  const edges = steps.map((step) => (day += step));
  return edges.flatMap((from, i) => (i % 2 === 0 ? [{ from, to: edges[i + 1] ?? null }] : []));
});
const spellsFrom = (roastedOn: string, stays: { from: number; to: number | null }[]): StorageSpell[] =>
  stays.map(({ from, to }) => ({
    place: 'freezer',
    from: addDays(roastedOn, from),
    to: to === null ? null : addDays(roastedOn, to),
  }));

describe('the calendar', () => {
  it('counts days across leap days and years', () => {
    expect(daysBetween('2024-02-28', '2024-03-01')).toBe(2);
    expect(daysBetween('2026-02-28', '2026-03-01')).toBe(1);
    expect(daysBetween('2026-01-01', '2025-12-31')).toBe(-1);
  });

  it('adds days and takes them away again', () => {
    fc.assert(
      fc.property(
        anyDay,
        fc.integer({ min: -4000, max: 4000 }),
        (date, days) => addDays(addDays(date, days), -days) === date && daysBetween(date, addDays(date, days)) === days,
      ),
    );
  });

  it.each(['2026-02-30', '20226-02-02', '2026-2-3', '', '2026-13-01', 'tomorrow'])('refuses %j', (date) => {
    expect(() => dayNumber(date)).toThrow(RangeError);
  });

  it('takes the date on the wall, whatever the offset', () => {
    expect(dateOfInstant('2026-02-15T23:59:00-10:00')).toBe('2026-02-15');
    expect(dateOfInstant('2026-02-15T00:01:00+13:00')).toBe('2026-02-15');
    expect(() => dateOfInstant('yesterday')).toThrow(RangeError);
  });
});

describe('rest age', () => {
  it('is calendar days at room temperature; the roast day is 0', () => {
    expect(restAge('2026-02-01', '2026-02-01', [])).toBe(0);
    expect(restAge('2026-02-01', '2026-02-21', [])).toBe(20);
    expect(restAge('2026-02-01', '2026-01-21', [])).toBe(0);
  });

  it('nearly stands still in the freezer', () => {
    const spells: StorageSpell[] = [{ place: 'freezer', from: '2026-02-06', to: '2026-02-16' }];
    expect(restAge('2026-02-01', '2026-02-21', spells)).toBeCloseTo(5 + 10 * 0.03 + 5, 12);
    expect(restAge('2026-02-01', '2026-02-10', spells)).toBeCloseTo(5 + 4 * 0.03, 12);
    expect(restDay('2026-02-01', '2026-02-21', spells)).toBe(10);
    expect(restAge('2026-02-01', '2026-02-21', spells, { room: 1, freezer: 0 })).toBe(10);
  });

  it('is a day longer for each day on the wall, across the hour lost and the hour found in any zone', () => {
    // Late March and late October: the days on which clocks change somewhere.
    for (const [from, to] of [
      ['2026-03-07', '2026-04-06'],
      ['2026-10-10', '2026-11-09'],
    ] as const) {
      for (let day = 0; day <= 30; day++) expect(restAge(from, addDays(from, day), [])).toBe(day);
      expect(daysBetween(from, to)).toBe(30);
    }
    const before = dateOfInstant('2026-03-29T01:30:00+01:00');
    const after = dateOfInstant('2026-03-29T03:30:00+02:00');
    expect(restAge('2026-03-01', before, [])).toBe(restAge('2026-03-01', after, []));
  });

  it('counts days frozen twice over only once', () => {
    const once: StorageSpell[] = [{ place: 'freezer', from: '2026-02-03', to: '2026-02-13' }];
    const twice: StorageSpell[] = [
      ...once,
      { place: 'freezer', from: '2026-02-05', to: '2026-02-10' },
      { place: 'room', from: '2026-02-04', to: null },
    ];
    expect(restAge('2026-02-01', '2026-02-28', twice)).toBeCloseTo(restAge('2026-02-01', '2026-02-28', once), 12);
  });

  it('never runs backwards, and is room days plus 0.03 × frozen days, over any freezer stays', () => {
    fc.assert(
      fc.property(anyDay, anyStays, fc.integer({ min: 0, max: 200 }), (roastedOn, stays, days) => {
        const spells = spellsFrom(roastedOn, stays);
        const frozen = Array.from(
          { length: days },
          (_, day) => spellOn(spells, addDays(roastedOn, day)) !== null,
        ).filter(Boolean).length;
        const age = restAge(roastedOn, addDays(roastedOn, days), spells);
        expect(age).toBeCloseTo(days - frozen * (1 - REST_RATES.freezer), 9);
        expect(restAge(roastedOn, addDays(roastedOn, days + 1), spells)).toBeGreaterThan(age);
        expect(restDay(roastedOn, addDays(roastedOn, days), spells)).toBe(Math.floor(age + 1e-9));
      }),
    );
  });

  it('knows on which date an age is reached', () => {
    fc.assert(
      fc.property(anyDay, anyStays, fc.integer({ min: 0, max: 90 }), (roastedOn, stays, age) => {
        const spells = spellsFrom(roastedOn, stays);
        const date = dateAtRestAge(roastedOn, age, spells);
        if (date === null) {
          expect(restAge(roastedOn, addDays(roastedOn, 730), spells)).toBeLessThan(age);
          return;
        }
        expect(restAge(roastedOn, date, spells)).toBeGreaterThanOrEqual(age - 1e-9);
        if (date > roastedOn) expect(restAge(roastedOn, addDays(date, -1), spells)).toBeLessThan(age);
      }),
    );
  });
});

describe('the roast date', () => {
  it('is the label’s, or worked back from the best-before and marked assumed', () => {
    expect(roastDate({ roastedOn: '2026-02-02', bestBefore: '2027-01-01', shelfLifeDays: 100 })).toEqual({
      roastedOn: '2026-02-02',
      assumed: false,
      sdDays: 0,
    });
    expect(roastDate({ roastedOn: null, bestBefore: '2027-02-02', shelfLifeDays: null })).toEqual({
      roastedOn: '2026-02-02',
      assumed: true,
      sdDays: 60,
    });
    expect(roastDate({ roastedOn: null, bestBefore: '2026-05-13', shelfLifeDays: 100 })).toEqual({
      roastedOn: '2026-02-02',
      assumed: true,
      sdDays: 5,
    });
    expect(() => roastDate({ roastedOn: null, bestBefore: null, shelfLifeDays: null })).toThrow(/needs a date/);
  });

  const UNDATED = { roastedOn: null, bestBefore: null, shelfLifeDays: null };

  it('is some days before the bag arrived or was opened, whichever was first', () => {
    const arrived = roastDate({ ...UNDATED, arrivedOn: '2026-03-20', openedOn: '2026-03-25' });
    // The median of the log-normal, with half a day taken off.
    expect(arrived).toMatchObject({ roastedOn: '2026-03-09', assumed: true });
    expect(arrived.sdDays).toBeGreaterThan(15);
    expect(arrived.sdDays).toBeLessThan(30);
    expect(roastDate({ ...UNDATED, openedOn: '2026-03-20' })).toEqual(arrived);
  });

  it('is held against the best-before where there is one, and never after the bag was seen', () => {
    const arrivedOn = '2026-03-20';
    const stated = roastDate({ ...UNDATED, arrivedOn, bestBefore: '2026-09-01', shelfLifeDays: 200 });
    expect(Math.abs(dayNumber(stated.roastedOn) - dayNumber('2026-02-13'))).toBeLessThanOrEqual(2);
    expect(stated.sdDays).toBeLessThan(6);
    // Twelve months would be 1 May, after it came: so it was roasted just before.
    const late = roastDate({ ...UNDATED, arrivedOn, bestBefore: '2027-05-01' });
    expect(late.roastedOn < arrivedOn).toBe(true);
    expect(late.roastedOn > roastDate({ ...UNDATED, arrivedOn }).roastedOn).toBe(true);
    // And no contradiction is too great for it.
    expect(roastDate({ ...UNDATED, arrivedOn, bestBefore: '2040-01-01', shelfLifeDays: 30 }).roastedOn).toBe(arrivedOn);
  });

  it.each([
    [{ roastedOn: '2026-02-02' }, true],
    [{ bestBefore: '2026-02-02' }, true],
    [{ arrivedOn: '2026-02-02' }, true],
    [{ openedOn: '2026-02-02' }, true],
    [{}, false],
  ])('can be told from %j: %s', (dates, told) => expect(hasAnyDate({ ...UNDATED, ...dates })).toBe(told));
});
