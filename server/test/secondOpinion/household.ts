import type { BagDraft } from '../../../contract/bag/bag';
import type { BrewDraft } from '../../../contract/bag/brew';
import { addDays } from '../../../core/rest';
import { TODAY, type TestServer } from '../support/running';
import { Dice } from './dice';

/** A bag as it was written down, and everything that was logged of it, in the order of time. */
export interface RawBag {
  id: string;
  draft: BagDraft;
  brews: (BrewDraft & { id: string; on: string })[];
}

/** A household as its rows say it is: what every sentence about it is held against. */
export interface RawHousehold {
  seed: number;
  tasters: { id: string; name: string }[];
  bags: RawBag[];
}

const WORDS = ['quince', 'rooibos', 'damson', 'fig', 'cedar', 'walnut', 'molasses', 'clove', 'malt', 'nectarine'];
const NAMES = ['Kestrel Hill', 'Ash Terrace', 'Long Meadow', 'Stone Ferry', 'Twelve Elms'];
const REFERENCES = [
  { style: 'filter', brewer: 'cone', doseG: 17, waterG: 272, waterC: 92, grindStep: 0 },
  { style: 'filter', brewer: 'press', doseG: 19, waterG: 304, waterC: 93, grindStep: 0 },
  { style: 'espresso', brewer: 'espresso machine', doseG: 18, waterG: 38, waterC: 93, grindStep: 0 },
  { style: 'milk', brewer: 'espresso machine', doseG: 18, waterG: 36, waterC: 93, grindStep: 0 },
] as const;
/** What else is made of a bag of each drink. */
const OTHER_DRINKS = {
  filter: ['cold', 'milk'],
  espresso: ['milk', 'cold'],
  milk: ['espresso'],
} as const;
const LEVELS = ['1', '2-', '2', '2.5', '3', '3+', '4', '4.5', '5'] as const;
const SLOTS = ['cup', 'ground', 'hot-nose', 'hot-first', 'warm-first', 'cool-first'] as const;

/**
 * A household of one to five bags made up by a seed: two schools of scoring, filter, shots and milk, some in other
 * drinks as well, some of one sitting, some without a roast date, some finished, with repeats of one brew.
 */
export async function makeHousehold(server: TestServer, seed: number): Promise<RawHousehold> {
  const dice = new Dice(seed);
  const tasters: RawHousehold['tasters'] = [];
  for (const name of ['Ines', 'Bruno', 'Edda'].slice(0, dice.int(0, 3)))
    tasters.push({ id: (await server.ok<{ id: string }>('POST', '/tasters', { name })).id, name });
  const school = dice.pick(['mark10', 'levels'] as const);
  const bags: RawBag[] = [];
  for (const name of NAMES.slice(0, dice.chance(0.15) ? 1 : dice.int(2, 5)))
    bags.push(
      await makeBag(server, dice, name, dice.chance(0.25) ? dice.pick(['stars', 'levels'] as const) : school, tasters),
    );
  return { seed, tasters, bags };
}

async function makeBag(
  server: TestServer,
  dice: Dice,
  name: string,
  scoringScale: 'mark10' | 'levels' | 'stars',
  tasters: RawHousehold['tasters'],
): Promise<RawBag> {
  const roasted = addDays(TODAY, -dice.int(4, 50));
  const isUndated = dice.chance(0.2);
  const reference = dice.pick(REFERENCES);
  const isOneSitting = dice.chance(0.2);
  const opened = dice.int(2, 12);
  const first = isUndated ? dice.int(1, 4) : Math.min(opened, daysTo(roasted));
  const days = brewDays(dice, first, daysTo(roasted), isOneSitting);
  const last = days.at(-1);
  const draft = {
    name,
    roaster: dice.pick(['Fernhill', 'Saltmarsh']),
    origin: dice.pick(['Rwanda', 'India', '']),
    scoringScale,
    roastLevel: dice.pick(['light', 'medium', null] as const),
    process: dice.pick(['washed', 'natural', null] as const),
    ...(isUndated ? { roastedOn: null, arrivedOn: addDays(roasted, first) } : { roastedOn: roasted }),
    printedNotes: dice.some(WORDS, 3).join(', '),
    restAdviceDays: dice.chance(0.3) ? dice.int(5, 30) : null,
    weightG: dice.pick([60, 100, 250]),
    price: dice.chance(0.5) ? dice.int(6, 20) : null,
    reference,
    finishedOn: last !== undefined && dice.chance(0.3) ? addDays(roasted, last) : null,
    perceivedRoast: dice.chance(0.3) ? dice.pick(['light', 'medium', 'dark'] as const) : null,
    buyAgain: dice.chance(0.3) ? dice.pick(['yes', 'no'] as const) : null,
    bet: dice.chance(0.2) ? 'Sweet and long.' : '',
  } satisfies BagDraft;
  const { id } = await server.ok<{ id: string }>('POST', '/bags', draft);
  const bag: RawBag = { id, draft, brews: [] };
  const best = dice.int(8, 30);
  for (const day of days) {
    const brew = brewOf(dice, {
      day,
      roasted,
      reference,
      scoringScale,
      tasters,
      best,
      hour: 7 + (bag.brews.length % 12),
    });
    const posted = await server.ok<{ id: string }>('POST', `/bags/${id}/brews`, brew);
    bag.brews.push({ ...brew, id: posted.id, on: addDays(roasted, day) });
    if (dice.chance(0.1)) {
      const repeat = { ...brew, potId: posted.id, cup: { ...brew.cup, mark: near(dice, scoringScale, brew.cup.mark) } };
      const again = await server.ok<{ id: string }>('POST', `/bags/${id}/brews`, repeat);
      bag.brews.push({ ...repeat, id: again.id, on: addDays(roasted, day) });
    }
  }
  return bag;
}

