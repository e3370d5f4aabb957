import type { Section } from '../../writeUp';
import { cdf } from '../../numeric/normal';
import { pricePer100G } from '../../brew';
import { differenceText } from '../sitting';
import { moneyText } from '../units';
import { capitalised, countWord, intervalOf, likelihoodWord } from '../words';
import { coffeeLine } from './bag';
import { CAPTION_KEY, hasCurve, markSentence, whenSentence } from './crest';
import type { BagFacts, ComparisonFacts } from './facts';
import { CERTAINTY } from './method';
import { recipeLine } from './recipe';
import { counted, dateSaid, listed, passage, section, sentence } from './saying';
import { buyAgainText } from './worth';

/** Levels that lie so far apart are named, steps of the scale from 1 to 5. */
const LEVELS_APART = 1;
const MOST_WORDS = 5;

type Passages = ReturnType<typeof passage>[];

/** Bags held against each other, each at its own best and by its own recipe. */
export function composeComparison(facts: ComparisonFacts): Section[] {
  const { bags } = facts;
  const names = bags.map(({ coffee }) => coffee.name);
  return [
    ...section(
      'head',
      passage('head.title', listed(names)),
      passage(
        'head.line',
        `${capitalised(counted(bags.length, 'coffee'))}, each at its own best and by its own recipe.`,
      ),
    ),
    ...section(
      'short',
      ...(bags.length > 2 ? orderPassages(facts) : facts.pairs.map((pair) => pairPassage(facts, pair, 'short'))),
      passage('short.scales', unlikeSaid(facts)),
    ),
    ...section(
      'crest',
      passage(
        CAPTION_KEY,
        bags.some(({ crest }) => hasCurve(crest)) && 'The score each would get by its own recipe on each day.',
      ),
    ),
    ...section('cups', ...bags.flatMap((bag, i) => bagPassages(bag, i))),
    ...section(
      'pairs',
      ...(bags.length > 2 ? facts.pairs.map((pair) => pairPassage(facts, pair, 'pairs')) : []),
      ...sittingPassages(facts),
    ),
    ...section('levels', ...levelPassages(bags)),
    ...section('notes', ...notePassages(bags)),
    ...section('worth', ...worthPassages(bags)),
    ...section('readers', ...readerPassages(facts)),
    ...section('method', ...methodPassages(bags)),
  ];
}

function unlikeSaid({ bags, unlike }: ComparisonFacts): string | false {
  const names = unlike ? [unlike.a, unlike.b].flatMap((i) => bags[i]?.coffee.name ?? []) : [];
  return (
    names.length === 2 &&
    `${listed(names)} are scored in different ways. Too few cups are scored in both to compare their marks.`
  );
}

type Pair = ComparisonFacts['pairs'][number];

const pairPassage = (facts: ComparisonFacts, pair: Pair, where: 'short' | 'pairs'): ReturnType<typeof passage> =>
  passage(`${where}.pair.${pair.a}.${pair.b}`, pairSaid(facts, pair));

/** Whether a difference lies on one side with 8 chances in 10. */
const isSure = ({ mean, sd }: Pair): boolean => intervalOf({ mean: Math.abs(mean), sd }).lo > 0;

/** Of more than two: the order they come in, and what of it is very likely. */
function orderPassages({ bags, pairs }: ComparisonFacts): Passages {
  const standing = (i: number): number =>
    pairs.reduce((sum, { a, b, mean }) => sum + (a === i ? mean : b === i ? -mean : 0), 0);
  const compared = bags.flatMap(({ coffee }, i) =>
    pairs.some(({ a, b }) => a === i || b === i) ? [{ name: coffee.name, standing: standing(i) }] : [],
  );
  if (compared.length === 0) return [];
  const inOrder = compared.sort((x, y) => y.standing - x.standing).map(({ name }) => name);
  const nameOf = (i: number): string => bags[i]?.coffee.name ?? '';
  const sure = pairs.filter(isSure).map(({ a, b, mean }) => {
    const [higher, lower] = mean >= 0 ? [a, b] : [b, a];
    return `${nameOf(higher)} than ${nameOf(lower)}`;
  });
  return [
    passage('short.order', `By their marks, each at its best, they come in this order: ${listed(inOrder)}.`),
    passage(
      'short.sure',
      sure.length === 0
        ? 'What lies between them may be chance.'
        : `Very likely better is ${listed(sure)}; the rest of the order may be chance.`,
    ),
  ];
}

/** Which of two scores higher at its best, and how surely: no more is claimed than the interval allows. */
function pairSaid({ bags }: ComparisonFacts, { a, b, mean, sd }: ComparisonFacts['pairs'][number]): string {
  const [first, second] = [bags[a]?.coffee.name ?? '', bags[b]?.coffee.name ?? ''];
  const scale = bags[a]?.scale ?? 'mark10';
  const [higher, lower] = mean >= 0 ? [first, second] : [second, first];
  const { lo, hi } = intervalOf({ mean: Math.abs(mean), sd });
  const sure = cdf(Math.abs(mean) / Math.max(sd, 1e-9));
  const isSameScale = bags[a]?.scale === bags[b]?.scale;
  const size = (points: number): string =>
    isSameScale ? differenceText(scale, points) : `${Math.round(points)} of 100`;
  if (size(Math.abs(mean)) === size(0))
    return `At their best ${first} and ${second} come out alike, as far as their marks can tell.`;
  if (lo <= 0)
    return `At their best ${first} and ${second} can hardly be told apart by their marks: ${higher} comes out ${size(Math.abs(mean))} higher, which may be chance.`;
  return `At its best ${higher} is better than ${lower}, ${likelihoodWord(sure)}: by ${size(Math.abs(mean))} (8 chances in 10: ${size(lo)} to ${size(hi)}).`;
}

