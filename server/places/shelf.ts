import { setImmediate } from 'node:timers/promises';
import { chunk, groupBy, omit } from 'es-toolkit';
import type { Bag } from '../../contract/bag/bag';
import { isOwnAddress } from '../../core/draft';
import type { LiveBrew } from '../../contract/bench/live';
import type { Settings } from '../../contract/settings';
import type { Plan } from '../../contract/shelf/plan';
import type { Advice, Lane, OnBench, Shelf } from '../../contract/shelf/shelf';
import type { Taster } from '../../contract/table/taster';
import {
  caffeineByTaster,
  cupsLeft,
  dueAt,
  KIND_TRAITS,
  planOf,
  roundTo,
  stockOf,
  type CaffeineBrew,
  type Drawn,
} from '../../core/brew';
import { ageOn, daysAtBest, proposals, reportedDay, isInformative, isOnlyCompared } from '../../core/crest';
import { unitsOf } from '../../application/settings';
import { leaveAlone, morningAdvice, mostInformativeAdvice, stateOnDay, type Units } from '../../core/text';
import { judgedScale } from '../../core/cup';
import { addDays, dateOfInstant, isFrozenOn, roastDate, spellOn } from '../../core/rest';
import {
  bagsToLeave,
  byUrgency,
  datesOf,
  mostInformativeBag,
  pickOfTheMorning,
  ridgeByDate,
  shelfAxis,
  type DateSpan,
  type ShelfBag,
} from '../../core/shelf';
import { loadBagIds, loadBagsInUse, loadFinishedBags, type UnreadableBag } from '../db/bag/bags';
import { loadCaffeineBrews, loadBrewTicks, loadDrawn, type BrewTick } from '../db/bag/brews';
import { loadNagging } from '../db/bag/cups';
import { loadUnfinished } from '../db/keeping/drafts';
import { loadBench } from '../db/bench/live';
import { searchBags } from '../db/shelf/search';
import { loadSettings } from '../db/settings';
import { loadTasters } from '../db/palate/tasters';
import type { Judging } from '../../contract/shelf/shelf';
import type { Deps } from '../deps';
import type { Handlers } from '../routes';
import { within } from '../waiting';
import type { FitForShelf, Judged } from '../verdicts/keeper';

type ShelfDeps = Pick<Deps, 'store' | 'verdicts' | 'planner'>;

/** The shelf: every bag as a lane, and what to do this morning; and the search across bags and notes. */
export function shelfHandlers(deps: ShelfDeps): Handlers<'shelf' | 'judging' | 'judgingStream' | 'search'> {
  const { store, verdicts } = deps;
  return {
    shelf: ({ query: { today, finished } }) => shelfOf(deps, today, finished),
    /** For a page that waits for the judging: far less to ask for than the shelf. */
    judging: () => verdicts.judging,
    judgingStream: () =>
      Promise.resolve((send) => {
        const tell = (judging: Judging): void => send('changed', 'judging', judging);
        tell(verdicts.judging);
        return verdicts.watchJudging(tell);
      }),
    search: ({ query: { q } }) => store.read((db) => searchBags(db, q)),
  };
}

/** The shelf of a day, and what to do this morning. */
async function shelfOf({ store, verdicts, planner }: ShelfDeps, today: string, finished: 'yes' | 'no'): Promise<Shelf> {
  const axis = shelfAxis(today);
  const planning = finished === 'yes' ? null : planner.plan(today);
  // It may fail before it is waited for; the shelf is shown without it then.
  planning?.catch(() => undefined);
  const unreadable: UnreadableBag[] = [];
  const load = finished === 'yes' ? loadFinishedBags : loadBagsInUse;
  const shown = await store.read((db) => load(db, unreadable));
  const fits = await verdicts.forShelf(shown);
  const { ticks, drawn, settings, drunk, tasters, bench, nagging, unfinished, ids } = await store.read(async (db) => ({
    ticks: await loadBrewTicks(db, finished === 'yes' ? { from: EARLIEST, to: today } : axis),
    drawn: await loadDrawn(
      db,
      shown.map(({ id }) => id),
    ),
    settings: await loadSettings(db),
    drunk: await loadCaffeineBrews(db, { from: addDays(today, 1 - TALLIED_DAYS), to: today }),
    tasters: await loadTasters(db),
    bench: await loadBench(db),
    nagging: await loadNagging(db),
    unfinished: await loadUnfinished(db),
    ids: await loadBagIds(db),
  }));
  const units = unitsOf(settings);
  const all: ReturnType<typeof laneAndBag>[] = [];
  for (const part of chunk(shown, LANES_AT_ONCE)) {
    for (const bag of part) {
      const seen = { ticks: ticks[bag.id] ?? [], drawn: drawn.get(bag.id) ?? [] };
      all.push(laneAndBag(bag, seen, fits.get(bag.id) ?? null, { today, axis, units }));
    }
    await setImmediate();
  }
  const order = byUrgency(today);
  all.sort((a, b) => order(a.bag, b.bag));
  const onShelf = all.filter(({ lane }) => lane.judged !== 'not yet').map(({ bag }) => bag);
  const plan = planning && (await within(PATIENCE_MS, planning)) ? await planning : null;
  const { pick, telling, waitsFor } = morningOf(onShelf, plan, today, units);
  // One bag, one message: what is to be brewed tells what it would teach, and is none to leave alone.
  const most = await mostInformative(verdicts, telling, shown, today, settings);
  const isOne = most !== null && most.bagId === pick?.bagId;
  const spokenOf = new Set([pick?.bagId, most?.bagId]);
  return {
    today,
    axis,
    lanes: all.map(({ lane }) => lane),
    pick: isOne ? { ...pick, reason: `${pick.reason} ${most.also}` } : pick,
    waitsFor,
    mostInformative: isOne || most === null ? null : omit(most, ['also']),
    isPlanned: planning === null || plan !== null,
    leaveAlone: bagsToLeave(onShelf.filter(({ id }) => !spokenOf.has(id))).map((bag) => leaveAlone(bag, today)),
    caffeine: caffeineOf(drunk, tasters, settings.caffeineGuideMg),
    unreadable,
    bench: bench.map(onBench),
    nagging,
    unfinished: unfinished.filter(({ href }) => isThere(href, ids)),
    judging: verdicts.judging,
  };
}

