import type { Bag } from '../../contract/bag/bag';
import type { Brew } from '../../contract/bag/brew';
import {
  ageOn,
  changesFrom,
  daysAtBest,
  isExpectation,
  isOnlyCompared,
  stateAtBest,
  type CrestFit,
} from '../../core/crest';
import { feelOverDays, isTastedBlind, judgedScale, judgedScore, type Prominence } from '../../core/cup';
import { labelAgainstCups, placesAlone, wordsOfCup, writtenName, type Vocabulary } from '../../core/cup/words';
import { trackRecord } from '../../core/palate';
import { daysBetween, roastDate } from '../../core/rest';
import { intervalOf, processText } from '../../core/text';
import type { BagFacts, CoffeeFacts, CrestFacts, CupFacts } from '../../core/text/writeUp';
import { scoreAtBest } from '../atBest';
import { unitsOf } from '../settings';
import { levelFacts, otherDrinks, shownLabel, usualGrind, wordedCups, wordFacts } from './drinkFacts';
import { betFacts, claims, colourFacts, markedAttributes, openedDay, printedFacts, trueTo } from './recordFacts';
import type { BagRecordRead } from './bagRecord';

/** Cups that count: without a fault, and drunk as the bag is judged; in the order of their days. */
export function countedCups({ bag, brews }: Pick<BagRecordRead, 'bag' | 'brews'>): Brew[] {
  return brews
    .filter(({ fault, style }) => fault === null && style === bag.reference.style)
    .sort((a, b) => Date.parse(a.brewedAt) - Date.parse(b.brewedAt));
}

/** The record of a bag as a write-up tells it. What is marked private, and what a hidden label says, is not in it. */
export function bagFacts(read: BagRecordRead): BagFacts {
  const { bag, brews, fit, vocabulary, settings, tasters, value, standings, foretold, recipe, today } = read;
  const cups = countedCups(read);
  const worded = wordedCups(cups);
  const crest = crestFacts(fit, cups);
  const record = trackRecord(foretold);
  const nameOf = (tasterId: string | null): string | null => tasters.find(({ id }) => id === tasterId)?.name ?? null;
  return {
    coffee: coffeeFacts(bag),
    scale: judgedScale(bag.scoringScale, bag.weights),
    units: unitsOf(settings),
    cups: cups.map((brew) => cupFacts(brew, bag, vocabulary, nameOf(brew.tasterId))),
    faulted: brews.filter(({ fault }) => fault !== null).length,
    // Cups that name nobody are no further taster.
    tasters: Math.max(1, new Set(cups.flatMap(({ tasterId }) => tasterId ?? [])).size),
    crest,
    sigma0: fit.sigma0,
    recipe: { ...bag.reference, name: recipe?.name ?? null },
    grind: usualGrind(cups, read.grinders),
    effects: fit.effects,
    claimed: fit.claimed,
    confounded: fit.confounded,
    forgiving: fit.forgiving,
    ...levelFacts(bag, cups, settings, 'window' in crest ? crest.window : null),
    feel: feelOverDays(cups.map(({ restDay, cup }) => ({ restDay, ...cup }))),
    places: [
      ...placesAlone(
        vocabulary,
        cups.map(({ cup }) => cup),
      ).values(),
    ],
    ...markedAttributes(cups),
    words: wordFacts(vocabulary, worded, cups),
    wordedCups: worded.filter((cup) => wordsOfCup(vocabulary, cup).length > 0).length,
    label: labelAgainstCups(vocabulary, shownLabel(bag), worded),
    blindToLabel: cups.filter(({ createdAt }) => isTastedBlind(bag, createdAt)).length,
    ...claims(bag, fit),
    value,
    standings,
    buyAgain: bag.buyAgain,
    liked: bag.liked,
    trueTo: trueTo(bag),
    otherDrinks: otherDrinks(read, brews),
    finalMarks: bag.finalMarks,
    bet: betFacts(bag),
    printed: printedFacts(read, cups),
    colour: colourFacts(bag, read.readings),
    yardsticks: read.yardsticks,
    openedDay: openedDay(bag),
    frozenDays: bag.spells.reduce((sum, { from, to }) => sum + daysBetween(from, to ?? bag.finishedOn ?? today), 0),
    basis: fit.basis,
    isFinished: bag.finishedOn !== null,
    foretold: record.foretold > 0 ? { cups: record.foretold, inside: record.inside } : null,
  };
}

function coffeeFacts(bag: Bag): CoffeeFacts {
  const { roastedOn, assumed } = roastDate(bag);
  const { name, roaster, producer, origin, variety, roastLevel, altitude, weightG, price } = bag;
  const { lot, harvest, species, blend, certificates, meantFor, soldAgain, shop, link } = bag;
  return {
    name,
    roaster,
    producer,
    origin,
    variety,
    process: processText(bag),
    roastLevel,
    altitude,
    weightG,
    price,
    lot,
    harvest,
    species,
    blend,
    certificates,
    meantFor,
    soldAgain,
    shop,
    link,
    roastedOn,
    isRoastAssumed: assumed,
  };
}

const FOREMOST: readonly (Prominence | null)[] = ['leading', 'behind', null, 'a trace'];

function cupFacts(brew: Brew, bag: Bag, vocabulary: Vocabulary, taster: string | null): CupFacts {
  const { cup, id, restDay, recordedFrom } = brew;
  const found = [...cup.descriptors]
    .sort((a, b) => FOREMOST.indexOf(a.prominence) - FOREMOST.indexOf(b.prominence))
    .map((one) => writtenName(vocabulary, one));
  return {
    id,
    restDay,
    taster,
    score: judgedScore(cup, bag.weights),
    words: [...new Set(found)],
    remarks: cup.remarksPrivate ? '' : cup.remarks,
    changes: changesFrom(bag.reference, brew),
    progress: cup.progress,
    isBlind: cup.blind,
    isFromMemory: recordedFrom === 'memory',
  };
}

/** When the bag is at its best, as far as its cups say; a curve is not made of cups of one day. */
function crestFacts(fit: CrestFit, cups: readonly Brew[]): CrestFacts {
  const days = [...new Set(cups.map(({ restDay }) => restDay))];
  const [first] = days;
  if (first === undefined) return { is: 'untasted' };
  if (days.length === 1) return { is: 'one day', day: first };
  if (fit.usable === 0) return { is: 'unmarked' };
  if (isExpectation(fit)) return { is: 'too few', days };
  const [lo, hi] = [Math.round(fit.peak.lo), Math.round(fit.peak.hi)];
  const state = stateAtBest(fit);
  if (state === 'too-early') return { is: 'too early', lo, hi, advisedDay: fit.advisedDay };
  if (state === 'steady') {
    const { from, to } = fit.daysTried ?? { from: first, to: first };
    return { is: 'steady', from: Math.round(from), to: Math.round(to) };
  }
  const best = { window: daysAtBest(fit, state), core: fit.core, day: Math.round(fit.peak.day), lo, hi };
  const score = scoreAtBest(fit);
  if (isOnlyCompared(fit.basis) || score === null) return { is: 'only compared', ...best };
  return {
    is: 'known',
    ...best,
    fresh: fit.fresh,
    shapes: fit.shapes,
    score: { mean: score.mean, ...intervalOf(score) },
  };
}

/** The rest age of the last counted cup, days; 0 without one. */
export const lastDayOf = ({ bag, brews }: Pick<BagRecordRead, 'bag' | 'brews'>): number =>
  Math.max(0, ...countedCups({ bag, brews }).map(({ brewedAt }) => ageOn(bag, brewedAt.slice(0, 10))));
