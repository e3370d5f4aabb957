import { planOutcome, planShelf, type PlanShelf } from '../core/shelf/plan';
import { planLine } from '../application/shelf/planShelfFile';
import { parseLine } from '../application/jsonLine';
import { shelfFile } from '../contract/shelf/shelfFile';
import { fitCrest, NOTICEABLE, sketchByDay } from '../core/crest';
import { REST_RATES } from '../core/rest';
import { SIGMA0 } from './simulate/brewing';
import { markedCup, simulateHousehold } from './simulate/household';
import { random } from './simulate/random';
import { timed, timingText } from './timing';

/** How long a plan takes: 12 and 40 bags over 60 days, made anew after a pin, and a line of the command line. */
function shelfOf(count: number, differently: Partial<PlanShelf> = {}): PlanShelf {
  const rng = random(count);
  const bags = Array.from({ length: Math.ceil(count / 6) }, (_, i) => simulateHousehold(i + 1, 60).bags)
    .flat()
    .slice(0, count);
  return {
    bags: bags.map((bag, b) => {
      const age = rng.whole(0, 24);
      const log = [3, 7, 11, 15].filter((day) => day < age);
      const brews = log.map((day, i) => markedCup(day, bag.truth[day]!, rng.normal(0, SIGMA0), String(i)));
      return {
        ...sketchByDay(fitCrest({ ...bag.input, brews }).sketch),
        id: String(b),
        style: 'filter' as const,
        isDecaf: false,
        noticeable: NOTICEABLE * SIGMA0,
        isSteady: false,
        lots: [{ id: null, cups: bag.cups, age, isFrozen: false, fromDay: 0 }],
      };
    }),
    wanted: Array.from({ length: 60 }, (_, day) => ({
      day,
      cups: day % 7 > 4 ? 2 : 1,
      needs: { style: null, isDecaf: false },
    })),
    days: 60,
    pins: [],
    freezer: null,
    variety: 0.5,
    ...differently,
  };
}

const line = (bags: number): string =>
  JSON.stringify({
    format: 'slow-crest.shelf',
    version: 1,
    today: '2026-03-01',
    days: 60,
    cupsPerDay: [1, 1, 1, 1, 1, 2, 2],
    freezer: true,
    bags: Array.from({ length: bags }, (_, i) => ({
      format: 'slow-crest.bag',
      version: 1,
      gramsLeft: 250 - 10 * i,
      bag: { name: `Bag ${i}`, roastedOn: `2026-02-${String(1 + 2 * i).padStart(2, '0')}`, roastLevel: 'light' },
      reference: { style: 'filter', brewer: 'cone', doseG: 17, waterG: 272, waterC: 92, grindStep: 0 },
      brews: Array.from({ length: 5 }, (__, k) => ({
        style: 'filter',
        brewer: 'cone',
        doseG: 17,
        waterG: 272,
        waterC: 92,
        grindStep: 0,
        brewedAt: `2026-02-${String(Math.min(28, 2 + 2 * i + k)).padStart(2, '0')}T08:00:00Z`,
        overall: 76 + k,
      })),
    })),
  });

const freezer = { rate: REST_RATES.freezer };
const twelve = shelfOf(12);
const forty = shelfOf(40);
const said = async (what: string, runs: number, work: () => unknown): Promise<void> =>
  console.log(`${what.padEnd(54)} ${timingText(await timed(runs, 2, work))}`);
await said('12 bags', 9, () => planShelf(twelve));
await said('12 bags, with what it gains over rules', 9, () => planOutcome(twelve));
await said('12 bags, made anew after a cup was set', 9, () => planOutcome({ ...twelve, pins: [{ day: 3, bag: 5 }] }));
await said('12 bags, with a freezer', 9, () => planOutcome({ ...twelve, freezer }));
await said('40 bags', 5, () => planOutcome(forty));
await said('40 bags, with a freezer', 3, () => planOutcome({ ...forty, freezer }));
const twelveBags = line(12);
await said('a line of 12 bags with 60 brews on the command line', 9, () => planLine(parseLine(shelfFile, twelveBags)));
