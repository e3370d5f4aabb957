import type { Plan } from '../../../contract/shelf/plan';
import type { BagPage, Shelf } from '../../../contract/shelf/shelf';
import { TODAY } from '../support/running';
import type { RawBag, RawHousehold } from './household';
import { asNumber, cupsLeft, wholeDays } from './rows';
import { claim, readSentences, type Kind } from './sentences';

export interface ReadShelf {
  house: RawHousehold;
  shelf: Shelf;
  plan: Plan;
  pages: ReadonlyMap<string, BagPage>;
}

type OfBag = ReadShelf & { bag: RawBag; lane: Shelf['lanes'][number] };

const cupOf = ({ plan, bag }: OfBag) => plan.cups.find(({ bagId, on }) => bagId === bag.id && on === TODAY);
const bestOf = ({ pages, bag }: OfBag): number =>
  Math.max(...(pages.get(bag.id)?.verdict.curve ?? []).map(({ mean }) => mean));
const expectedOf = (of: OfBag): number => cupOf(of)?.expected ?? NaN;

/** Why the plan has this cup; points are of a hundred, on the main scale. */
const WHY_KINDS: readonly Kind<OfBag>[] = [
  [
    /To find out: what it tells is worth about [\d.]+ points? to the cups to come\./,
    (_, of) => claim(cupOf(of)?.reason === 'learning', 'it is to learn'),
  ],
  [
    /The only beans there are for this cup\./,
    (_, { house, bag }) =>
      claim(
        house.bags.filter((one) => one.draft.finishedOn === null).length === 1 || cupsLeft(bag) > 0,
        'nothing else',
      ),
  ],
  [
    /Day (?<day>\d+), as good as it is expected to get\./,
    ({ day }, of) => {
      checkDay(day, of);
      claim(of.lane.state !== 'steady', 'it is steady');
    },
  ],
  [
    /Day (?<day>\d+); it hardly changes with the days\./,
    ({ day }, of) => {
      checkDay(day, of);
      claim(of.lane.state === 'steady', 'it is steady on its page too');
    },
  ],
  [
    /Day (?<day>\d+), still (?<points>[\d.]+) points? below its best: not all of it can be drunk at its best\./,
    ({ day, points }, of) => {
      checkDay(day, of);
      claim(Number(points) > 0 && expectedOf(of) <= bestOf(of) + 0.2, 'below its best');
    },
  ],
  [
    /Day (?<day>\d+), (?<points>[\d.]+) points? past its best: no later day would be better\./,
    ({ day, points }, of) => {
      checkDay(day, of);
      claim(Number(points) > 0 && of.lane.state !== 'steady', 'past its best');
    },
  ],
  [/This would be one more: you have had today’s cups\./, (_, { plan }) => claim(plan.isExtraToday, 'one more')],
  [/What you want today is drunk; this would be one more\./, (_, { plan }) => claim(plan.isExtraToday, 'one more')],
];

function checkDay(day: string | undefined, { bag }: OfBag): void {
  if (bag.draft.roastedOn) claim(wholeDays(bag.draft.roastedOn, TODAY) === Number(day), `day ${day ?? ''}`);
}

const STOCK_KINDS: readonly Kind<OfBag>[] = [
  [
    /(?<cups>\w+) cups? left\./,
    ({ cups = '' }, { bag }) => claim(asNumber(cups) === cupsLeft(bag), `${cups} cups left`),
  ],
  [
    /(?<cups>\w+) cups? left, and its window closes (?:(?<today>today)|(?<tomorrow>tomorrow)|in (?<days>\d+) days)\./,
    ({ cups = '', today, tomorrow, days }, { bag, lane }) => {
      claim(asNumber(cups) === cupsLeft(bag), `${cups} cups left`);
      const left = today ? 0 : tomorrow ? 1 : Number(days);
      claim(lane.window !== null && wholeDays(TODAY, lane.window.to) === left, `closes in ${left} days`);
    },
  ],
  [
    /(?:This cup|To learn more, take the reference recipe with [^:]+: it) would (?:tell a little|narrow down its best days by about \d+ %)\./,
    () => undefined,
  ],
];

