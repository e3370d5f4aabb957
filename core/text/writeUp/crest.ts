import { mean } from 'es-toolkit';
import { FRESH_SAID } from '../../crest';
import { shapesText } from '../bag/shapes';
import { capitalised, countWord, likelihoodWord } from '../words';
import type { Section } from '../../writeUp';
import type { BagFacts, CrestFacts } from './facts';
import { counted, fromDayToDay, listed, marksBetween, markSaid, onDays, passage, section, sentence } from './saying';

type Coffee = Pick<BagFacts, 'crest' | 'scale' | 'cups' | 'isFinished'> & { coffee: { name: string } };

/** Whether a curve stands behind what is said; without one no crest is claimed. */
export const hasCurve = ({ is }: CrestFacts): boolean => is === 'known' || is === 'steady' || is === 'only compared';

/** Whether it was more likely at its best fresh than later. */
export const wasFresh = (crest: CrestFacts): boolean => crest.is === 'known' && crest.fresh > 0.5;

/** When the coffee is at its best, in the sentence that is read first. */
export function whenSentence({ coffee: { name }, crest, cups, isFinished }: Coffee): string {
  switch (crest.is) {
    case 'untasted':
      return `${name} was not tasted yet.`;
    case 'unmarked':
      return `The ${counted(cups.length, 'cup')} of ${name} ${cups.length === 1 ? 'was' : 'were'} not marked, so when it is at its best is not known.`;
    case 'one day':
      return cups.length === 1
        ? `${name} was tasted once, on day ${crest.day} after roasting. What it is on other days one cup cannot say.`
        : `All ${countWord(cups.length)} cups of ${name} were tasted on one day, day ${crest.day} after roasting. What it is on other days they cannot say.`;
    case 'too few':
      return `${capitalised(counted(cups.length, 'cup'))} of ${name}, on ${listed(crest.days.map((day) => `day ${day}`))} after roasting, are too few to say when it is at its best.`;
    case 'too early':
      return `When ${name} is at its best cannot be said${isFinished ? '' : ' yet'}: after ${counted(cups.length, 'cup')} it could be anywhere from day ${crest.lo} to day ${crest.hi}. The best guess is day ${crest.advisedDay}.`;
    case 'steady':
      return `${name} hardly changes: from day ${crest.from} to day ${crest.to} the cups could hardly be told apart. There is no hurry to drink it.`;
    case 'only compared':
    case 'known':
      return bestDays(name, crest);
  }
}

function bestDays(name: string, crest: Extract<CrestFacts, { day: number; window: unknown }>): string {
  const { window, core, day } = crest;
  if (crest.is === 'known' && wasFresh(crest))
    return `${name} was at its best fresh, ${likelihoodWord(crest.fresh)}, and has faded since.`;
  if (window === null)
    return `${name} is at its best around day ${day} after roasting; no span of days is sure enough to name.`;
  const isAsSure = core !== null && core.from === window.from && core.to === window.to;
  const on = window.from === window.to ? 'on' : 'from';
  const first = `${name} is ${isAsSure ? 'very likely' : 'probably'} at its best ${on} ${fromDayToDay(window)} after roasting`;
  return core === null || isAsSure ? `${first}.` : `${first}, and very likely on ${onDays(core)}.`;
}

/** What it scores, and how sure that is; null where nothing was marked. */
export function markSentence({ crest, scale, cups }: Coffee, how = 'brewed as below'): string | null {
  if (crest.is === 'known') {
    const { mean: best, lo, hi } = crest.score;
    return `On its best day, ${how}, it scores ${markSaid(scale, best)} (8 chances in 10: ${marksBetween(scale, lo, hi)}).`;
  }
  const scores = cups.flatMap(({ score }) => score ?? []).sort((a, b) => a - b);
  const [lowest, highest] = [scores[0], scores.at(-1)];
  if (lowest === undefined || highest === undefined) return null;
  if (scores.length === 1) return `Its one mark is ${markSaid(scale, lowest)}.`;
  const middle = mean(scores);
  const range = marksBetween(scale, lowest, highest);
  return range.includes(' to ')
    ? `Its ${countWord(scores.length)} marks run from ${range}, ${markSaid(scale, middle)} on the mean.`
    : `All its ${countWord(scores.length)} marks are ${markSaid(scale, middle)}.`;
}

/** What stands under the drawing of a curve; it has a place of its own there. */
export const CAPTION_KEY = 'crest.caption';

function captionOf(crest: CrestFacts): string {
  if (crest.is === 'only compared')
    return 'How far below its best each day is, by the recipe below; the band holds 8 chances in 10.';
  const shaded =
    'window' in crest && crest.window !== null ? ' Shaded days are probably its best, darker ones very likely.' : '';
  return `The score the recipe would get on each day; the band holds 8 chances in 10.${shaded} Circles are cups as scored, dots the same at that recipe.`;
}

/** The days, with what is sure of them, and what is drawn. Nothing where no curve stands behind it. */
export function crestSection({ crest }: Coffee): Section[] {
  if (!hasCurve(crest)) return [];
  const caption = passage(CAPTION_KEY, captionOf(crest));
  return section('crest', ...daysPassages(crest), caption);
}

function daysPassages(crest: CrestFacts): ReturnType<typeof passage>[] {
  if (crest.is !== 'known' && crest.is !== 'only compared') return [];
  const { day, lo, hi, window } = crest;
  const isFresh = wasFresh(crest);
  return [
    isFresh
      ? []
      : passage(
          'crest.peak',
          `The best single day is most likely day ${day}; with 8 chances in 10 it lies between day ${lo} and day ${hi}.`,
        ),
    window === null || isFresh
      ? []
      : passage(
          'crest.apart',
          window.from <= 1
            ? `After day ${window.to} it is probably past its best.`
            : `Before day ${window.from} it is probably still on the way up; after day ${window.to}, probably past its best.`,
        ),
    crest.is === 'known' && crest.fresh >= FRESH_SAID && !isFresh
      ? passage('crest.fresh', 'Or it may simply have been at its best fresh.')
      : [],
    crest.is === 'known' ? passage('crest.shape', shapesText(crest.shapes, 0)) : [],
    crest.is === 'only compared'
      ? passage('crest.basis', sentence('this rests on comparisons between cups alone; how good it is was not marked'))
      : [],
  ];
}
