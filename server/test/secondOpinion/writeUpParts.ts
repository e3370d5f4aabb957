import { claim } from './sentences';
import { asMark, asNumber, counted, listOf, marked, outOf, wordsOf } from './rows';
import { HALF_STEP, isAbout, MARK, marksOf, mean, RANGE, type ReadWriteUp } from './reckoned';

/** The same as a claim, as what a check comes to. */
const passes = (is: boolean, about: string): true => {
  claim(is, about);
  return true;
};

/** What is read first of a bag: when it is at its best, and what it scores. */

export function checkWhen(text: string, { bag, page: { verdict } }: ReadWriteUp): boolean {
  const cups = counted(bag);
  const days = new Set(cups.map(({ on }) => on)).size;
  const spans = [...text.matchAll(/day (\d+) to day (\d+)/g)].map(
    ([, from, to]) => [Number(from), Number(to)] as const,
  );
  if (text.endsWith('was not tasted yet.')) return passes(cups.length === 0, text);
  if (text.includes('not marked')) return passes(cups.length > 0 && marked(bag).length === 0, text);
  if (/tasted once|tasted on one day/.test(text)) return passes(days === 1, text);
  if (text.includes('too few to say'))
    return passes(marked(bag).length < 3 && asNumber(/^(\w+) cups?/.exec(text)?.[1] ?? '') === cups.length, text);
  if (text.includes('cannot be said')) {
    claim(text.includes('yet') === !bag.draft.finishedOn, text);
    claim(verdict.window === null && asNumber(/after (\w+) cups?/.exec(text)?.[1] ?? '') === cups.length, text);
    return passes(spans[0]?.[0] === Math.round(verdict.peak.lo) && spans[0][1] === Math.round(verdict.peak.hi), text);
  }
  if (text.includes('hardly changes'))
    return passes(
      days > 1 && verdict.window === null,
      `${text} ${days} ${verdict.verdict} ${JSON.stringify(verdict.window)}`,
    );
  if (text.includes('at its best fresh')) return passes(verdict.fresh > 0.5, text);
  const one = /at its best on day (\d+)/.exec(text)?.[1];
  const [from, to] = one === undefined ? (spans[0] ?? []) : [Number(one), Number(one)];
  if (text.includes('around day')) return passes(verdict.window === null || verdict.state === 'spent', text);
  return passes(
    from === verdict.window?.from && to === verdict.window?.to,
    `${text} (${JSON.stringify(verdict.window)})`,
  );
}

export function checkMark(text: string, { bag, page: { verdict } }: ReadWriteUp): boolean {
  const marks = marksOf(bag);
  const [, one] = new RegExp(`^Its one mark is (${MARK})`).exec(text) ?? [];
  if (one !== undefined) return passes(marks.length === 1 && isAbout(bag, asMark(one), marks[0] ?? NaN), text);
  const [, count = '', low = '', high = '', middle = ''] =
    new RegExp(`^Its (\\w+) marks run from (${MARK}) to (${MARK}), (${MARK})${RANGE} on the mean`).exec(text) ?? [];
  if (count !== '') {
    claim(asNumber(count) === marks.length, text);
    return passes(
      isAbout(bag, asMark(low), Math.min(...marks)) &&
        isAbout(bag, asMark(high), Math.max(...marks)) &&
        isAbout(bag, asMark(middle), mean(marks)),
      text,
    );
  }
  if (text.startsWith('All its'))
    return passes(Math.max(...marks) - Math.min(...marks) <= 2 * HALF_STEP[bag.draft.scoringScale ?? 'mark10'], text);
  const [, best = '', lo = '', hi = ''] =
    new RegExp(`it scores (${MARK})${RANGE} \\(8 chances in 10: (${MARK})(?: to (${MARK}))?\\)`).exec(text) ?? [];
  const unit = 100 / outOf(bag);
  claim(asMark(lo) <= asMark(best) + 1e-9 && asMark(best) <= asMark(hi || lo) + 1e-9, text);
  const peak = verdict.curve.find(({ day }) => day === verdict.advisedDay)?.mean ?? NaN;
  return passes(
    Math.abs(asMark(best) - Math.min(100, peak) / unit) <= 3 * HALF_STEP[bag.draft.scoringScale ?? 'mark10'] + 3 / unit,
    `${text} (curve ${peak / unit})`,
  );
}

/** How a drink is said. */
export const AS: Readonly<Record<string, string>> = {
  filter: 'as filter coffee',
  espresso: 'as espresso',
  cold: 'cold',
  milk: 'with milk',
};

export function checkDrink(text: string, { bag }: ReadWriteUp): void {
  const head = new RegExp(
    `^(Cold|With milk|As espresso|As filter coffee), (\\d+) cups? on days? (\\d+)(?: to (\\d+))?(?:: (${MARK})${RANGE}(?: on average)?)?\\.(?: Found: (.*)\\.)?$`,
  ).exec(text);
  if (!head) return;
  const [, as = '', cups, , , mark, words = ''] = head;
  const own = bag.brews.filter(({ fault, style }) => fault === null && AS[style] === as.toLowerCase());
  claim(own.length === Number(cups), text);
  const marks = marksOf(
    bag,
    own.filter(({ cup }) => cup.mark !== null),
  );
  claim(mark === undefined ? marks.length === 0 : isAbout(bag, asMark(mark), mean(marks)), text);
  for (const word of listOf(words))
    claim(
      own.some((brew) => wordsOf(brew).includes(word)),
      `${text}: ${word}`,
    );
}
