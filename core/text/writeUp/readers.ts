import { mean } from 'es-toolkit';
import { isWithin } from '../../cup';
import type { Section } from '../../writeUp';
import { AS_DRINK } from '../bag/drinks';
import { capitalised, cupCount } from '../words';
import { eitherOf, markSaid, listed, passage, section } from './saying';
import { hasCurve, wasFresh } from './crest';
import type { BagFacts, LevelFacts, WordFacts } from './facts';
import { HIGH, LOW } from './levels';

/** So many of a kind are named at most. */
const MOST = 3;
/** A window as short as this asks for haste, as long as that for none; days. Editorial. */
const SHORT_WINDOW = 5;
const LONG_WINDOW = 14;
/** A coffee that is best from here on asks for patience; up to there it can be opened at once. Days; editorial. */
const LATE = 14;
const SOON = 7;
const HELD_CUPS = 2;

/** Who would love it and who should not buy it: by levels, words, days, price and drinks, each with its reason. */
export function readersSection(facts: BagFacts): Section[] {
  const { levels, label } = facts;
  const likings = levels.filter(({ isMerit }) => !isMerit);
  const high = likings
    .filter(({ value }) => value >= HIGH)
    .sort((a, b) => b.value - a.value)
    .slice(0, MOST);
  const low = likings
    .filter(({ value }) => value <= LOW)
    .sort((a, b) => a.value - b.value)
    .slice(0, MOST);
  const merits = levels.filter(({ isMerit, value }) => isMerit && value >= HIGH);
  const said = wordsAtBest(facts);
  const held = said.filter(({ cups }) => cups >= HELD_CUPS).slice(0, MOST);
  const named = (held.length > 0 ? held : said.slice(0, MOST)).map(({ name }) => name);
  const promised = label.filter(({ outcome }) => outcome === 'never').map(({ printed }) => printed);
  const names = (some: readonly LevelFacts[]): string => listed(some.map(({ name }) => name));
  return section(
    'readers',
    passage('readers.love.levels', high.length > 0 && `For whoever likes plenty of ${names(high)}.`),
    passage('readers.love.merits', merits.length > 0 && `For whoever sets store by ${names(merits)}.`),
    passage('readers.love.words', named.length > 0 && `For whoever would be glad of ${listed(named)} in a cup.`),
    ...byDays(facts),
    ...byRecipe(facts),
    ...byDrink(facts),
    passage(
      'readers.not.levels',
      low.length > 0 && `Not for whoever looks for ${eitherOf(low.map(({ name }) => name))}: there is little.`,
    ),
    passage(
      'readers.not.label',
      promised.length > 0 &&
        hasCurve(facts.crest) &&
        `Not for whoever would buy it for ${eitherOf(promised)}: ${promised.length > 1 ? 'they' : 'it'} never came.`,
    ),
    passage('readers.not.price', tooDear(facts), { needs: 'price' }),
  );
}

/** The words of its best days; all of them where those are not known, or had none. */
function wordsAtBest({ words, crest }: BagFacts): readonly WordFacts[] {
  const window = 'window' in crest ? crest.window : null;
  const atBest = words.filter(({ days }) => days.some((day) => isWithin(window, day)));
  return atBest.length > 0 ? atBest : words;
}

function byDays({ crest }: BagFacts): ReturnType<typeof passage>[] {
  if (crest.is === 'steady')
    return [passage('readers.love.days', 'For whoever takes weeks over a bag: it hardly changes.')];
  if (crest.is !== 'known') return [];
  if (wasFresh(crest))
    return [
      passage('readers.love.days', 'For whoever opens a bag at once.'),
      passage('readers.not.days', 'Not for whoever keeps bags for later: it was best fresh.'),
    ];
  const { window } = crest;
  if (window === null) return [];
  const length = window.to - window.from + 1;
  return [
    passage(
      'readers.love.days',
      length >= LONG_WINDOW
        ? `For whoever takes weeks over a bag: it stays at its best for ${length} days.`
        : window.from <= SOON && 'For whoever opens a bag soon after roasting.',
    ),
    passage(
      'readers.not.days',
      window.from >= LATE
        ? `Not for whoever opens a bag at once: it needs until day ${window.from}${length <= SHORT_WINDOW ? `, and keeps its best for ${length} days only` : ''}.`
        : length <= SHORT_WINDOW &&
            `Not for whoever takes weeks over a bag: it keeps its best for ${length} ${length === 1 ? 'day' : 'days'} only.`,
    ),
  ];
}

function byRecipe({ forgiving }: BagFacts): ReturnType<typeof passage>[] {
  if (!forgiving?.is) return [];
  return forgiving.is === 'forgiving'
    ? [passage('readers.love.recipe', 'For whoever brews by eye: it forgives.')]
    : [passage('readers.not.recipe', 'Not for whoever brews by eye: it minds how it is made.')];
}

/** A drink is said to suit where it is marked about as high, and not to where it is marked so much lower; points. */
const ABOUT = 3;
const FAR = 8;
/** Of one cup nothing is said of who would like it so. */
const SAID_CUPS = 2;

function byDrink({ otherDrinks, crest, cups, scale, recipe }: BagFacts): ReturnType<typeof passage>[] {
  const scores = cups.flatMap(({ score }) => score ?? []);
  if (scores.length === 0) return [];
  const own = crest.is === 'known' ? crest.score.mean : mean(scores);
  return otherDrinks.map(({ style, score }) => {
    if (score === null || score.cups < SAID_CUPS) return [];
    const [mark, from] = [markSaid(scale, score.mean), cupCount(score.cups)];
    if (score.mean >= own - ABOUT)
      return passage(
        `readers.love.${style}`,
        `${capitalised(AS_DRINK[style])} it does as well: ${mark}, from ${from}.`,
      );
    return passage(
      `readers.not.${style}`,
      score.mean <= own - FAR &&
        `Not ${AS_DRINK[style]}: ${mark} there, from ${from}, against ${markSaid(scale, own)} ${AS_DRINK[recipe.style]}.`,
    );
  });
}

const tooDear = ({ value }: BagFacts): string | null =>
  value !== null && value.above.hi < 0
    ? 'Not for whoever counts what a cup costs: others give more for as much.'
    : null;
