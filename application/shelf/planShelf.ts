import type { Bag } from '../../contract/bag/bag';
import type { Freezing, Plan, PlanMark, PlannedCup } from '../../contract/shelf/plan';
import type { Settings } from '../../contract/settings';
import { cupsLeft, roundTo, stockOf, type Drawn, type Style } from '../../core/brew';
import { isSteady, NOTICEABLE, sketchByDay, type CrestFit } from '../../core/crest';
import { judgedScale, type ScoringScale } from '../../core/cup';
import { expectedOnMain, fromMainScale, SAME_SCALE, type ScaleMap } from '../../core/palate';
import { addDays, daysBetween, roastDate, spellsOf, weekdayOf } from '../../core/rest';
import { UNKNOWN_ROASTER } from '../../core/shelf';
import {
  lotOf,
  PLAN_DAYS,
  reasonOf,
  type CupsWanted,
  type Lot,
  type PlanBag,
  type PlannedCup as CupOfPlan,
  type PlanOutcome,
  type PlanShelf,
} from '../../core/shelf/plan';
import { cupReasonText } from '../../core/text';
import type { ExpectedOrder } from './orders';
import { scaleOf, type ScaleMaps } from '../palate/scaleMaps';

/** What a plan needs of a fit, on the household's main scale. */
export function expectationOf(
  fit: PlannedFit,
  map: ScaleMap = SAME_SCALE,
): Pick<PlanBag, 'mean' | 'curves' | 'noise' | 'noticeable' | 'isSteady'> {
  const { sketch, sigma0 } = fit;
  const noticeable = map.slope * NOTICEABLE * sigma0;
  return { ...expectedOnMain(map, sketchByDay(sketch)), noticeable, isSteady: isSteady(fit) };
}

/** What of a fit a plan goes by. */
type PlannedFit = Pick<CrestFit, 'sketch' | 'sigma0' | 'steady' | 'usable' | 'daysTried'>;

/** A household's shelf, as far as a plan goes. */
export interface HouseholdShelf {
  today: string;
  bags: readonly { bag: Bag; fit: PlannedFit; drawn: readonly Drawn[] }[];
  settings: Pick<Settings, 'habits' | 'variety' | 'hasFreezer' | 'freezerRate'>;
  /** Bags on their way. */
  coming: readonly ExpectedOrder[];
  marks: readonly PlanMark[];
  /** Cups drunk today. */
  drunkToday: number;
  /** How the scales of its bags are read on one another. */
  maps: ScaleMaps;
}

/** The beans of a bag as a plan reckons with them: what is in it, and its portions. */
function lotsOf(bag: Bag, drawn: readonly Drawn[], today: string, freezerRate: number): Lot[] {
  const { roastedOn } = roastDate(bag);
  const { bagG, portions } = stockOf(bag, drawn);
  const beans = [{ id: null, grams: bagG }, ...portions.map(({ id, grams }) => ({ id, grams }))];
  return beans.map(({ id, grams }) =>
    lotOf({ id, grams, roastedOn, spells: spellsOf(bag, id) }, today, bag.reference.doseG, bag.startRule, freezerRate),
  );
}

/** Cups wanted on each day to come: by habit, less what is skipped, and more for visitors; today what is left of it. */
function wantedOf({ today, settings, marks, drunkToday }: HouseholdShelf): {
  wanted: CupsWanted[];
  isExtraToday: boolean;
} {
  let isExtraToday = false;
  const wanted = Array.from({ length: PLAN_DAYS }, (_, day): CupsWanted[] => {
    const on = addDays(today, day);
    const counted = (kind: PlanMark['kind']): number =>
      marks.reduce((sum, mark) => sum + (mark.kind === kind && mark.on === on ? mark.cups : 0), 0);
    let less = counted('skip') + (day === 0 ? drunkToday : 0);
    const groups = settings.habits.map(({ cups, style, isDecaf }) => {
      const asked = cups[weekdayOf(on)] ?? 0;
      const taken = Math.min(asked, less);
      less -= taken;
      return { day, cups: asked - taken, needs: { style, isDecaf } };
    });
    const visitors = { day, cups: Math.max(0, counted('visit') - less), needs: { style: null, isDecaf: false } };
    const all = [...groups, visitors].filter(({ cups }) => cups > 0);
    if (day > 0 || all.length > 0 || counted('skip') > 0) return all;
    // Whoever stands at the kettle although today's cups are drunk is told of one more.
    isExtraToday = true;
    const [usual] = settings.habits;
    return [{ day, cups: 1, needs: { style: usual?.style ?? null, isDecaf: usual?.isDecaf ?? false } }];
  });
  return { wanted: wanted.flat(), isExtraToday };
}