/** What is said of the morning, against the beans and states of the rows; and that each bag has one message. */
export function checkShelf({ house, shelf, plan, pages }: ReadShelf): void {
  const rawOf = (id: string): OfBag => {
    const [bag, lane] = [house.bags.find((one) => one.id === id), shelf.lanes.find((one) => one.id === id)];
    if (!bag || !lane) throw new Error(`The shelf speaks of ${id}, which is not on it`);
    return { house, shelf, plan, pages, bag, lane };
  };
  const named = [shelf.pick, shelf.mostInformative, ...shelf.leaveAlone].flatMap((one) => one?.bagId ?? []);
  claim(new Set(named).size === named.length, 'one bag, one message');
  claim(shelf.pick === null || shelf.waitsFor === null, 'a bag to brew, and waiting');
  for (const lane of shelf.lanes) claim(lane.cupsLeft === cupsLeft(rawOf(lane.id).bag), `${lane.cupsLeft} cups left`);
  if (shelf.pick) {
    const of = rawOf(shelf.pick.bagId);
    const { brewer, doseG, waterG, waterC } = of.bag.draft.reference;
    claim(
      shelf.pick.headline === `Brew ${of.lane.name}: ${brewer}, ${doseG} g to ${waterG} g at ${String(waterC)} °C.`,
      shelf.pick.headline,
    );
    claim(of.bag.draft.finishedOn === null && cupsLeft(of.bag) > 0, 'it can be brewed');
    const rest = shelf.pick.reason.replace(of.lane.verdict, '').replace(/ {2,}/g, ' ');
    claim(shelf.pick.reason.includes(of.lane.verdict), 'its verdict is the one of its page');
    readSentences(rest, [...WHY_KINDS, ...STOCK_KINDS], of);
  }
  if (shelf.mostInformative) {
    const of = rawOf(shelf.mostInformative.bagId);
    claim(
      new RegExp(`^Most telling today: ${of.lane.name}, the reference recipe`).test(shelf.mostInformative.headline),
      'headline',
    );
    const left = /; (?<cups>\w+) cups? left\.$/.exec(shelf.mostInformative.reason)?.groups?.cups ?? '';
    claim(asNumber(left) === cupsLeft(of.bag) && cupsLeft(of.bag) > 0, shelf.mostInformative.reason);
  }
  for (const { bagId, headline, reason } of shelf.leaveAlone) {
    const { lane } = rawOf(bagId);
    claim(headline === `Leave ${lane.name} alone.`, headline);
    const [, state, days] = /^(resting|still climbing)(?:, ready in about (\d+) days?)?$/.exec(reason) ?? [];
    claim(state === (lane.state === 'resting' ? 'resting' : 'still climbing'), reason);
    if (days !== undefined) claim(lane.window !== null && wholeDays(TODAY, lane.window.from) === Number(days), reason);
    claim(['resting', 'climbing'].includes(lane.state), `${lane.state} bags are left alone`);
  }
}

/** A plan spends beans that are there, says why in words that fit, and offers the freezer as it is told to. */
export function checkPlan({ house, shelf, plan, pages }: ReadShelf): void {
  for (const bag of house.bags) {
    const cups = plan.cups.filter(({ bagId }) => bagId === bag.id);
    claim(cups.length <= cupsLeft(bag), `${cups.length} cups of ${cupsLeft(bag)} of ${bag.draft.name}`);
    claim(cups.length === 0 || bag.draft.finishedOn === null, 'a finished bag is not planned');
    const lane = shelf.lanes.find(({ id }) => id === bag.id);
    if (!lane) continue;
    for (const cup of cups) {
      const here = { house, shelf, plan, pages, bag, lane };
      const day = /Day (\d+)/.exec(cup.why)?.[1];
      if (day !== undefined && bag.draft.roastedOn)
        claim(wholeDays(bag.draft.roastedOn, cup.on) === Number(day), `${cup.why} on ${cup.on}`);
      if (cup.on === TODAY) readSentences(cup.why, WHY_KINDS, here);
      claim(
        (lane.state === 'steady') === (cup.reason === 'steady') || ['alone', 'pinned', 'learning'].includes(cup.reason),
        `${cup.reason} of a ${lane.state} bag`,
      );
    }
  }
  const gains = Object.values(plan.against);
  claim(
    gains.every((gain) => Number.isFinite(gain)),
    'gains are numbers',
  );
  const days = plan.freeze.map(({ from, bagId }) => [from, bagId] as const);
  for (const [from, bagId] of days)
    claim(
      days.every(([on, other]) => on !== from || other === bagId),
      'one bag a day is frozen',
    );
  for (const { gain, bagId } of plan.freeze) {
    claim(gain.probability >= 0.8 && gain.points > 0, 'surely worth its trouble');
    claim(shelf.lanes.find(({ id }) => id === bagId)?.state !== 'steady', 'a steady bag is not frozen');
  }
}
