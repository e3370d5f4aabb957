import { roundTo } from '../../brew';
import { levelText, nearestLevel } from '../../cup';
import type { Section } from '../../writeUp';
import { feelTexts, placesText } from '../bag/feel';
import { capitalised } from '../words';
import type { BagFacts, LevelFacts, WordFacts } from './facts';
import { listed, passage, section } from './saying';

/** A level from here on is high, and up to there low. */
export const HIGH = 3.7;
export const LOW = 2.3;

const level = ({ name, value }: LevelFacts): string => `${name} (${levelText(nearestLevel(value))})`;

/** How much of what there was, 1 to 5. */
export function levelsSection({ levels, levelsFrom, cups, feel, attributes, parts }: BagFacts): Section[] {
  const inOrder = [...levels].sort((a, b) => b.value - a.value);
  const high = inOrder.filter(({ value }) => value >= HIGH);
  const low = inOrder.filter(({ value }) => value <= LOW).reverse();
  const middle = inOrder.filter((one) => !high.includes(one) && !low.includes(one));
  const moved = (trend: LevelFacts['trend']): string[] =>
    levels.filter((one) => one.trend === trend).map(({ name }) => name);
  const [rose, fell] = [moved('rising'), moved('falling')];
  return section(
    'levels',
    passage('levels.high', high.length > 0 && `High: ${listed(high.map(level))}.`),
    passage('levels.middle', middle.length > 0 && `In the middle: ${listed(middle.map(level))}.`),
    passage('levels.low', low.length > 0 && `Low: ${listed(low.map(level))}.`),
    passage('levels.moved', movedText(rose, fell)),
    ...levels.map((one) => passage(`levels.strongest.${one.name}`, levelsFrom === 'best days' && strongestText(one))),
    ...levels.map((one) => passage(`levels.found.${one.name}`, foundText(one))),
    passage('levels.scale', levels.length > 0 && scaleText(levelsFrom, cups.length)),
    passage(
      'levels.attributes',
      attributes.length > 0 && `Marked out of 10: ${listed(attributes.map(attributeText))}.`,
    ),
    passage('levels.parts', parts.length > 0 && `On the sheet: ${listed(parts.map(partText))}.`),
    ...feelTexts(feel).map(({ of, text }) => passage(`levels.${of}`, text)),
  );
}

const MEAN_OF: Readonly<Record<BagFacts['levelsFrom'], string>> = {
  taster: '; these were given at the end, all cups considered.',
  'best days': '; each is the middle of the cups of its best days.',
  'all cups': '; each is the middle of the cups.',
};

function scaleText(from: BagFacts['levelsFrom'], cups: number): string {
  const is = 'Levels run from 1 to 5 and say how much, not how good';
  return `${is}${from === 'all cups' && cups === 1 ? '.' : MEAN_OF[from]}`;
}

const strongestText = ({ name, strongest }: LevelFacts): string | null =>
  strongest &&
  `Day ${strongest.day} had the most ${name} (${levelText(nearestLevel(strongest.value))}), more than its best days.`;

const attributeText = ({ name, mean }: BagFacts['attributes'][number]): string => `${name} ${mean.toFixed(1)}`;

const partText = ({ name, mean, most, takenOff }: BagFacts['parts'][number]): string =>
  takenOff ? `${roundTo(mean, 1)} off for ${name}` : `${name} ${roundTo(mean, 1)} of ${most}`;

function movedText(rose: readonly string[], fell: readonly string[]): string | null {
  const up = rose.length > 0 ? `${listed(rose)} rose` : '';
  const down = fell.length > 0 ? `${listed(fell)} fell` : '';
  if (up === '' && down === '') return null;
  return `Over the days ${[up, down].filter((one) => one !== '').join(', and ')}.`;
}

/** Often enough to be said: so many cups, and more than half of those that said. */
const OFTEN = 2;

function foundText({ name, found }: LevelFacts): string | null {
  const said = found['too little'] + found['just right'] + found['too much'];
  const [what, times] =
    found['too much'] >= found['too little'] ? ['too much', found['too much']] : ['too little', found['too little']];
  if (times < OFTEN || times <= said / 2) return null;
  return `${capitalised(name)} was found ${what} in ${times} of ${said} cups.`;
}

/** A word held where it was found in at least this share of the cups in which anything was. */
const HELD = 0.4;
const MOST = 6;

/** Which words held, which came and which went. */
export function notesSection({ words, wordedCups, cups, crest, places }: BagFacts): Section[] {
  const days = [...new Set(cups.map(({ restDay }) => restDay))];
  if (words.length === 0) return [];
  if (days.length < 3 || wordedCups < 3)
    return section(
      'notes',
      passage('notes.found', `Found in it: ${listed(words.slice(0, MOST).map(inCups))}.`),
      passage('notes.places', placesText(places)),
    );
  const middle = crest.is === 'known' ? crest.day : ((days[0] ?? 0) + (days.at(-1) ?? 0)) / 2;
  const held = words.filter((one) => one.cups >= 2 && one.cups >= HELD * wordedCups);
  const others = words.filter((one) => !held.includes(one));
  const early = others.filter(({ days: on }) => (on.at(-1) ?? 0) < middle);
  const late = others.filter(({ days: on }) => (on[0] ?? 0) >= middle);
  const names = (some: readonly WordFacts[]): string => listed(some.slice(0, MOST).map(({ name }) => name));
  return section(
    'notes',
    passage(
      'notes.held',
      held.length > 0
        ? `What held is ${listed(held.slice(0, MOST).map(overDays))}.`
        : 'No note held from one cup to the next.',
    ),
    passage('notes.early', early.length > 0 && `Only before day ${roundTo(middle, 0)}: ${names(early)}.`),
    passage('notes.late', late.length > 0 && `Only from day ${roundTo(middle, 0)} on: ${names(late)}.`),
    passage('notes.places', placesText(places)),
  );
}

const inCups = ({ name, cups }: WordFacts): string => (cups > 1 ? `${name} (${cups} cups)` : name);

function overDays({ name, cups, days }: WordFacts): string {
  const [first, last] = [days[0], days.at(-1)];
  return first === last
    ? `${name} (${cups} cups, day ${first ?? 0})`
    : `${name} (${cups} cups, days ${first ?? 0} to ${last ?? 0})`;
}
