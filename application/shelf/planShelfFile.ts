import { mapValues } from 'es-toolkit';
import type { ShelfFile } from '../../contract/shelf/shelfFile';
import { dosesOf, gramsLeft, roundTo } from '../../core/brew';
import { crestInput, fitCrest } from '../../core/crest';
import { addDays, REST_RATES, roastDate, weekdayOf } from '../../core/rest';
import {
  gainsOverRules,
  lotOf,
  NO_NEEDS,
  planShelf,
  type CupsWanted,
  type PlanBag,
  type PlannedCup,
} from '../../core/shelf/plan';
import { recordOf } from '../judgeBagFile';
import { expectationOf, whyOf } from './planShelf';

/** The weight of a bag whose label does not say. *Assumption*. */
const USUAL_BAG_G = 250;

function planBagOf(file: ShelfFile['bags'][number], today: string): PlanBag {
  const record = recordOf(file);
  const { roastedOn } = roastDate(record);
  const doses = record.brews.map(({ id, pot, doseG }) => ({ id, potId: pot ?? null, doseG }));
  const grams = file.gramsLeft ?? gramsLeft(file.bag.weightG ?? USUAL_BAG_G, dosesOf(doses));
  const beans = { id: null, grams: file.bag.finished ? 0 : grams, roastedOn, spells: record.spells };
  return {
    id: file.bag.name,
    lots: [lotOf(beans, today, record.reference.doseG)],
    style: record.reference.style,
    isDecaf: record.process === 'decaffeinated',
    ...expectationOf(fitCrest(crestInput(record))),
  };
}

/** The cups a shelf file asks for, day by day: the household's and its visitors'. */
function wantedOf({ today, days, cupsPerDay, visitors }: ShelfFile): CupsWanted[] {
  return Array.from({ length: days }, (_, day) => {
    const on = addDays(today, day);
    const guests = visitors.reduce((sum, visit) => sum + (visit.on === on ? visit.cups : 0), 0);
    return { day, cups: (cupsPerDay[weekdayOf(on)] ?? 0) + guests, needs: NO_NEEDS };
  }).filter(({ cups }) => cups > 0);
}

/** Plans a shelf file: cups in order, what to freeze, and what the plan gains over simple rules, points a cup. */
export function planLine(file: ShelfFile) {
  const { today, days, variety } = file;
  const bags = file.bags.map((bag) => planBagOf(bag, today));
  const shelf = {
    bags,
    wanted: wantedOf(file),
    days,
    pins: [],
    freezer: file.freezer ? { rate: REST_RATES.freezer } : null,
    variety,
  };
  const plan = planShelf(shelf);
  const { against } = gainsOverRules(shelf, plan.cups);
  const told = (cup: PlannedCup) => ({
    on: addDays(today, cup.day),
    bag: cup.bag,
    expected: roundTo(cup.expected, 1),
    why: whyOf(cup, bags, today),
  });
  return {
    cups: plan.cups.map(told),
    freeze: plan.freeze.map(({ bag, cups, frozenOn, thawedOn }) => ({
      bag,
      grams: roundTo(cups * (file.bags[bag]?.reference.doseG ?? 0), 1),
      from: addDays(today, frozenOn),
      to: addDays(today, thawedOn),
    })),
    against: mapValues(against, (points) => roundTo(points, 2)),
  };
}
