import { groupBy, mean } from 'es-toolkit';
import type { Bag } from '../../contract/bag';
import type { Brew } from '../../contract/brew';
import type { ForetoldCupRow } from '../../contract/palate';
import type { Settings } from '../../contract/settings';
import type { Grinder, Recipe } from '../../core/brew';
import {
  ageOn,
  changesFrom,
  daysAtBest,
  isExpectation,
  isOnlyCompared,
  ROAST_LEVELS,
  stateOf,
  type CrestFit,
} from '../../core/crest';
import {
  draftedLevels,
  intensitiesOverDays,
  isLabelHidden,
  isTastedBlind,
  judgedScale,
  judgedScore,
  levelValue,
  MERITS,
  restClaim,
  trend,
  type Prominence,
} from '../../core/cup';
import { labelAgainstCups, wordsOfCup, wordsOverDays, writtenName, type Vocabulary } from '../../core/cup/words';
import { trackRecord, type ValueForPrice } from '../../core/palate';
import { daysBetween, roastDate } from '../../core/rest';
import type { BagFacts, CoffeeFacts, CrestFacts, CupFacts, LevelFacts, StandingFacts } from '../../core/text/writeUp';
import { intervalOf } from '../../core/text/words';
import { scoreAtBest } from '../atBest';
import { unitsOf } from '../settings';

/** Everything a write-up of a bag is composed from. */
export interface BagRecordRead {
  bag: Bag;
  brews: readonly Brew[];
  fit: CrestFit;
  vocabulary: Vocabulary;
  settings: Settings;
  tasters: readonly { id: string; name: string }[];
  value: ValueForPrice | null;
  standings: readonly StandingFacts[];
  foretold: readonly ForetoldCupRow[];
  /** The recipe its reference was taken from, and the grinders it names. */
  recipe: Recipe | null;
  grinders: readonly Pick<Grinder, 'id' | 'name'>[];
  today: string;
}

/** So many words are told of at most. */
const MOST_WORDS = 14;

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
  const worded = cups.map(({ restDay, cup }) => ({
    restDay,
    descriptors: cup.descriptors,
    remarks: cup.remarksPrivate ? '' : cup.remarks,
  }));
  const printed = isLabelHidden(bag) ? '' : bag.printedNotes;
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
    crest: crestFacts(fit, cups),
    sigma0: fit.sigma0,
    recipe: { ...bag.reference, name: recipe?.name ?? null },
    effects: fit.effects,
    claimed: fit.claimed,
    confounded: fit.confounded,
    forgiving: fit.forgiving,
    ...levelFacts(bag, cups, settings),
    words: wordsOverDays(vocabulary, worded)
      .slice(0, MOST_WORDS)
      .map(({ word, cups: count, days }) => ({ name: word.name, cups: count, days })),
    wordedCups: worded.filter((cup) => wordsOfCup(vocabulary, cup).length > 0).length,
    label: labelAgainstCups(vocabulary, printed, worded),
    blindToLabel: cups.filter(({ createdAt }) => isTastedBlind(bag, createdAt)).length,
    ...claims(bag, fit),
    value,
    standings,
    ...{ buyAgain: bag.buyAgain, liked: bag.liked },
    trueTo: trueTo(bag),
    otherDrinks: otherDrinks(bag, brews),
    frozenDays: bag.spells.reduce((sum, { from, to }) => sum + daysBetween(from, to ?? bag.finishedOn ?? today), 0),
    foretold: record.foretold > 0 ? { cups: record.foretold, inside: record.inside } : null,
  };
}

function coffeeFacts(bag: Bag): CoffeeFacts {
  const { roastedOn, assumed } = roastDate(bag);
  const { name, roaster, producer, origin, variety, process, roastLevel, altitude, weightG, price } = bag;
  return {
    ...{ name, roaster, producer, origin, variety, process, roastLevel, altitude, weightG, price },
    ...{ roastedOn, isRoastAssumed: assumed },
  };
}

const FOREMOST: readonly (Prominence | null)[] = ['leading', 'behind', null, 'a trace'];

