import { groupBy } from 'es-toolkit';
import ICAL from 'ical.js';
import { describe, expect, it } from 'vitest';
import { bag as bagSchema, bagInput, type BagDraft } from '../../contract/bag/bag';
import type { Order } from '../../contract/shelf/order';
import { planMark, type Habit, type PlanMark } from '../../contract/shelf/plan';
import { shelfFile } from '../../contract/shelf/shelfFile';
import { compact, fitCrest } from '../../core/crest';
import { addDays } from '../../core/rest';
import { planOutcome } from '../../core/shelf/plan';
import { calendarText } from '../shelf/calendar';
import { parseLine } from '../jsonLine';
import { fitInput } from '../judgeBag';
import { expectedByTable, orderAdvice } from '../shelf/orders';
import { ONE_SCALE } from '../palate/scaleMaps';
import { planAnswer, planQuestion, type HouseholdShelf } from '../shelf/planShelf';
import { planLine } from '../shelf/planShelfFile';

const TODAY = '2026-03-01';
const reference = { style: 'filter', brewer: 'cone', doseG: 17, waterG: 272, waterC: 92, grindStep: 0 } as const;
const EVERYONE: Habit = { tasterId: null, cups: [1, 1, 1, 1, 1, 1, 1], style: null, isDecaf: false };

const idOf = (n: number): string => `0f0e7c2e-1111-4111-8111-0000000000${String(n).padStart(2, '0')}`;

function shelved(n: number, differently: Partial<BagDraft> = {}): HouseholdShelf['bags'][number] {
  const draft = { name: `Bag ${n}`, roastedOn: '2026-02-12', roastLevel: 'light' as const, reference, ...differently };
  const bag = bagSchema.parse({ ...bagInput.parse(draft), id: idOf(n), createdAt: '', revision: 1 });
  return { bag, fit: compact(fitCrest(fitInput(bag, [], null))), drawn: [] };
}

function household(bags: HouseholdShelf['bags'], differently: Partial<HouseholdShelf> = {}): HouseholdShelf {
  const settings = { habits: [EVERYONE], variety: 0, hasFreezer: false, freezerRate: 0.03 };
  return { today: TODAY, bags, settings, coming: [], marks: [], drunkToday: 0, maps: ONE_SCALE, ...differently };
}

function answered(shelf: HouseholdShelf) {
  const question = planQuestion(shelf);
  return planAnswer(question, planOutcome(question.shelf), { today: TODAY, marks: shelf.marks, unjudged: [] });
}

const mark = (n: number, fields: Partial<PlanMark>): PlanMark =>
  planMark.parse({ id: idOf(50 + n), kind: 'pin', on: TODAY, bagId: null, cups: 1, ...fields });