/** The most telling brew of today: which bag by what its fit says, how by the proposals of that one bag. */
async function mostInformative(
  verdicts: Deps['verdicts'],
  onShelf: readonly LaneBag[],
  bags: readonly Bag[],
  today: string,
  settings: Settings,
): Promise<(Advice & { also: string }) | null> {
  const shelfBag = mostInformativeBag(onShelf);
  const bag = bags.find((one) => one.id === shelfBag?.id);
  if (!shelfBag || !bag) return null;
  const { fit } = await verdicts.full(bag);
  const [now] = proposals(fit, [ageOn(bag, today)], { ...settings, cupsLeft: shelfBag.cupsLeft });
  // With the brewers at hand, less may be told than the fit alone would have it.
  return now && isInformative(now.mostInformative.expectedInformation)
    ? mostInformativeAdvice(shelfBag, now.mostInformative, unitsOf(settings))
    : null;
}

/** Days a tally goes back, today among them. */
const TALLIED_DAYS = 7;

/** Each taster's caffeine by name, the most first, day by day. */
function caffeineOf(
  brews: readonly (CaffeineBrew & { on: string })[],
  tasters: readonly Pick<Taster, 'id' | 'name'>[],
  guideMg: number | null,
): Shelf['caffeine'] {
  if (guideMg === null) return null;
  const days = Object.entries(groupBy(brews, ({ on }) => on)).map(([on, ofDay]) => ({
    on,
    tally: [...caffeineByTaster(ofDay)]
      .map(([id, mg]) => ({ taster: tasters.find((one) => one.id === id)?.name ?? null, mg: roundTo(mg, 0) }))
      .sort((a, b) => b.mg - a.mg),
  }));
  return { guideMg, days: days.sort((a, b) => (a.on < b.on ? 1 : -1)) };
}

/** Whether the bag a sheet belongs to is still there; a sheet of no bag is. */
function isThere(href: string, bagIds: ReadonlySet<string>): boolean {
  if (!isOwnAddress(href)) return false;
  const id = /^\/bags\/([0-9a-f-]{36})/.exec(href)?.[1];
  return id === undefined || bagIds.has(id);
}

function onBench({ id, bagId, bagName, recipe, startedAt, endedS, instruments }: LiveBrew): OnBench {
  const due = startedAt === null ? null : dueAt(planOf(recipe), startedAt, instruments.speed);
  return {
    id,
    bagId,
    bagName,
    kind: recipe.kind,
    recipeName: recipe.name,
    end: KIND_TRAITS[recipe.kind].end,
    dueAt: due,
    over: endedS !== null,
  };
}

/** Hundreds of finished bags at once would hold up everybody else. */
const LANES_AT_ONCE = 60;

/** Before any brew there is; and the rest days a history shows. */
const EARLIEST = '2000-01-01';
const HISTORY_DAYS = 60;

type LaneBag = ShelfBag & { informationToday: number };

/** A plan that takes longer is not waited for: the page shows the shelf without it and asks again, ms. */
const PATIENCE_MS = 400;

/** The bag of this morning, by the plan; and the bags a most telling brew may be of, which are no other opinion. */
function morningOf(
  onShelf: readonly LaneBag[],
  plan: Plan | null,
  today: string,
  units: Units,
): { pick: Advice | null; telling: readonly LaneBag[]; waitsFor: Shelf['waitsFor'] } {
  if (plan === null) {
    const pick = pickOfTheMorning(onShelf, today);
    return { pick: pick && morningAdvice(pick, today, units, null), telling: onShelf, waitsFor: null };
  }
  const cups = plan.cups.filter(({ on }) => on === today);
  const bagOf = ({ bagId }: { bagId: string }): LaneBag | undefined => onShelf.find(({ id }) => id === bagId);
  const [first] = cups;
  const bag = first && bagOf(first);
  return {
    pick: bag ? morningAdvice(bag, today, units, { ...first, isExtra: plan.isExtraToday }) : null,
    telling: cups.flatMap((cup) => bagOf(cup) ?? []),
    waitsFor: nextCupOf(plan, today),
  };
}