function cupFacts(brew: Brew, bag: Bag, vocabulary: Vocabulary, taster: string | null): CupFacts {
  const { cup, id, restDay, recordedFrom } = brew;
  const found = [...cup.descriptors]
    .sort((a, b) => FOREMOST.indexOf(a.prominence) - FOREMOST.indexOf(b.prominence))
    .map((one) => writtenName(vocabulary, one));
  return {
    ...{ id, restDay, taster },
    score: judgedScore(cup, bag.weights),
    words: [...new Set(found)],
    remarks: cup.remarksPrivate ? '' : cup.remarks,
    changes: changesFrom(bag.reference, brew),
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
  const { state } = stateOf(fit, fit.advisedDay, false);
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
    ...{ fresh: fit.fresh, shapes: fit.shapes },
    score: { mean: score.mean, ...intervalOf(score) },
  };
}

/** A trend is told from so many days on. */
const TREND_DAYS = 3;

function levelFacts(bag: Bag, cups: readonly Brew[], settings: Settings): Pick<BagFacts, 'levels' | 'areLevelsFinal'> {
  const given = cups.map(({ restDay, cup }) => ({ restDay, intensities: cup.intensities }));
  const order = settings.intensityAttributes.map(({ id }) => id);
  const lines = new Map(intensitiesOverDays(order, given).map((line) => [line.attribute, line]));
  const areLevelsFinal = bag.finalLevels.length > 0;
  const levels = (areLevelsFinal ? bag.finalLevels : draftedLevels(order, given)).map(
    ({ attribute, intensity }): LevelFacts => {
      const line = lines.get(attribute);
      const moved = line && line.points.length >= TREND_DAYS ? trend(line) : 'intensity';
      return {
        name: settings.intensityAttributes.find(({ id }) => id === attribute)?.name ?? attribute,
        value: levelValue(intensity),
        trend: moved === 'intensity' ? null : moved,
        found: line?.liked ?? { 'too little': 0, 'just right': 0, 'too much': 0 },
        isMerit: MERITS.includes(attribute),
      };
    },
  );
  return { levels, areLevelsFinal };
}

function claims(bag: Bag, fit: CrestFit): Pick<BagFacts, 'roast' | 'restClaim'> {
  const { roastLevel, perceivedRoast, restAdviceDays } = bag;
  const rest = restAdviceDays === null ? null : restClaim(restAdviceDays, fit.peak, fit.usable);
  return {
    roast:
      roastLevel === null || perceivedRoast === null
        ? null
        : {
            claimed: roastLevel,
            perceived: perceivedRoast,
            darker: ROAST_LEVELS.indexOf(perceivedRoast) - ROAST_LEVELS.indexOf(roastLevel),
          },
    restClaim: rest === null || rest.outcome === 'open' ? null : rest.sentence,
  };
}

function trueTo(bag: Bag): BagFacts['trueTo'] {
  return (
    [
      ['origin', bag.trueToOrigin],
      ['variety', bag.trueToVariety],
      ['process', bag.trueToProcess],
      ['roaster', bag.trueToRoaster],
    ] as const
  ).flatMap(([what, how]) => (how === null ? [] : [{ what, how }]));
}

function otherDrinks(bag: Bag, brews: readonly Brew[]): BagFacts['otherDrinks'] {
  const others = brews.filter(({ fault, style }) => fault === null && style !== bag.reference.style);
  return Object.entries(groupBy(others, ({ style }) => style)).flatMap(([style, ofStyle]) => {
    const scores = ofStyle.flatMap(({ cup }) => judgedScore(cup, bag.weights) ?? []);
    return scores.length === 0 ? [] : [{ style, cups: scores.length, score: mean(scores) }];
  });
}

/** The rest age of the last counted cup, days; 0 without one. */
export const lastDayOf = ({ bag, brews }: Pick<BagRecordRead, 'bag' | 'brews'>): number =>
  Math.max(0, ...countedCups({ bag, brews }).map(({ brewedAt }) => ageOn(bag, brewedAt.slice(0, 10))));