const daysTo = (roasted: string): number => (Date.parse(TODAY) - Date.parse(roasted)) / 86_400_000;

function brewDays(dice: Dice, first: number, until: number, isOneSitting: boolean): number[] {
  if (isOneSitting) return Array.from({ length: dice.int(1, 4) }, () => Math.min(first, until));
  const days: number[] = [];
  for (let day = first; day <= until && days.length < 9; day += dice.int(1, 5)) days.push(day);
  return dice.chance(0.1) ? [] : days;
}

interface BrewTold {
  day: number;
  roasted: string;
  reference: (typeof REFERENCES)[number];
  scoringScale: 'mark10' | 'levels' | 'stars';
  tasters: RawHousehold['tasters'];
  best: number;
  hour: number;
}

/** A mark of a score of 0–100, on the steps of its scale. */
function markOf(scale: BrewTold['scoringScale'], score: number): number {
  if (scale === 'mark10') return Math.round(score) / 10;
  const [unit, step] = scale === 'stars' ? [20, 0.25] : [20, 0.5];
  return Math.min(5, Math.max(1, Math.round(score / unit / step) * step));
}

const near = (dice: Dice, scale: BrewTold['scoringScale'], mark: number | null): number | null =>
  mark === null
    ? null
    : markOf(scale, Math.min(100, Math.max(0, mark * (scale === 'mark10' ? 10 : 20) + dice.int(-4, 4))));

function brewOf(dice: Dice, told: BrewTold) {
  const { day, roasted, reference, scoringScale, tasters, best, hour } = told;
  const score = 86 - Math.abs(day - best) * 0.9 + dice.int(-5, 5);
  const isOther = dice.chance(0.15);
  const style = isOther ? dice.pick(OTHER_DRINKS[reference.style]) : reference.style;
  const otherwise = dice.chance(0.3) ? { waterC: reference.waterC + dice.pick([-4, 3]) } : {};
  const words = dice.some(WORDS, 3);
  return {
    ...reference,
    ...otherwise,
    style,
    brewedAt: `${addDays(roasted, day)}T${String(hour).padStart(2, '0')}:00:00Z`,
    tasterId: tasters.length > 0 && dice.chance(0.8) ? dice.pick(tasters).id : null,
    recordedFrom: dice.chance(0.1) ? ('memory' as const) : ('cup' as const),
    fault: dice.chance(0.07) ? ('dirty-cup' as const) : null,
    cup: {
      scoringScale,
      mark: dice.chance(0.15) ? null : markOf(scoringScale, Math.min(100, Math.max(0, score))),
      descriptors: words.map((typed) => ({ typed, slot: dice.pick(SLOTS) })),
      remarks: dice.chance(0.2) ? `Some ${dice.pick(WORDS)}, and no ${dice.pick(WORDS)}.` : '',
      intensities: dice.chance(0.5)
        ? ['brightness', 'weight', 'sweetness'].map((attribute) => ({
            attribute,
            intensity: dice.pick(LEVELS),
            adequacy: null,
          }))
        : [],
      finishS: dice.chance(0.3) ? dice.int(3, 60) : null,
      dryness: dice.chance(0.3) ? dice.pick(['none', 'a trace', 'some'] as const) : null,
      textures: dice.chance(0.3) ? [dice.pick(['silky', 'round'] as const)] : [],
    },
  };
}