/** A roaster's post of whom nothing is known, days. *Assumption*, as `UNKNOWN_ROASTER`. */
const { shippingDays: USUAL_POST } = UNKNOWN_ROASTER;

/** The beans of a bag on its way: nobody brews them before they are here, and today they are not. */
function comingLots({ order, reference }: ExpectedOrder, today: string): Lot[] {
  const { roastedOn, arrivesOn, weightG } = order;
  const roasted = roastedOn ?? (arrivesOn && addDays(arrivesOn, -USUAL_POST));
  if (roasted === null) return [];
  const here = daysBetween(today, arrivesOn ?? addDays(roasted, USUAL_POST));
  const cups = cupsLeft(weightG, reference.doseG);
  return [{ id: null, cups, age: daysBetween(roasted, today), isFrozen: false, fromDay: Math.max(1, here) }];
}

/** What an answer says of a bag. */
interface NamedBag {
  id: string;
  name: string;
  style: Style;
  scale: ScoringScale;
  /** How its scores are read on the main scale, which the plan reckons in. */
  map: ScaleMap;
  doseG: number;
  isComing: boolean;
}

/** What is to be planned, and the bags and marks by their places in it. */
export interface PlanQuestion {
  shelf: PlanShelf;
  bags: readonly NamedBag[];
  pins: readonly PlanMark[];
  isExtraToday: boolean;
}

/** The question a household's shelf puts to the planner. */
export function planQuestion(household: HouseholdShelf): PlanQuestion {
  const { today, settings, marks } = household;
  const { wanted, isExtraToday } = wantedOf(household);
  // Bags of one scale are planned on it.
  const isOneScale = new Set(household.bags.map(({ bag }) => scaleOf(bag))).size <= 1;
  const mapOf = (scale: ScoringScale): ScaleMap => (isOneScale ? SAME_SCALE : household.maps.of[scale]);
  const bags = [
    ...household.bags.map(({ bag: { id, name, reference, scoringScale, weights } }): NamedBag => {
      const scale = judgedScale(scoringScale, weights);
      return { id, name, style: reference.style, doseG: reference.doseG, scale, map: mapOf(scale), isComing: false };
    }),
    ...household.coming.map(({ order: { id, name }, reference: { style, doseG } }): NamedBag => {
      return { id, name, style, doseG, scale: 'mark10', map: mapOf('mark10'), isComing: true };
    }),
  ];
  const place = new Map(bags.map(({ id }, i) => [id, i]));
  const pins = marks.filter(
    ({ kind, on, bagId }) => kind === 'pin' && on >= today && bagId !== null && place.has(bagId),
  );
  return {
    bags,
    pins,
    isExtraToday,
    shelf: {
      bags: [
        ...household.bags.map(({ bag, fit, drawn }) => ({
          id: bag.id,
          lots: lotsOf(bag, drawn, today, settings.freezerRate),
          style: bag.reference.style,
          isDecaf: bag.process === 'decaffeinated',
          ...expectationOf(fit, mapOf(scaleOf(bag))),
        })),
        ...household.coming.map((coming) => ({
          id: coming.order.id,
          lots: comingLots(coming, today),
          style: coming.reference.style,
          isDecaf: coming.order.process === 'decaffeinated',
          ...expectationOf(coming.fit, mapOf('mark10')),
        })),
      ],
      wanted,
      days: PLAN_DAYS,
      pins: pins.map(({ on, bagId }) => ({ day: daysBetween(today, on), bag: place.get(bagId ?? '') ?? 0 })),
      freezer: settings.hasFreezer ? { rate: settings.freezerRate } : null,
      variety: settings.variety,
    },
  };
}

/** Why a planned cup is of its bag, in a sentence. */
export function whyOf(cup: CupOfPlan, bags: readonly PlanBag[], today: string): string {
  const bag = bags[cup.bag];
  if (!bag) return '';
  return cupReasonText({
    reason: reasonOf(cup, bag, bags.length === 1),
    expected: cup.expected,
    best: Math.max(...bag.mean),
    learning: cup.learning,
    restDay: restDayOf(cup),
    frozenOn: cup.way.frozenOn === null ? null : addDays(today, cup.way.frozenOn),
  });
}