/** The first cup of a plan, where it is of a later day. */
function nextCupOf({ cups: [next] }: Plan, today: string): Shelf['waitsFor'] {
  return next === undefined || next.on === today ? null : { bagId: next.bagId, name: next.name, on: next.on };
}

/** What stands for a fit that is still to be made. */
const NOT_YET = {
  reading: { state: 'too-early', stateProbability: 0, verdict: 'Not judged yet: its turn comes.' },
  usable: 0,
  window: null,
  ridge: [],
  information: 0,
} as const;

function laneAndBag(
  bag: Bag,
  { ticks, drawn }: { ticks: readonly BrewTick[]; drawn: readonly Drawn[] },
  known: Judged<FitForShelf> | null,
  { today, axis, units }: { today: string; axis: DateSpan; units: Units },
): { lane: Lane; bag: LaneBag } {
  const { roastedOn, assumed } = roastDate(bag);
  const age = ageOn(bag, today);
  const { bagG, portions, totalG } = stockOf(bag, drawn);
  const { doseG } = bag.reference;
  const { reading, usable, window, ridge, information } =
    known === null ? NOT_YET : readFit(bag, known.fit, { age, roastedOn, axis, units });
  const inFreezer = portions.filter(({ id }) =>
    bag.heldPortions.some((one) => one.id === id && isFrozenOn(one, today)),
  );
  const frozen = spellOn(bag.spells, today) !== null;
  const shared = {
    id: bag.id,
    name: bag.name,
    state: reading.state,
    verdict: reading.verdict,
    usable,
    window,
    frozen,
    cupsLeft: portions.reduce((sum, { grams }) => sum + cupsLeft(grams, doseG), cupsLeft(bagG, doseG)),
  };
  return {
    bag: { ...shared, finished: bag.finishedOn !== null, reference: bag.reference, informationToday: information },
    lane: {
      ...shared,
      judged: known === null ? 'not yet' : known.isStale ? 'earlier' : 'now',
      roaster: bag.roaster,
      style: bag.reference.style,
      brewer: bag.reference.brewer,
      reference: bag.reference,
      roastedOn,
      roastAssumed: assumed,
      finishedOn: bag.finishedOn,
      restDay: Math.floor(age + 1e-9),
      frozenSpans: bag.spells.map(({ from, to }) => ({ from, to })),
      brews: ticks
        .map((tick) => ({ on: dateOfInstant(tick.brewedAt), faulted: tick.fault !== null }))
        .sort((a, b) => (a.on < b.on ? -1 : 1)),
      gramsLeft: roundTo(totalG, 1),
      inFreezerG: roundTo(
        inFreezer.reduce((sum, { grams }) => sum + grams, 0),
        1,
      ),
      stateProbability: reading.stateProbability,
      ridge: [...ridge],
      history: bag.finishedOn === null || known === null ? null : historyOf(bag, known.fit, ticks),
    },
  };
}

/** How a finished bag went over its rest days. */
function historyOf(bag: Bag, fit: FitForShelf, ticks: readonly BrewTick[]): Lane['history'] {
  const { inWindow, usable, bagLikelihood, basis } = fit;
  return {
    atBest: inWindow.slice(0, HISTORY_DAYS + 1).map((p) => roundTo(p, 2)),
    days: usable === 0 ? null : daysAtBest(fit, 'spent'),
    score: usable === 0 || isOnlyCompared(basis) ? null : roundTo(bagLikelihood.baseline.mean, 1),
    scale: judgedScale(bag.scoringScale, bag.weights),
    brewed: ticks.map(({ brewedAt }) => Math.floor(ageOn(bag, dateOfInstant(brewedAt)) + 1e-9)),
    finalMarks: bag.finalMarks,
    soldAgain: bag.soldAgain,
  };
}

function readFit(
  bag: Bag,
  fit: FitForShelf,
  { age, roastedOn, axis, units }: { age: number; roastedOn: string; axis: DateSpan; units: Units },
) {
  const reading = stateOnDay(fit, age, bag.finishedOn !== null, units);
  return {
    reading,
    usable: fit.usable,
    window: datesOf(daysAtBest(fit, reading.state), roastedOn, bag.spells, bag.freezerRate),
    ridge: ridgeByDate(fit.inWindow, roastedOn, bag.spells, axis, bag.freezerRate).map((p) => roundTo(p, 2)),
    information: fit.mostInformation[reportedDay(age)] ?? 0,
  };
}