describe('the plan of a household', () => {
  it('drinks by habit, less what is skipped, more for visitors, and today what is left of it', () => {
    const marks = [mark(1, { kind: 'skip', on: '2026-03-02' }), mark(2, { kind: 'visit', on: '2026-03-03', cups: 4 })];
    const { cups, isExtraToday } = answered(household([shelved(1, { weightG: 1000 })], { marks }));
    const on = (date: string): number => cups.filter((cup) => cup.on === date).length;
    expect(['2026-03-01', '2026-03-02', '2026-03-03', '2026-03-04'].map(on)).toEqual([1, 0, 5, 1]);
    expect(isExtraToday).toBe(false);
    // What is skipped is skipped once, whoever would have drunk it.
    const settings = { habits: [EVERYONE, EVERYONE], variety: 0, hasFreezer: false, freezerRate: 0.03 };
    const two = answered(household([shelved(1, { weightG: 1000 })], { marks: marks.slice(0, 1), settings }));
    expect(two.cups.filter((cup) => cup.on === '2026-03-02')).toHaveLength(1);
    const drunk = answered(household([shelved(1)], { drunkToday: 1 }));
    expect(drunk.isExtraToday).toBe(true);
    expect(drunk.cups[0]?.on).toBe(TODAY);
  });

  it('says the reason of a run of days once, and says it again after a pause or for another reason', () => {
    const { cups } = answered(household([shelved(1, { weightG: 1000 }), shelved(2, { weightG: 1000 })]));
    const byBag = Object.values(groupBy(cups, ({ bagId }) => bagId));
    expect(cups.filter(({ isWhyKnown }) => isWhyKnown).length).toBeGreaterThan(cups.length / 2);
    for (const ofBag of byBag)
      ofBag.forEach(({ on, reason, isWhyKnown }, i) => {
        const before = ofBag[i - 1];
        const days = before ? (Date.parse(on) - Date.parse(before.on)) / 864e5 : Infinity;
        expect(isWhyKnown).toBe(before?.reason === reason && days <= 3);
      });
  });

  it('gives each what they drink: milk to whoever takes milk, and no caffeine where none is wanted', () => {
    const milk = { ...reference, style: 'milk' as const, brewer: 'espresso machine' };
    const bags = [shelved(1), shelved(2, { reference: milk }), shelved(3, { process: 'decaffeinated' })];
    const habits: Habit[] = [EVERYONE, { ...EVERYONE, style: 'milk' }, { ...EVERYONE, isDecaf: true }];
    const plan = answered(household(bags, { settings: { habits, variety: 0, hasFreezer: false, freezerRate: 0.03 } }));
    const today = plan.cups.filter(({ on }) => on === TODAY).map(({ bagId }) => bagId);
    expect(today).toContain(idOf(2));
    expect(today).toContain(idOf(3));
    expect(today).toHaveLength(3);
  });

  it('keeps what is set, says what it costs, and what cannot be kept', () => {
    const pin = mark(1, { on: '2026-03-02', bagId: idOf(2) });
    const young = { name: 'Young', roastedOn: '2026-02-28' };
    const bags = [shelved(1), shelved(2, young), shelved(3, { weightG: 10 })];
    const plan = answered(household(bags, { marks: [pin, mark(2, { on: '2026-03-04', bagId: idOf(3) })] }));
    expect(plan.cups.find(({ on }) => on === '2026-03-02')).toMatchObject({ bagId: idOf(2), pin: { id: pin.id } });
    expect(plan.cups.find(({ pin: set }) => set)?.pin?.price).toBeGreaterThan(0);
    expect(plan.unkept).toEqual([idOf(52)]);
    expect(plan.cups.find(({ pin: set }) => set)?.why).toMatch(
      /^Set by you; on day 2 it is expected [\d.]+ points below/,
    );
  });

  it('has a word for an empty shelf, one bag, beans that are all gone and roast dates still to come', () => {
    expect(answered(household([]))).toMatchObject({ cups: [], runsOutOn: TODAY, against: { oldestFirst: 0 } });
    expect(answered(household([shelved(1)])).cups[0]?.why).toBe('The only beans there are for this cup.');
    expect(answered(household([shelved(1, { weightG: 10 })])).cups).toEqual([]);
    const later = answered(household([shelved(1, { roastedOn: '2026-03-05' })]));
    expect((later.cups[0]?.on ?? '') >= '2026-03-05').toBe(true);
    expect(later.runsOutOn).toBe(TODAY);
  });

  it('reckons with portions by themselves', () => {
    const heldPortions = [{ id: 'p', grams: 34, stays: [{ from: '2026-02-20', to: null }] }];
    const { cups } = answered(household([shelved(1, { weightG: 51, heldPortions })]));
    expect(cups.map(({ portionId }) => portionId).sort()).toEqual([null, 'p', 'p']);
    const thawed = cups.find(({ portionId }) => portionId === 'p');
    // Eight days of rest before it went in, and hardly more since.
    expect(thawed?.restDay).toBeLessThanOrEqual(8 + 7);
    expect(thawed?.reason).toBe('frozen');
  });
});

