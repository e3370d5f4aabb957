import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addDays, restAge, type StorageSpell } from '../../rest';
import { datesOf, ridgeByDate, shelfAxis } from '../lane';
import {
  bagsToLeave,
  byUrgency,
  mostInformativeBag,
  pickOfTheMorning,
  windowDaysLeft,
  type ShelfBag,
} from '../morning';
import { shelfBag as bag } from './samples';

const TODAY = '2026-03-01';
describe('a lane', () => {
  it('lays the window on the calendar, the freezer included', () => {
    const spells: StorageSpell[] = [{ place: 'freezer', from: '2026-02-11', to: '2026-02-21' }];
    expect(datesOf({ from: 8, to: 12 }, '2026-02-01', [])).toEqual({ from: '2026-02-09', to: '2026-02-13' });
    // Day 8 came before the freezer; day 13 would be 12.7 rest days: one more calendar day.
    expect(datesOf({ from: 8, to: 12 }, '2026-02-01', spells)).toEqual({ from: '2026-02-09', to: '2026-02-23' });
    expect(
      datesOf({ from: 80, to: 90 }, '2026-02-01', [{ place: 'freezer', from: '2026-02-11', to: null }]),
    ).toBeNull();
    expect(datesOf(null, '2026-02-01', [])).toBeNull();
  });

  it('rises by date as the rest day of that date says', () => {
    const inWindow = Array.from({ length: 91 }, (_, day) => day / 100);
    const stays = fc.array(
      fc.record({ from: fc.integer({ min: 0, max: 60 }), length: fc.integer({ min: 1, max: 30 }) }),
      { maxLength: 3 },
    );
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 120 }), stays, (ago, freezer) => {
        const roastedOn = addDays(TODAY, -ago);
        const spells = freezer.map(({ from, length }): StorageSpell => ({
          place: 'freezer',
          from: addDays(roastedOn, from),
          to: addDays(roastedOn, from + length),
        }));
        const axis = shelfAxis(TODAY);
        ridgeByDate(inWindow, roastedOn, spells, axis).forEach((p, i) => {
          const date = addDays(axis.from, i);
          const day = Math.min(90, Math.floor(restAge(roastedOn, date, spells) + 1e-9));
          expect(p).toBe(date < roastedOn ? 0 : inWindow[day]);
        });
      }),
    );
  });
});

describe('the morning', () => {
  it('picks the crest that is lost first, then what fades, and never the frozen, finished or empty', () => {
    const bags = [
      bag('resting', { state: 'resting' }),
      bag('fading', { state: 'fading' }),
      bag('crest with time', { window: { from: '2026-02-25', to: '2026-03-20' } }),
      bag('crest closing', { window: { from: '2026-02-20', to: '2026-03-02' } }),
      bag('frozen crest', { frozen: true, window: { from: '2026-02-20', to: '2026-03-01' } }),
      bag('empty crest', { cupsLeft: 0 }),
      bag('finished', { finished: true }),
    ];
    expect([...bags].sort(byUrgency(TODAY)).map(({ name }) => name)).toEqual([
      'crest closing',
      'empty crest',
      'crest with time',
      'fading',
      'resting',
      'frozen crest',
      'finished',
    ]);
    expect(pickOfTheMorning(bags, TODAY)?.name).toBe('crest closing');
    expect(pickOfTheMorning([bag('x', { frozen: true }), bag('y', { state: 'spent' })], TODAY)).toBeNull();
    expect(pickOfTheMorning([], TODAY)).toBeNull();
  });

  it('leaves alone what gains by waiting', () => {
    const bags = [
      bag('a', { state: 'resting' }),
      bag('b', { state: 'climbing' }),
      bag('c', { frozen: true }),
      bag('d', {}),
      bag('e', { state: 'resting', finished: true }),
    ];
    expect(bagsToLeave(bags).map(({ name }) => name)).toEqual(['a', 'b', 'c']);
  });

  it('counts the days of a window, today included', () => {
    expect(windowDaysLeft({ from: '2026-02-01', to: TODAY }, TODAY)).toBe(1);
    expect(windowDaysLeft({ from: '2026-02-01', to: '2026-02-20' }, TODAY)).toBe(0);
    expect(windowDaysLeft(null, TODAY)).toBe(0);
  });
});

describe('the most telling brew of the morning', () => {
  const information = (name: string, informationToday: number, differently: Partial<ShelfBag> = {}) => ({
    ...bag(name, differently),
    informationToday,
  });

  it('is of the bag that tells most among those that can be brewed, and of none where nothing is learnt', () => {
    const bags = [
      information('a', 0.05),
      information('b', 0.2),
      information('frozen', 0.9, { frozen: true }),
      information('empty', 0.8, { cupsLeft: 0 }),
      information('done', 0.7, { finished: true }),
      information('spent', 0.6, { state: 'spent' }),
    ];
    expect(mostInformativeBag(bags)?.name).toBe('b');
    expect(mostInformativeBag([information('a', 0.001), information('b', 0)])).toBeNull();
    expect(mostInformativeBag([])).toBeNull();
  });
});
