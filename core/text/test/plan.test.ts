import { describe, expect, it } from 'vitest';
import { lastDosesText, startRuleText } from '../bag/beans';
import { priceText } from '../shelf/orders';
import { againstRulesText, cupReasonText, freezingGainText, planHeadline } from '../shelf/plan';
import { remindersOf, type DueToday } from '../shelf/reminders';
import type { State } from '../../crest';
import { METRIC } from '../units';
import { inDaysText } from '../words';

const cup = { expected: 80, best: 84, learning: 1.25, restDay: 12, frozenOn: null };

describe('the plan in words', () => {
  it('says what freezing gains, and how likely', () => {
    expect(freezingGainText({ points: 4, scale: 'mark10', probability: 0.85 })).toBe(
      'about 0.4 better a cup, very likely',
    );
    expect(freezingGainText({ points: 12, scale: 'stars', probability: 0.96 })).toBe(
      'about 0.6 better a cup, almost certainly',
    );
  });

  it('says why each cup is of its bag', () => {
    const why = (reason: Parameters<typeof cupReasonText>[0]['reason'], frozenOn: string | null = null): string =>
      cupReasonText({ ...cup, reason, frozenOn });
    expect(why('steady')).toBe('Day 12; it hardly changes with the days.');
    expect(why('pinned')).toBe('Set by you; on day 12 it is expected 4 points below its best.');
    expect(why('frozen')).toBe('Out of the freezer, where it was kept at day 12.');
    expect(why('frozen', '2026-03-01')).toBe('Out of the freezer, kept at about day 12 for this.');
    expect(why('learning')).toBe('To find out: what it tells is worth about 1.3 points to the cups to come.');
    expect(why('alone')).toBe('The only beans there are for this cup.');
    expect(why('at-best')).toBe('Day 12, as good as it is expected to get.');
    expect(why('climbing')).toBe('Day 12, still 4 points below its best: not all of it can be drunk at its best.');
    expect(why('fading')).toBe('Day 12, 4 points past its best: no later day would be better.');
  });

  it('says what it gains over simple rules, and nothing where it gains nothing', () => {
    expect(againstRulesText({ oldestFirst: 2.14, newestFirst: 1, oneAtATime: 0 })).toBe(
      'Expected, for each cup: 2.1 points more than the oldest bag first and 1 point more than the newest first.',
    );
    expect(againstRulesText({ oldestFirst: 0, newestFirst: 0, oneAtATime: 0 })).toBe(
      'No simple rule would be expected to do worse.',
    );
    expect(planHeadline({ cups: 0, runsOut: true })).toBe('No cup is planned');
    expect(planHeadline({ cups: 12, runsOut: true })).toBe('Twelve cups planned, then the shelf is empty');
  });

  it('says what 100 g cost, and against the going rate', () => {
    const said = [null, 6.4].map((rate) => priceText(6.4, rate, METRIC));
    const inKroner = [8, 5.6].map((per100G) => priceText(per100G, 6.4, { currency: 'kr' }));
    expect([...said, ...inKroner]).toEqual([
      '6.40 for 100 g',
      '6.40 for 100 g, the going rate',
      '8\u202fkr for 100 g, 25 % above the going rate',
      '5.60\u202fkr for 100 g, 13 % below the going rate',
    ]);
  });

  it('says what the last doses are for, and what a start rule costs', () => {
    expect(lastDosesText(3, 4)).toBe('Three cups left, and its best days begin in 4 days: wait.');
    expect(lastDosesText(1, 0)).toBe('One cup left.');
    expect([lastDosesText(4, 4), lastDosesText(0, 4)]).toEqual([null, null]);
    expect(startRuleText('fresh', 15, 17)).toBe(
      'Opened from day 0 on: with a cup every third day about five cups, 85 g, before its best days.',
    );
    expect(startRuleText('patient', 15, 17)).toBe('Opened from day 18 on: no cup before its best days.');
  });

  it('reminds of what is due, each kind only where it is wanted', () => {
    const due: DueToday = {
      today: '2026-03-01',
      pickId: 'picked',
      wanted: { steeps: true, lastGoodDays: true, orders: true, thaws: true },
      lanes: ['a', 'picked'].map((id) => ({
        id,
        name: `Bag ${id}`,
        state: 'fading' as const,
        cupsLeft: 3,
        frozen: false,
        window: { from: '2026-02-20', to: '2026-03-01' },
      })),
      freeze: [
        { bagId: 'a', name: 'Bag a', grams: 51, from: '2026-03-01', to: '2026-03-08' },
        { bagId: 'a', name: 'Bag a', grams: 34, from: '2026-03-01', to: '2026-03-15' },
        { bagId: 'b', name: 'Bag b', grams: 20, from: '2026-03-02', to: '2026-03-08' },
        // One bag a day is enough, and the one to brew is not put away.
        { bagId: 'c', name: 'Bag c', grams: 40, from: '2026-03-01', to: '2026-03-08' },
        { bagId: 'picked', name: 'Bag picked', grams: 300, from: '2026-03-01', to: '2026-03-08' },
      ],
      orders: [
        { id: 'o', name: 'Winter Lot', orderBy: '2026-03-02' },
        { id: 'later', name: 'Later', orderBy: '2026-03-09' },
      ],
      steeps: [{ id: 's', bagName: 'Bag a' }],
    };
    expect(remindersOf(due).map(({ link, rest }) => link + rest)).toEqual([
      'The steep of Bag a is done: strain it, and keep it in the refrigerator.',
      'You could freeze 85 g of Bag a today.',
      'Order Winter Lot tomorrow at the latest.',
      'Today is the last good day of Bag a.',
    ]);
    const offered = (state: State, cupsLeft: number): boolean =>
      remindersOf({
        ...due,
        freeze: due.freeze.filter(({ bagId }) => bagId === 'a'),
        lanes: due.lanes.map((lane) => ({
          ...lane,
          state,
          cupsLeft,
          window: { from: '2026-02-20', to: '2026-03-04' },
        })),
      }).some(({ key }) => key === 'freeze');
    // Four days are left of its window.
    expect([offered('at-crest', 4), offered('at-crest', 5), offered('steady', 9), offered('climbing', 3)]).toEqual([
      false,
      true,
      false,
      true,
    ]);
    const none = { steeps: false, lastGoodDays: false, orders: false, thaws: false };
    expect(remindersOf({ ...due, wanted: none })).toEqual([]);
    expect([-2, -1, 0, 1, 5].map(inDaysText)).toEqual(['2 days ago', 'yesterday', 'today', 'tomorrow', 'in 5 days']);
  });
});