describe('a bag on its way', () => {
  it('is drunk from the day after it is here, and fills days that nothing on the shelf could', () => {
    const coming = expectedByTable(
      orderOf({ orderedOn: TODAY, roastedOn: '2026-03-02', arrivesOn: '2026-03-05', weightG: 64 }),
    );
    const alone = answered(household([shelved(1, { weightG: 68 })]));
    const both = answered(household([shelved(1, { weightG: 68 })], { coming: [coming] }));
    const ofIt = both.cups.filter(({ isComing }) => isComing);
    expect(ofIt).toHaveLength(4);
    for (const { on, bagId, name } of ofIt) {
      expect(on >= '2026-03-05').toBe(true);
      expect([bagId, name]).toEqual([coming.order.id, 'Again']);
    }
    expect(both.unfilled).toHaveLength(alone.unfilled.length - 4);
    // One that should be here and was not taken in yet cannot be the cup of today.
    const late = { ...coming, order: { ...coming.order, roastedOn: '2026-02-10', arrivesOn: '2026-02-13' } };
    expect(answered(household([], { coming: [late] })).cups[0]?.on).toBe('2026-03-02');
    // Of one nobody knows the days of, nothing can be planned.
    const unknown = { ...coming, order: { ...coming.order, roastedOn: null, arrivesOn: null } };
    expect(answered(household([], { coming: [unknown] })).cups).toEqual([]);
  });
});

const orderOf = (differently: Partial<Order>): Order => ({
  id: idOf(1),
  name: 'Again',
  roaster: 'Ninth Kettle',
  bagId: null,
  weightG: 250,
  price: 15,
  ...({ roastLevel: 'light', process: 'washed', availableFrom: null, availableUntil: null } as const),
  orderedOn: null,
  roastedOn: null,
  arrivesOn: null,
  ...differently,
});

describe('orders', () => {
  const order = orderOf({});
  const roasters = [{ name: 'ninth kettle', roastsOn: [1], leadDays: 1, shippingDays: 2 }];
  const until = { today: TODAY, runsOutOn: '2026-04-20', planTo: '2026-04-29' };

  it('are placed so that the next bag is at its best when the shelf runs out', () => {
    const [advice] = orderAdvice([expectedByTable(order)], roasters, until);
    expect(advice?.bestFrom !== undefined && advice.bestFrom !== null && advice.bestFrom <= '2026-04-20').toBe(true);
    expect(advice?.headline).toMatch(/^Order in \d+ days at the latest: then its best days would begin in \d+ days\./);
    expect(advice?.pricePer100G).toBe(6);
  });

  it('on their way say when they come and from when on they are expected at their best', () => {
    const coming = { ...order, orderedOn: TODAY, roastedOn: '2026-03-03', arrivesOn: '2026-03-05' };
    const [advice] = orderAdvice([expectedByTable(coming)], roasters, until);
    expect(advice).toMatchObject({ orderBy: null, roastedOn: '2026-03-03' });
    expect(advice?.headline).toBe('On its way, here in 4 days.');
    expect((advice?.bestFrom ?? '') > '2026-03-10').toBe(true);
    const gone = expectedByTable({ ...order, availableUntil: '2026-02-01' });
    expect(orderAdvice([gone], roasters, until)[0]?.headline).toBe('It cannot be had any more.');
  });
});

describe('the calendar', () => {
  const cup = { on: '2026-03-29', name: 'Fog; Gate, one', why: 'Day 18.' } as never;
  const input = {
    windows: [{ bagId: 'b', name: 'Fog; Gate, one', from: '2026-03-28', to: '2026-03-30', isExpected: true }],
    plan: {
      cups: [cup],
      freeze: [{ bagId: 'b', isComing: false, name: 'Fog', grams: 51, from: '2026-03-29', to: '2026-10-25' }].map(
        (one) => ({
          ...one,
          gain: { points: 4, scale: 'mark10' as const, probability: 0.9 },
        }),
      ),
      marks: [mark(1, { kind: 'visit', on: '2026-03-30', cups: 6 })],
    },
    orders: [{ order: { id: 'o', name: 'Again' }, orderBy: '2026-04-01', headline: 'Order.' } as never],
    steeps: [{ id: 's', bagName: 'Fog', dueAt: Date.parse('2026-03-29T02:30:00+01:00') }],
    writtenAt: 0,
  };
  const read = (text: string) =>
    new ICAL.Component(ICAL.parse(text) as never).getAllSubcomponents('vevent').map((event) => new ICAL.Event(event));

  it.each(['UTC', 'Europe/Berlin', 'America/Los_Angeles', 'Pacific/Auckland'])(
    'is read by another program to the same days, also where clocks change, in %s',
    (zone) => {
      const before = process.env.TZ;
      process.env.TZ = zone;
      try {
        const events = read(calendarText(input));
        const of = (uid: string) => events.find((event) => event.uid === `${uid}@slow-crest`);
        const days = (uid: string) => [of(uid)?.startDate.toString(), of(uid)?.endDate.toString()];
        expect(days('window-b')).toEqual(['2026-03-28', '2026-03-31']);
        expect(days('cup-2026-03-29-0')).toEqual(['2026-03-29', '2026-03-30']);
        expect(days('freeze-b-2026-03-29-2026-10-25')).toEqual(['2026-03-29', '2026-03-30']);
        expect(days('thaw-b-2026-03-29-2026-10-25')).toEqual(['2026-10-25', '2026-10-26']);
        expect(of('order-o')?.startDate.isDate).toBe(true);
        expect(of('window-b')?.summary).toBe('Fog; Gate, one: expected at its best');
        expect(of('steep-s')?.startDate.toJSDate().getTime()).toBe(input.steeps[0]?.dueAt);
        expect(events).toHaveLength(7);
      } finally {
        if (before === undefined) delete process.env.TZ;
        else process.env.TZ = before;
      }
    },
  );

  it('names each entry alike from one reading to the next', () => {
    const uids = (writtenAt: number) => read(calendarText({ ...input, writtenAt })).map(({ uid }) => uid);
    expect(uids(0)).toEqual(uids(86_400_000));
    expect(new Set(uids(0)).size).toBe(7);
  });
});

