import { fitCrest, NOTICEABLE, sketchByDay, type CrestBrew, type CrestFit } from '../../core/crest';
import { REST_RATES } from '../../core/rest';
import { planShelf, type Lot, type PlanBag, type PlanShelf } from '../../core/shelf/plan';
import { mean } from '../judge/measures';
import { SIGMA0 } from './brewing';
import { markedCup, type SimulatedHousehold } from './household';

/** The rest day from which on sips are taken. */
const FIRST_SIP = 3;

/** Beans of a bag that lie together, as they are on one morning. */
type HeldLot = { -readonly [K in keyof Lot]: Lot[K] };

/** How a shelf stands on one morning. */
export interface Shelf {
  house: SimulatedHousehold;
  day: number;
  days: number;
  lots: HeldLot[][];
  logs: CrestBrew[][];
  fits: CrestFit[];
  /** The bag opened last. */
  open: number | null;
}

/** Which lots of which bags this morning's cups are of. */
export type Planner = (shelf: Shelf) => { bag: number; lot: number }[];

const NO_NEEDS = { style: null, isDecaf: false };

/** Plans the days that are left, does what is to be done today with the freezer, and says what is drunk. */
export const planning =
  ({ learningShare, freezer, knows }: { learningShare: number; freezer: boolean; knows: boolean }): Planner =>
  (shelf) => {
    const { house, day, days } = shelf;
    const bags = house.bags.map((bag, b): PlanBag => {
      const { noise, mean: expected, curves } = sketchByDay(shelf.fits[b]!.sketch);
      return {
        id: String(b),
        lots: shelf.lots[b]!.map((lot) => ({ ...lot })),
        mean: knows ? [...bag.truth] : expected,
        noise,
        curves: knows ? [] : curves,
        style: 'filter',
        isDecaf: false,
        noticeable: NOTICEABLE * SIGMA0,
        isSteady: false,
      };
    });
    const input: PlanShelf = {
      bags,
      wanted: house.cupsOn.slice(day).map((cups, i) => ({ day: i, cups, needs: NO_NEEDS })),
      days: days - day,
      pins: [],
      freezer: freezer ? { rate: REST_RATES.freezer } : null,
      variety: 0,
    };
    const { cups, freeze } = planShelf(input, learningShare);
    const today = cups.filter((cup) => cup.day === 0).map(({ bag, way }) => ({ bag, lot: way.lot }));
    // What is thawed today comes out as one portion, for the days it is meant for.
    for (const { bag, lot } of today) {
      const held = shelf.lots[bag]![lot]!;
      if (!held.isFrozen) continue;
      const portion = cups.filter((cup) => cup.bag === bag && cup.way.lot === lot && cup.way.thawedOn === 0).length;
      if (portion < held.cups) shelf.lots[bag]!.push({ ...held, cups: held.cups - portion });
      held.cups = portion;
      held.isFrozen = false;
    }
    for (const step of freeze.filter(({ frozenOn }) => frozenOn === 0)) {
      const held = shelf.lots[step.bag]![step.lot]!;
      held.cups -= step.cups;
      shelf.lots[step.bag]!.push({ ...held, cups: step.cups, isFrozen: true });
    }
    return today;
  };

/** Each cup of the day of the bag that ranks first. */
export const ruling =
  (rank: (shelf: Shelf, bag: number) => number): Planner =>
  (shelf) => {
    const { house, day } = shelf;
    const left = shelf.lots.map(([lot]) => lot!.cups);
    return Array.from({ length: house.cupsOn[day]! }).flatMap(() => {
      const open = house.bags.flatMap(({ roastedOn }, b) => (roastedOn <= day && left[b]! > 0 ? [b] : []));
      const bag = open.sort((a, b) => rank(shelf, a) - rank(shelf, b))[0];
      if (bag === undefined) return [];
      left[bag]! -= 1;
      shelf.open = bag;
      return [{ bag, lot: 0 }];
    });
  };

/**
 * What a household drank: mean quality of its cups, points, and the cups left over.
 *
 * @param sipEvery every so many days a sip of every bag is marked that costs nothing, to see what knowing more would be
 *   worth; 0: never
 */
export function live(house: SimulatedHousehold, planner: Planner, sipEvery = 0): { quality: number; left: number } {
  const shelf: Shelf = {
    house,
    day: 0,
    days: house.cupsOn.length,
    lots: house.bags.map(({ cups, roastedOn }) => [{ id: null, cups, age: -roastedOn, isFrozen: false, fromDay: 0 }]),
    logs: house.bags.map(() => []),
    fits: house.bags.map(({ input }) => fitCrest(input)),
    open: null,
  };
  const qualities: number[] = [];
  for (; shelf.day < shelf.days; shelf.day++) {
    const tasted = new Set<number>();
    const mark = (b: number, age: number): number => {
      const log = shelf.logs[b]!;
      const quality = house.bags[b]!.truth[Math.min(90, Math.round(age))]!;
      log.push(markedCup(age, quality, house.error(b, log.length), String(log.length)));
      tasted.add(b);
      return quality;
    };
    for (const { bag: b, lot: l } of planner(shelf)) {
      const lot = shelf.lots[b]![l]!;
      lot.cups -= 1;
      qualities.push(mark(b, lot.age));
    }
    if (sipEvery > 0 && shelf.day % sipEvery === 0) {
      house.bags.forEach(({ roastedOn }, b) => {
        const age = shelf.day - roastedOn;
        if (age >= FIRST_SIP) mark(b, age);
      });
    }
    for (const b of tasted) shelf.fits[b] = fitCrest({ ...house.bags[b]!.input, brews: shelf.logs[b]! });
    for (const lot of shelf.lots.flat()) lot.age += lot.isFrozen ? REST_RATES.freezer : REST_RATES.room;
  }
  return {
    quality: mean(qualities),
    left: shelf.lots.flat().reduce((sum, { cups }) => sum + cups, 0),
  };
}
