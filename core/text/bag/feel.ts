import { DRYNESSES, type DayValue, type FeelOverDays, type SeenOnDays } from '../../cup';
import { WORD_PLACES, type WordPlace } from '../../cup/words';
import { listed } from '../writeUp/saying';

/** A change over the days is told from so many days on. */
const CHANGE_DAYS = 3;
/** A finish that is so many times as long at the end has changed; so has a dryness by a whole step. *Assumption*. */
const LONGER = 1.5;

/** How the bag felt in the mouth and looked, over its days: a sentence each, for what was written alone. */
export function feelTexts(
  feel: FeelOverDays,
): { of: 'finish' | 'dryness' | 'texture' | 'look' | 'layers'; text: string }[] {
  const { finish, dryness, textures, colours, clarities, layers } = feel;
  const look = [...colours, ...clarities];
  const inLayers = layers.map((one) =>
    inCups({ ...one, what: `${one.what} ${one.what === 'one' ? 'layer' : 'layers'}` }),
  );
  return [
    { of: 'finish' as const, text: finishText(finish) },
    { of: 'dryness' as const, text: drynessText(dryness) },
    { of: 'texture' as const, text: textures.length > 0 ? `Texture: ${listed(textures.map(inCups))}.` : '' },
    { of: 'look' as const, text: look.length > 0 ? `In the cup it is ${listed(look.map(inCups))}.` : '' },
    { of: 'layers' as const, text: layers.length > 0 ? `A shot stands in ${listed(inLayers)}.` : '' },
  ].filter(({ text }) => text !== '');
}

const inCups = ({ what, cups }: SeenOnDays<string>): string => (cups > 1 ? `${what} (${cups} cups)` : what);

/** The first and the last day, where the value changed between them; null where it did not, or of few days. */
function change(values: readonly DayValue[], isOther: (a: number, b: number) => boolean): [DayValue, DayValue] | null {
  const [first, last] = [values[0], values.at(-1)];
  return first && last && values.length >= CHANGE_DAYS && isOther(first.value, last.value) ? [first, last] : null;
}

function finishText(finish: readonly DayValue[]): string {
  if (finish.length === 0) return '';
  const seconds = ({ value }: DayValue): string => `${Math.round(value)}\u202fs`;
  const changed = change(finish, (a, b) => Math.max(a, b) >= LONGER * Math.max(1, Math.min(a, b)));
  if (changed) {
    const [first, last] = changed;
    const went = last.value > first.value ? 'grew longer' : 'grew shorter';
    return `The finish ${went}: ${seconds(first)} on day ${first.day}, ${seconds(last)} on day ${last.day}.`;
  }
  const all = finish.map(({ value }) => Math.round(value));
  const [least, most] = [Math.min(...all), Math.max(...all)];
  return `The finish lasts ${least === most ? '' : `${least} to `}${most}\u202fs.`;
}

function drynessText(dryness: readonly DayValue[]): string {
  if (dryness.length === 0) return '';
  const word = (value: number): string => DRYNESSES[Math.round(value)] ?? '';
  const changed = change(dryness, (a, b) => Math.abs(Math.round(a) - Math.round(b)) >= 1);
  if (changed) {
    const [first, last] = changed;
    const went = last.value > first.value ? 'More' : 'Less';
    return `${went} dryness over the days: ${word(first.value)} on day ${first.day}, ${word(last.value)} on day ${last.day}.`;
  }
  const values = dryness.map(({ value }) => value);
  const [least, most] = [word(Math.min(...values)), word(Math.max(...values))];
  return `Dryness: ${least === most ? most : `${least} to ${most}`}.`;
}

const PLACE_SAID: Readonly<Record<WordPlace, string>> = {
  nose: 'By the nose alone',
  palate: 'On the palate alone',
  hot: 'Only while hot',
  cool: 'Only once cool',
  'at first': 'Only at first',
  aftertaste: 'Only in the aftertaste',
};

/** Which words were found in one place alone: "By the nose alone: jasmine. Only once cool: fig." */
export function placesText(found: Iterable<{ word: { name: string }; places: readonly WordPlace[] }>): string {
  const all = [...found];
  return WORD_PLACES.flatMap((place) => {
    const names = all.filter(({ places }) => places.includes(place)).map(({ word }) => word.name);
    return names.length > 0 ? `${PLACE_SAID[place]}: ${listed(names)}.` : [];
  }).join(' ');
}

/** Where a printed note was found, where that is one place: ", by the nose alone". */
export const placesOfNote = (places: readonly WordPlace[]): string =>
  places.map((place) => `, ${PLACE_SAID[place].charAt(0).toLowerCase()}${PLACE_SAID[place].slice(1)}`).join('');