function bagPassages(facts: BagFacts, i: number): Passages {
  const { coffee, recipe, units } = facts;
  const line = coffeeLine(coffee);
  return [
    passage(`cups.${i}`, line === '' ? `${coffee.name}.` : `${coffee.name}. ${line}`),
    passage(`cups.${i}.when`, whenSentence(facts)),
    passage(`cups.${i}.mark`, markSentence(facts, 'by its own recipe')),
    passage(`cups.${i}.recipe`, sentence(recipeLine(recipe, units))),
  ];
}

function sittingPassages({ sittings, bags }: ComparisonFacts): Passages {
  const scale = bags[0]?.scale ?? 'mark10';
  return sittings.map(({ on, difference, a, b }, i) => {
    if (!difference) return [];
    const [higher, lower] = difference.mean >= 0 ? [a, b] : [b, a];
    const size = differenceText(scale, difference.mean);
    const interval = difference.interval;
    const isSure = interval !== null && (interval.lo > 0 || interval.hi < 0);
    const by = difference.pairs === 1 ? 'one taster' : `${countWord(difference.pairs)} tasters`;
    return passage(
      `pairs.${i}`,
      Number(size) === 0
        ? `Side by side on ${dateSaid(on)}, ${by} marked ${a} and ${b} alike.`
        : `Side by side on ${dateSaid(on)}, ${by} marked ${higher} ${size} above ${lower}${isSure ? '' : ', which may be chance'}.`,
    );
  });
}

function levelPassages(bags: readonly BagFacts[]): Passages {
  const names = [...new Set(bags.flatMap(({ levels }) => levels.map(({ name }) => name)))];
  return names.map((name) => {
    const given = bags.flatMap((bag) => {
      const one = bag.levels.find((level) => level.name === name);
      return one ? [{ coffee: bag.coffee.name, value: one.value }] : [];
    });
    const inOrder = given.sort((x, y) => y.value - x.value);
    const [most, least] = [inOrder[0], inOrder.at(-1)];
    if (!most || !least || most.value - least.value < LEVELS_APART) return [];
    return passage(
      `levels.${name}`,
      `${most.coffee} has more ${name} than ${least.coffee}: ${stepText(most.value)} against ${stepText(least.value)} of 5.`,
    );
  });
}

const stepText = (value: number): string => String(Math.round(value * 2) / 2).replace('.5', '½');

function notePassages(bags: readonly BagFacts[]): Passages {
  const own = bags.map(({ words }) => words.map(({ name }) => name));
  const all = own[0]?.filter((word) => own.every((words) => words.includes(word))) ?? [];
  return [
    passage(
      'notes.both',
      all.length > 0 && `${bags.length === 2 ? 'Both have' : 'All have'} ${listed(all.slice(0, MOST_WORDS))}.`,
    ),
    ...bags.map(({ coffee }, i) => {
      const others = new Set(own.flatMap((words, j) => (j === i ? [] : words)));
      const alone = (own[i] ?? []).filter((word) => !others.has(word)).slice(0, MOST_WORDS);
      return passage(`notes.${i}`, alone.length > 0 && `Only in ${coffee.name}: ${listed(alone)}.`);
    }),
  ];
}

function worthPassages(bags: readonly BagFacts[]): Passages {
  const priced = bags.flatMap(({ coffee, units }) =>
    coffee.price ? [{ name: coffee.name, per100: pricePer100G(coffee.price, coffee.weightG), units }] : [],
  );
  const [cheap, dear] = [...priced].sort((a, b) => a.per100 - b.per100);
  return [
    passage(
      'worth.price',
      cheap !== undefined &&
        dear !== undefined &&
        priced.length === 2 &&
        `For 100 g ${cheap.name} cost ${moneyText(cheap.per100, cheap.units)} and ${dear.name} ${moneyText(dear.per100, dear.units)}.`,
      { needs: 'price' },
    ),
    ...bags.map((bag, i) => passage(`worth.again.${i}`, buyAgainText(bag)?.replace(/\bit\b/, bag.coffee.name) ?? null)),
  ];
}

/** For each, what it has that the others have not: words, an early or a late best. */
function readerPassages({ bags }: ComparisonFacts): Passages {
  const own = bags.map(({ words }) => words.map(({ name }) => name));
  const known = bags.flatMap(({ crest, coffee }) =>
    crest.is === 'known' && crest.window ? [{ name: coffee.name, from: crest.window.from, to: crest.window.to }] : [],
  );
  const [first, ...later] = [...known].sort((a, b) => a.from - b.from);
  const last = later.at(-1);
  return [
    ...bags.map(({ coffee }, i) => {
      const others = new Set(own.flatMap((words, j) => (j === i ? [] : words)));
      const alone = (own[i] ?? []).filter((word) => !others.has(word)).slice(0, 3);
      return passage(
        `readers.love.${i}`,
        alone.length > 0 && `${coffee.name} is for whoever would be glad of ${listed(alone)}.`,
      );
    }),
    passage(
      'readers.love.first',
      first && last && first.to < last.from
        ? `Opened together, ${first.name} is to be drunk first: its best days are over before those of ${last.name} begin.`
        : null,
    ),
  ];
}

function methodPassages(bags: readonly BagFacts[]): Passages {
  return [
    ...bags.map(({ coffee, cups }, i) => {
      const days = cups.map(({ restDay }) => restDay);
      const span = days.length === 0 ? '' : `, day ${Math.min(...days)} to day ${Math.max(...days)} after roasting`;
      return passage(`method.${i}`, `${coffee.name}: ${counted(cups.length, 'cup')}${span}.`);
    }),
    passage('method.certainty', bags.some(({ crest }) => hasCurve(crest)) && CERTAINTY),
  ];
}
