import { groupBy, mapValues } from 'es-toolkit';
import { BREWERS, roundTo, type Style, STYLES, usualParameters } from '../brew';
import { plain } from './table';
import type { NotebookBag, NotebookEntry } from './readRows';

/** What is taken where a notebook says nothing. */
export interface Assumed {
  style: Style;
  brewer: string;
  doseG: number;
  /** Water to a gram of coffee. */
  ratio: number;
  /** A bag without a roast date was roasted so many days before its first brew; null: then it cannot be taken in. */
  restDays: number | null;
}

/** *Assumption*: a filter of fifteen grams at one to sixteen. */
export const FIRST_ASSUMED: Assumed = { style: 'filter', brewer: 'cone', doseG: 17, ratio: 16, restDays: null };

/** A bag of a notebook with its brews. */
export interface NotebookBagWithBrews {
  bag: NotebookBag;
  entries: NotebookEntry[];
}

/** What tells bags apart: name and roaster, and the roast date where it is said. */
const keyOf = ({ name, roaster, roastedOn }: NotebookBag): string =>
  [plain(name) || name, plain(roaster), roastedOn ?? ''].join('\n');

/**
 * The bags of a notebook, in the order in which they come. A row without roaster or roast date belongs to a bag of its
 * name that has one, where there is only one; what the first row of a bag leaves open a later one may say.
 */
export function bagsOfNotebook(entries: readonly NotebookEntry[]): NotebookBagWithBrews[] {
  const exact = groupBy(entries, ({ bag }) => keyOf(bag));
  const byName = groupBy(Object.values(exact), ([first]) => plain(first?.bag.name ?? ''));
  return Object.values(byName).flatMap((groups) => {
    const dated = groups.filter(([first]) => first?.bag.roastedOn !== null);
    const joined = dated.length === 1 ? [groups.flat()] : groups;
    return joined.map((rows) => ({
      bag: filledUp(rows.map(({ bag }) => bag)),
      entries: rows.toSorted((a, b) => a.row - b.row),
    }));
  });
}

/** What the first that says something says, field by field. */
function filledUp(bags: readonly NotebookBag[]): NotebookBag {
  const [first] = bags;
  if (!first) throw new RangeError('A bag without rows is none');
  return mapValues(
    first,
    (own, field) => bags.map((bag) => bag[field]).find((value) => value !== null && value !== '') ?? own,
  ) as NotebookBag;
}

/** The recipe of an entry, with what it leaves open assumed. */
export interface EntryParameters {
  style: Style;
  brewer: string;
  doseG: number;
  waterG: number;
  waterC: number | null;
}

/** The recipe of an entry; what of it had to be assumed is named. */
export function parametersOf(entry: NotebookEntry, assumed: Assumed): EntryParameters & { assumed: string[] } {
  const { doseG, waterG, ratio, waterC } = entry;
  const said: string[] = [];
  const style = styleIn(`${entry.style} ${entry.brewer}`);
  const brewer =
    entry.brewer === '' ? (style === 'espresso' ? 'espresso machine' : assumed.brewer) : brewerIn(entry.brewer);
  // What is assumed is of one drink; a shot or a steep has a dose and a ratio of its own.
  const usual = usualParameters(brewer);
  const open =
    usual === null || usual.style === assumed.style
      ? assumed
      : { doseG: usual.doseG, ratio: usual.waterG / usual.doseG };
  if (style === null) said.push('drink');
  if (entry.brewer === '') said.push('brewer');
  const dose = doseG ?? (waterG !== null && ratio !== null ? roundTo(waterG / ratio, 1) : null);
  if (dose === null) said.push('dose');
  const water = waterG ?? (ratio === null ? null : roundTo((dose ?? open.doseG) * ratio, 1));
  if (water === null) said.push('water');
  return {
    style: style ?? assumed.style,
    brewer,
    doseG: dose ?? open.doseG,
    waterG: water ?? roundTo((dose ?? open.doseG) * open.ratio, 1),
    waterC,
    assumed: said,
  };
}

function styleIn(text: string): Style | null {
  const said = plain(text);
  if (/milk|latte|cappuccino|flat white|milch|lait|leche/.test(said)) return 'milk';
  if (/espresso|\bshot\b|ristretto|lungo|portafilter|siebtrager/.test(said)) return 'espresso';
  if (/cold|kalt|froid|\bfrio\b/.test(said)) return 'cold';
  return STYLES.find((style) => said.includes(style)) ?? (said === '' ? null : 'filter');
}

const BREWER_WORDS: readonly (readonly [RegExp, string])[] = [
  [/press|stempel|piston/, 'press'],
  [/siphon|syphon|vacuum/, 'siphon'],
  [/flat ?(bottom|bed)/, 'flat-bottom'],
  [/cold/, 'cold steep'],
  [/espresso|portafilter|siebtrager/, 'espresso machine'],
  [/cupping/, 'cupping bowl'],
  [/batch/, 'batch brewer'],
  [/small cone/, 'small cone'],
  [/\bcone\b|kegel/, 'cone'],
  [/carafe|karaffe/, 'thick-paper carafe'],
];

/** A brewer by its kind where the notebook names one; else as it stands there. */
function brewerIn(text: string): string {
  const said = plain(text);
  const known = BREWERS.find((brewer) => plain(brewer) === said);
  return known ?? BREWER_WORDS.find(([words]) => words.test(said))?.[1] ?? text.slice(0, 40);
}
