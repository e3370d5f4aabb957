import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addDays, restAge, spellsOf, weekdayOf, type StorageSpell } from '../../rest';
import { orderDates, UNKNOWN_ROASTER } from '../orders';
import { lotOf } from '../plan';

const TODAY = '2026-03-01';

describe('beans as a plan reckons with them', () => {
  const beans = { id: null, grams: 100, roastedOn: '2026-02-20', spells: [] };

  it('are whole doses, as old as their days of rest', () => {
    expect(lotOf(beans, TODAY, 17)).toEqual({ id: null, cups: 5, age: 9, isFrozen: false, fromDay: 0 });
  });

  it('wait for their roast, for the day they come out of the freezer, and for the rule they start by', () => {
    expect(lotOf({ ...beans, roastedOn: '2026-03-05' }, TODAY, 17)).toMatchObject({ age: -4, fromDay: 4 });
    const spells: StorageSpell[] = [{ place: 'freezer', from: '2026-02-24', to: '2026-03-11' }];
    const held = lotOf({ ...beans, spells }, TODAY, 17);
    expect(held).toMatchObject({ isFrozen: false, fromDay: 10 });
    // On that day they are as old as their days say.
    expect(held.age + 10).toBeCloseTo(restAge('2026-02-20', '2026-03-11', spells), 9);
    expect(lotOf(beans, TODAY, 17, 'patient')).toMatchObject({ age: 9, fromDay: 9 });
    expect(lotOf(beans, TODAY, 17, 'first-week').fromDay).toBe(0);
  });

  it('lie in the freezer until they are taken out, ageing by its rate', () => {
    const spells: StorageSpell[] = [{ place: 'freezer', from: '2026-02-24', to: null }];
    expect(lotOf({ ...beans, spells }, TODAY, 17, 'patient', 0.2)).toMatchObject({
      age: 5,
      isFrozen: true,
      fromDay: 0,
    });
  });
});

describe('a portion', () => {
  const bag = {
    spells: [
      { place: 'freezer', from: '2026-02-03', to: '2026-02-05' },
      { place: 'freezer', from: '2026-02-20', to: null },
    ] satisfies StorageSpell[],
    heldPortions: [{ id: 'p', grams: 60, stays: [{ from: '2026-02-10', to: '2026-02-18' }] }],
  };

  it('was where its bag was until it was weighed off, and then where it was itself', () => {
    expect(spellsOf(bag, null)).toBe(bag.spells);
    expect(spellsOf(bag, 'unknown')).toBe(bag.spells);
    expect(spellsOf(bag, 'p')).toEqual([
      { place: 'freezer', from: '2026-02-03', to: '2026-02-05' },
      { place: 'freezer', from: '2026-02-10', to: '2026-02-18' },
    ]);
    const inTheMiddle = {
      ...bag,
      spells: [{ place: 'freezer', from: '2026-02-03', to: null }] satisfies StorageSpell[],
    };
    expect(spellsOf(inTheMiddle, 'p')[0]).toEqual({ place: 'freezer', from: '2026-02-03', to: '2026-02-10' });
  });
});

describe('the day to order', () => {
  const ninth = { roastsOn: [1], leadDays: 1, shippingDays: 2 };

  it('is the lead before the last roast that has rested when it is needed', () => {
    // Needed on Tuesday 31 March after 14 days of rest: roasted on Tuesday 17, ordered the day before.
    expect(orderDates(TODAY, '2026-03-31', 14, ninth)).toMatchObject({
      orderBy: '2026-03-16',
      roastedOn: '2026-03-17',
      arrivesOn: '2026-03-19',
      bestFrom: '2026-03-31',
      lateDays: 0,
    });
    // A day earlier it has to be the roast of the week before.
    expect(orderDates(TODAY, '2026-03-30', 14, ninth).roastedOn).toBe('2026-03-10');
  });

  it('is today where it is late already, and says by how much', () => {
    expect(orderDates(TODAY, '2026-03-04', 14, ninth)).toMatchObject({
      orderBy: '2026-03-02',
      roastedOn: '2026-03-03',
      lateDays: 13,
    });
  });

  it('leaves the post its days, where they are more than the bag needs to rest', () => {
    const far = { roastsOn: [], leadDays: 0, shippingDays: 10 };
    expect(orderDates(TODAY, '2026-03-31', 3, far)).toMatchObject({ roastedOn: '2026-03-21', arrivesOn: '2026-03-31' });
    // Its best days do not begin before it is here.
    expect(orderDates(TODAY, '2026-03-31', 3, far).bestFrom).toBe('2026-03-31');
  });

  it('keeps to the days a bag can be had', () => {
    const season = { from: '2026-04-10', until: '2026-04-20' };
    expect(orderDates(TODAY, '2026-03-31', 14, ninth, season).orderBy).toBe('2026-04-13');
    expect(orderDates(TODAY, '2026-09-01', 14, ninth, season).orderBy).toBe('2026-04-20');
    expect(orderDates('2026-05-01', '2026-09-01', 14, ninth, season).isTooLate).toBe(true);
  });

  it('falls, for any roaster, before a roast day of its own and is never past', () => {
    const roaster = fc.record({
      roastsOn: fc.uniqueArray(fc.integer({ min: 0, max: 6 }), { maxLength: 4 }),
      leadDays: fc.integer({ min: 0, max: 10 }),
      shippingDays: fc.integer({ min: 0, max: 10 }),
    });
    fc.assert(
      fc.property(roaster, fc.integer({ min: 0, max: 90 }), fc.integer({ min: 0, max: 40 }), (days, need, rest) => {
        const { orderBy, roastedOn, bestFrom, lateDays } = orderDates(TODAY, addDays(TODAY, need), rest, days);
        expect(orderBy >= TODAY).toBe(true);
        expect(addDays(orderBy, days.leadDays)).toBe(roastedOn);
        if (days.roastsOn.length > 0) expect(days.roastsOn).toContain(weekdayOf(roastedOn));
        expect(bestFrom <= addDays(TODAY, need + lateDays)).toBe(true);
      }),
    );
    expect(orderDates(TODAY, '2026-04-01', 10, UNKNOWN_ROASTER).roastedOn).toBe('2026-03-22');
  });
});
