import type { Section } from '../../writeUp';
import { differenceText } from '../sitting';
import { capitalised, countWord, cupCount } from '../words';
import type { BagFacts } from './facts';
import { hasCurve } from './crest';
import { counted, dateSaid, listed, passage, section } from './saying';

const SCALES: Readonly<Record<BagFacts['scale'], string>> = {
  mark10: 'Marks are out of 10.',
  composite: 'Marks are out of 10, put together of aroma, acidity, body and the whole.',
  levels: 'Marks are levels from 1 to 5.',
  parts: 'Marks are out of 100, added up part by part.',
  stars: 'Marks are stars out of 5, in quarters.',
};

/** What the certainty of a write-up is said in. */
export const CERTAINTY =
  '“Almost certainly” stands for 19 chances in 20 or more, “very likely” for 8 in 10, “probably” for more than even, “perhaps” for less.';

/** A record of the engine is told from so many cups on. */
const FORETOLD_SAID = 5;

/** How it was judged: how many cups, by how many tasters, on which days, and what does not count. */
export function methodSection(facts: BagFacts): Section[] {
  const { cups, faulted, coffee, frozenDays, foretold, scale, openedDay } = facts;
  if (cups.length === 0) return [];
  const fromMemory = cups.filter((cup) => cup.isFromMemory).length;
  const blind = cups.filter(({ isBlind }) => isBlind).length;
  return section(
    'method',
    passage('method.cups', cupsText(facts)),
    passage(
      'method.faulted',
      faulted > 0 &&
        `${capitalised(counted(faulted, 'more cup had', 'more cups had'))} something go wrong in the brewing and ${faulted === 1 ? 'does' : 'do'} not count.`,
    ),
    passage(
      'method.memory',
      fromMemory > 0 &&
        `${capitalised(counted(fromMemory, 'was', 'were'))} written from memory and ${fromMemory === 1 ? 'weighs' : 'weigh'} less.`,
    ),
    passage(
      'method.blind',
      blind > 0 && `${capitalised(counted(blind, 'was', 'were'))} tasted without knowing which cup it was.`,
    ),
    passage(
      'method.assumed',
      coffee.isRoastAssumed &&
        `The bag names no roast date. Days are counted from an assumed one, ${dateSaid(coffee.roastedOn)}.`,
    ),
    passage('method.opened', openedDay !== null && `The bag was opened on day ${openedDay} after roasting.`),
    passage(
      'method.frozen',
      frozenDays > 0 &&
        `It lay in the freezer for ${counted(frozenDays, 'day')}, which hardly count as days since roasting.`,
    ),
    passage('method.scale', SCALES[scale]),
    passage('method.basis', basisText(facts.basis)),
    // Where no curve says how sure a mark is, this does.
    passage(
      'method.scatter',
      !hasCurve(facts.crest) &&
        cups.some(({ score }) => score !== null) &&
        `Marks of one and the same coffee are taken to scatter by about ${differenceText(scale, facts.sigma0)}.`,
    ),
    passage(
      'method.foretold',
      foretold !== null &&
        foretold.cups >= FORETOLD_SAID &&
        `Cups were foretold from those before them: ${foretold.inside} of ${foretold.cups} came out inside the range given, where 8 in 10 should.`,
    ),
    passage('method.certainty', hasCurve(facts.crest) && CERTAINTY),
  );
}

/** What its scores rest on where that is not marks; empty where every cup has one. */
function basisText({ marks, levels, comparisons }: BagFacts['basis']): string {
  const from = [levels > 0 && 'levels and whether each was right', comparisons > 0 && 'words such as “best yet”'];
  const named = from.filter((one) => one !== false);
  if (named.length === 0) return '';
  const cups = marks === 0 ? 'No cup has a mark' : `${cupCount(levels + comparisons)} without a mark`;
  return `${cups}: how good ${marks === 0 ? 'they were' : 'those were'} is read from ${listed(named)}.`;
}

function cupsText({ cups, tasters }: BagFacts): string {
  const days = [...new Set(cups.map(({ restDay }) => restDay))];
  const [first, last] = [days[0] ?? 0, days.at(-1) ?? 0];
  const by = tasters > 1 ? ` by ${countWord(tasters)} tasters` : '';
  const on = first === last ? `on day ${first} after roasting` : `from day ${first} to day ${last} after roasting`;
  return `${capitalised(counted(cups.length, 'cup'))}${by}, ${on}.`;
}
