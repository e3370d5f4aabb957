import { groupBy, maxBy, mean, uniq } from 'es-toolkit';
import type { Bag } from '../../contract/bag/bag';
import type { Brew } from '../../contract/bag/brew';
import type { Settings } from '../../contract/settings';
import type { Grinder } from '../../core/brew';
import {
  draftedLevels,
  intensitiesOverDays,
  isLabelHidden,
  isWithin,
  judgedScore,
  levelValue,
  MERITS,
  trend,
  type Ridgeline,
} from '../../core/cup';
import {
  currentWord,
  labelAgainstCups,
  wordsOverDays,
  writtenName,
  type Vocabulary,
  type WordedCup,
} from '../../core/cup/words';
import type { BagFacts, DrinkFacts, LevelFacts, RecipeFacts } from '../../core/text/writeUp';

/** What the facts of a drink are read from. */
interface DrinkRead {
  bag: Bag;
  vocabulary: Vocabulary;
  settings: Settings;
  grinders: readonly Pick<Grinder, 'id' | 'name'>[];
}

/** So many words are told of at most. */
const MOST_WORDS = 14;

/** Cups as far as their words go; what is marked private is not in them. */
export const wordedCups = (brews: readonly Brew[]): WordedCup[] =>
  brews.map(({ restDay, cup }) => ({
    restDay,
    descriptors: cup.descriptors,
    remarks: cup.remarksPrivate ? '' : cup.remarks,
  }));

/** The words of some cups, the most often found first; each by the name it was always typed by, where that is another. */
export function wordFacts(
  vocabulary: Vocabulary,
  cups: readonly WordedCup[],
  brews: readonly Brew[],
): BagFacts['words'] {
  const typed = groupBy(
    brews.flatMap(({ cup }) => cup.descriptors),
    ({ id }) => currentWord(vocabulary, id)?.id ?? id,
  );
  return wordsOverDays(vocabulary, cups)
    .slice(0, MOST_WORDS)
    .map(({ word, cups: count, days }) => {
      const names = uniq((typed[word.id] ?? []).map((one) => writtenName(vocabulary, one)));
      return { name: names.length === 1 ? (names[0] ?? word.name) : word.name, cups: count, days };
    });
}

/** What is printed on the label, as far as it is not hidden. */
export const shownLabel = (bag: Bag): string => (isLabelHidden(bag) ? '' : bag.printedNotes);

/** What the bag was in every drink but the one it is judged in: nothing of one drink is said of another. */
export function otherDrinks(read: DrinkRead, brews: readonly Brew[]): DrinkFacts[] {
  const { bag } = read;
  const others = brews.filter(({ fault, style }) => fault === null && style !== bag.reference.style);
  return Object.values(groupBy(others, ({ style }) => style))
    .sort((a, b) => b.length - a.length)
    .flatMap((cups) => drinkFacts(read, cups) ?? []);
}

/** What the bag was as one drink; null without a cup. All cups are of one style. */
export function drinkFacts(read: DrinkRead, cups: readonly Brew[]): DrinkFacts | null {
  const { bag, vocabulary, settings } = read;
  const [first] = cups;
  if (!first) return null;
  const scores = cups.flatMap(({ cup }) => judgedScore(cup, bag.weights) ?? []);
  const worded = wordedCups(cups);
  const order = settings.intensityAttributes.map(({ id }) => id);
  return {
    style: first.style,
    cups: cups.length,
    days: [...new Set(cups.map(({ restDay }) => restDay))].sort((a, b) => a - b),
    score: scores.length === 0 ? null : { mean: mean(scores), cups: scores.length },
    // That a milk drink has milk in it is no note of the coffee.
    words: wordFacts(vocabulary, worded, cups).filter(({ name }) => first.style !== 'milk' || name !== 'milk'),
    levels: draftedLevels(order, levelledDays(cups)).map(({ attribute, intensity }) => ({
      name: attributeName(settings, attribute),
      value: levelValue(intensity),
    })),
    label: labelAgainstCups(vocabulary, shownLabel(bag), worded),
    recipe: usualRecipe(cups) ?? { ...first, name: null },
    grind: usualGrind(cups, read.grinders),
  };
}

/** How some cups were most often made; null without one. */
function usualRecipe(cups: readonly Brew[]): RecipeFacts | null {
  const alike = Object.values(groupBy(cups, (one) => [one.brewer, one.doseG, one.waterG, one.waterC].join(' ')));
  const [made] = maxBy(alike, ({ length }) => length) ?? [];
  if (!made) return null;
  const { brewer, style, doseG, waterG, waterC } = made;
  return { brewer, style, doseG, waterG, waterC, name: null };
}

/** The grind most often written of some cups: a setting of a grinder, or a word; null where none was. */
export function usualGrind(cups: readonly Brew[], grinders: DrinkRead['grinders']): string | null {
  const grinds = cups.flatMap(({ making }) => {
    const grinder = grinders.find(({ id }) => id === making?.grinderId)?.name;
    if (making && grinder !== undefined && making.grinderSetting !== null)
      return [`setting ${making.grinderSetting} of the ${grinder}`];
    return making?.grindWord ? [`a ${making.grindWord} grind`] : [];
  });
  return maxBy(Object.values(groupBy(grinds, (grind) => grind)), ({ length }) => length)?.[0] ?? null;
}

const attributeName = ({ intensityAttributes }: Settings, attribute: string): string =>
  intensityAttributes.find(({ id }) => id === attribute)?.name ?? attribute;

const levelledDays = (cups: readonly Brew[]) =>
  cups.map(({ restDay, cup }) => ({ restDay, intensities: cup.intensities }));

/** A trend is told from so many days on. */
const TREND_DAYS = 3;
/** So much more than is said of the bag makes a day its strongest: a whole level. */
const STRONGER = 1;

/** Levels as they are said of the bag: the taster's own, or drafted from the cups of its best days. */
export function levelFacts(
  bag: Bag,
  cups: readonly Brew[],
  settings: Settings,
  window: { from: number; to: number } | null,
): Pick<BagFacts, 'levels' | 'levelsFrom'> {
  const given = levelledDays(cups);
  const order = settings.intensityAttributes.map(({ id }) => id);
  const lines = new Map(intensitiesOverDays(order, given).map((line) => [line.attribute, line]));
  const isOwn = bag.finalLevels.length > 0;
  const atBest = given.some(({ restDay, intensities }) => isWithin(window, restDay) && intensities.length > 0);
  const levels = (isOwn ? bag.finalLevels : draftedLevels(order, given, window)).map(
    ({ attribute, intensity }): LevelFacts => {
      const line = lines.get(attribute);
      const moved = line && line.points.length >= TREND_DAYS ? trend(line) : 'intensity';
      const value = levelValue(intensity);
      return {
        name: attributeName(settings, attribute),
        value,
        trend: moved === 'intensity' ? null : moved,
        found: line?.liked ?? { 'too little': 0, 'just right': 0, 'too much': 0 },
        strongest: strongestDay(line, value, window),
        isMerit: MERITS.includes(attribute),
      };
    },
  );
  return { levels, levelsFrom: isOwn ? 'taster' : atBest ? 'best days' : 'all cups' };
}

/** The day with most of an attribute, where it lies outside the best days and has clearly more than is said of them. */
function strongestDay(
  line: Ridgeline | undefined,
  value: number,
  window: { from: number; to: number } | null,
): LevelFacts['strongest'] {
  const most = line && maxBy(line.points, ({ intensity }) => intensity);
  return most && !isWithin(window, most.day) && most.intensity >= value + STRONGER
    ? { day: most.day, value: most.intensity }
    : null;
}