describe('a shelf on the command line', () => {
  const bag = (name: string, roastedOn: string, gramsLeft: number) => ({
    format: 'slow-crest.bag',
    version: 1,
    gramsLeft,
    reference,
    bag: { name, roastedOn, roastLevel: 'light', process: 'washed' },
    brews: [{ ...reference, brewedAt: `${addDays(roastedOn, 6)}T08:00:00Z`, overall: 80 }],
  });
  const shelf = {
    format: 'slow-crest.shelf',
    version: 1,
    today: TODAY,
    days: 30,
    cupsPerDay: [1, 1, 1, 1, 1, 2, 2],
    freezer: true,
    visitors: [{ on: '2026-03-07', cups: 6 }],
    bags: [bag('A', '2026-02-20', 200), bag('B', '2026-02-05', 100), bag('C', '2026-03-04', 250)],
  };
  const plan = (differently: object) => planLine(parseLine(shelfFile, JSON.stringify({ ...shelf, ...differently })));

  it('answers cups in order, each with its reason, what to freeze, and what is gained', () => {
    const { cups, freeze, against } = plan({});
    expect(cups.map(({ on }) => on)).toEqual(cups.map(({ on }) => on).sort());
    expect(cups.filter(({ on }) => on === '2026-03-07')).toHaveLength(8);
    for (const { bag: place, on } of cups) if (place === 2) expect(on >= '2026-03-04').toBe(true);
    expect(cups.filter((one) => one.bag === 1).length).toBeLessThanOrEqual(5);
    expect(cups.every(({ why, expected }) => why.length > 10 && expected > 40)).toBe(true);
    expect(Object.keys(against)).toEqual(['oldestFirst', 'newestFirst', 'oneAtATime']);
    for (const { grams, from, to } of freeze) {
      expect(grams).toBeGreaterThan(0);
      expect(from < to).toBe(true);
    }
    expect(plan({ freezer: false }).freeze).toEqual([]);
    expect(plan({ bags: [] })).toEqual({
      cups: [],
      freeze: [],
      against: { oldestFirst: 0, newestFirst: 0, oneAtATime: 0 },
    });
  });

  it.each([
    [{ format: 'other' }, 'The format must be "slow-crest.shelf"'],
    [{ version: 2 }, 'Only version 1'],
    [{ cupsPerDay: [1] }, 'seven numbers'],
    [{ today: 'soon' }, 'Today must be a date'],
    [{ bags: [{ ...shelf.bags[0], gramsLeft: -1 }] }, 'bags.0.gramsLeft: Grams left must be between'],
    [{ bags: [{ bag: {} }] }, 'bags.0'],
  ])('refuses %j in a sentence', (differently, sentence) => {
    expect(() => plan(differently)).toThrow(sentence);
  });
});