const restDayOf = ({ way, day }: CupOfPlan): number => Math.floor(way.age + day - way.from + 1e-9);

/** Cups of a bag no further apart than this are of one run, whose reason is said once; days. Editorial. */
const RUN_DAYS = 3;

/** A plan as it is shown. */
export function planAnswer(
  { shelf, bags, pins, isExtraToday }: PlanQuestion,
  { plan, meanScore, against, freezerGain, pinPrices }: PlanOutcome,
  { today, marks, unjudged }: { today: string; marks: readonly PlanMark[]; unjudged: readonly string[] },
): Plan {
  const left = [...pins.keys()];
  const pinOf = (cup: CupOfPlan): PlannedCup['pin'] => {
    if (!cup.isPinned) return null;
    const at = left.findIndex((i) => shelf.pins[i]?.day === cup.day && shelf.pins[i].bag === cup.bag);
    const [i] = at < 0 ? [] : left.splice(at, 1);
    const mark = i === undefined ? undefined : pins[i];
    return mark && i !== undefined ? { id: mark.id, price: roundTo(pinPrices[i] ?? 0, 1) } : null;
  };
  const lastOf = new Map<string, { on: string; reason: string }>();
  /** Whether the cup of the same bag a few days before at most was planned for the same reason. */
  const isKnown = (bagId: string, on: string, reason: string): boolean => {
    const last = lastOf.get(bagId);
    lastOf.set(bagId, { on, reason });
    return last?.reason === reason && daysBetween(last.on, on) <= RUN_DAYS;
  };
  const cups = plan.cups.flatMap((cup): PlannedCup[] => {
    const bag = bags[cup.bag];
    const planBag = shelf.bags[cup.bag];
    if (!bag || !planBag) return [];
    const on = addDays(today, cup.day);
    const reason = reasonOf(cup, planBag, shelf.bags.length === 1);
    return [
      {
        on,
        bagId: bag.id,
        name: bag.name,
        isComing: bag.isComing,
        style: bag.style,
        expected: roundTo(fromMainScale(bag.map, cup.expected), 1),
        scale: bag.scale,
        restDay: restDayOf(cup),
        reason,
        why: whyOf(cup, shelf.bags, today),
        isWhyKnown: isKnown(bag.id, on, reason),
        portionId: planBag.lots[cup.way.lot]?.id ?? null,
        learning: roundTo(cup.learning, 1),
        pin: pinOf(cup),
      },
    ];
  });
  const freeze = plan.freeze.flatMap((one) => freezingOf(one, bags, today));
  const unfilled = plan.unfilled.map(({ day, cups: count }) => ({ on: addDays(today, day), cups: count }));
  return {
    today,
    to: addDays(today, shelf.days - 1),
    cups,
    freeze,
    against: Object.fromEntries(Object.entries(against).map(([rule, points]) => [rule, roundTo(points, 1)])),
    meanScore: roundTo(meanScore, 1),
    freezerGain: freezerGain === null ? null : roundTo(freezerGain, 1),
    unfilled,
    runsOutOn: unfilled[0]?.on ?? null,
    isExtraToday,
    marks: [...marks],
    unkept: left.flatMap((i) => pins[i]?.id ?? []),
    unjudged: [...unjudged],
  };
}

/** A part of a bag that is to be frozen, as it is shown; nothing where its bag is gone. */
function freezingOf(
  { bag: b, cups: count, frozenOn, thawedOn, gain }: PlanOutcome['plan']['freeze'][number],
  bags: PlanQuestion['bags'],
  today: string,
): Freezing[] {
  const bag = bags[b];
  if (!bag) return [];
  const grams = roundTo(count * bag.doseG, 1);
  return [
    {
      bagId: bag.id,
      isComing: bag.isComing,
      name: bag.name,
      grams,
      from: addDays(today, frozenOn),
      to: addDays(today, thawedOn),
      gain: {
        // A difference on the main scale, as the bag's own scale would give it.
        points: roundTo(gain.points / bag.map.slope, 1),
        scale: bag.scale,
        probability: roundTo(gain.probability, 2),
      },
    },
  ];
}
