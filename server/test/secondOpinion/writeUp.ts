import type { WriteUp } from '../../../contract/writeUps/writeUp';
import type { BagPage } from '../../../contract/shelf/shelf';
import type { RawBag, RawHousehold } from './household';
import { dayOf, isAbout, levelsOf, MARK, marksOf, mean, median, RANGE, type ReadWriteUp } from './reckoned';
import { asMark, asNumber, counted, listOf, marked, outOf, wordsOf } from './rows';
import { claim } from './sentences';
import { AS, checkDrink, checkMark, checkWhen } from './writeUpParts';

type Check = (text: string, of: ReadWriteUp) => void;
/** What each passage claims, by its key or the beginning of it; the longest that fits counts. */
const CHECKS: Readonly<Record<string, Check>> = {
  'head.title': (text, { bag }) => claim(text === bag.draft.name, text),
  'head.line': (text, { bag }) => {
    for (const part of [bag.draft.origin, bag.draft.roaster])
      claim(text.includes(part ?? ''), `${text}: ${part ?? ''}`);
    claim(text.includes('roasted on') === Boolean(bag.draft.roastedOn), text);
  },
  'short.when': checkWhen,
  'short.mark': checkMark,
  'short.again': (text, { bag }) =>
    claim(
      text.includes('would not buy it again') === (bag.draft.buyAgain === 'no') && Boolean(bag.draft.buyAgain),
      text,
    ),
  'crest.peak': (text, { page: { verdict } }) => {
    const [day, lo, hi] = (text.match(/day (\d+)/g) ?? []).map((one) => Number(one.slice(4)));
    claim(
      day === Math.round(verdict.peak.day) && lo === Math.round(verdict.peak.lo) && hi === Math.round(verdict.peak.hi),
      text,
    );
  },
  'crest.apart': (text, { page: { verdict } }) => {
    const to = Number(/after day (\d+)/i.exec(text)?.[1]);
    claim(to === verdict.window?.to, text);
  },
  'crest.fresh': (text, { page: { verdict } }) => claim(verdict.fresh > 0 && verdict.fresh <= 0.5, text),
  'crest.shape': () => undefined,
  'crest.caption': (text, { page: { verdict } }) => claim(!text.includes('Shaded') || verdict.window !== null, text),
  'recipe.line': (text, { bag }) => {
    const { doseG, waterG, waterC } = bag.draft.reference;
    for (const value of [doseG, waterG, waterC]) claim(text.includes(String(value)), `${text}: ${value ?? ''}`);
  },
  'recipe.best': (text, { bag }) => {
    const tried = new Set(counted(bag).map(({ waterC }) => waterC));
    tried.delete(bag.draft.reference.waterC);
    if (tried.size === 0) claim(text.startsWith('Every cup was made this way'), text);
    else claim(!text.startsWith('Every cup'), text);
    for (const [, degrees] of text.matchAll(/water at ([\d.]+) °C/g)) claim(tried.has(Number(degrees)), text);
  },
  'recipe.tried': (text, { bag }) => {
    const degrees = Number(/water at ([\d.]+) °C/i.exec(text)?.[1]);
    claim(marked(bag).filter(({ waterC }) => waterC === degrees).length > 1, text);
  },
  'recipe.confounded': () => undefined,
  'recipe.forgiving': (text, { page: { verdict } }) => claim(text.includes(verdict.forgiving?.is ?? 'neither'), text),
  'levels.high': checkLevels,
  'levels.middle': checkLevels,
  'levels.low': checkLevels,
  'levels.moved': (text, { bag }) => {
    for (const [, names = '', went] of text.matchAll(/((?:(?:and |, )?(?:brightness|weight|sweetness))+) (rose|fell)/g))
      for (const name of listOf(names)) {
        const days = [
          ...new Set(
            counted(bag)
              .filter((one) => levelsOf([one], name).length > 0)
              .map(({ on }) => on),
          ),
        ];
        const at = (on: string | undefined) =>
          mean(
            levelsOf(
              counted(bag).filter((one) => one.on === on),
              name,
            ),
          );
        const moved = at(days.at(-1)) - at(days[0]);
        claim(
          days.length >= 3 && (went === 'rose' ? moved >= 0.5 - 1e-9 : moved <= -0.5 + 1e-9),
          `${text} (${name} ${moved})`,
        );
      }
  },
  'levels.strongest': (text, { bag, window }) => {
    const [, day, name = ''] = /^Day (\d+) had the most (\w+)/.exec(text) ?? [];
    if (!bag.draft.roastedOn) return;
    const ofDay = levelsOf(
      counted(bag).filter(({ on }) => dayOf(bag, on) === Number(day)),
      name,
    );
    claim(
      mean(ofDay) >= Math.max(...levelDays(bag, name)) - 1e-9,
      `${text} (${ofDay.join()} of ${levelDays(bag, name).join()})`,
    );
    claim(
      window !== null && !(Number(day) >= window.from && Number(day) <= window.to),
      `${text} (best ${window?.from}–${window?.to})`,
    );
  },
  'levels.scale': () => undefined,
  'levels.finish': (text, { bag }) => {
    const seconds = counted(bag).flatMap(({ cup }) => cup.finishS ?? []);
    const told = [...text.matchAll(/(\d+)\u202fs/g)].map(([, s]) => Number(s));
    claim(
      told.every((s) => s >= Math.min(...seconds) - 0.5 && s <= Math.max(...seconds) + 0.5),
      text,
    );
    if (text.includes('longer')) claim((told[0] ?? 0) < (told[1] ?? 0), text);
    if (text.includes('shorter')) claim((told[0] ?? 0) > (told[1] ?? 0), text);
  },
  'levels.dryness': (text, { bag }) => {
    const written = new Set(counted(bag).flatMap(({ cup }) => cup.dryness ?? []));
    for (const word of ['strong', 'harsh']) claim(!text.includes(word), text);
    claim(written.size > 0, text);
  },
  'levels.texture': (text, { bag }) => {
    for (const one of listOf(text.slice('Texture: '.length, -1))) {
      const [, what, cups = '1'] = /^(\w+)(?: \((\d+) cups\))?$/.exec(one) ?? [];
      const met = counted(bag).filter(({ cup }) => (cup.textures ?? []).some((texture) => texture === what));
      claim(met.length === Number(cups), `${text}: ${one}`);
    }
  },
  'notes.found': (text, of) => checkWords(text.slice('Found in it: '.length, -1), of),
  'notes.held': (text, of) => {
    if (!text.startsWith('No note')) checkWords(text.slice('What held is '.length, -1), of);
  },
  'notes.early': (text, { bag }) => {
    const [, before, words = ''] = /^Only before day (\d+): (.*)\.$/.exec(text) ?? [];
    checkOnly(bag, listOf(words), (day) => day < Number(before));
  },
  'notes.late': (text, { bag }) => {
    const [, from, words = ''] = /^Only from day (\d+) on: (.*)\.$/.exec(text) ?? [];
    checkOnly(bag, listOf(words), (day) => day >= Number(from) - 1);
  },
  'notes.places': (text, { bag }) => {
    const SLOTS = {
      'By the nose alone': /nose|ground/,
      'On the palate alone': /first/,
      'Only while hot': /hot/,
      'Only once cool': /cool/,
    };
    for (const [, where = '', words = ''] of text.matchAll(/([A-Z][a-z ]+): ([^.]+)\./g)) {
      const slots = SLOTS[where as keyof typeof SLOTS];
      for (const word of listOf(words))
        for (const { cup } of counted(bag))
          for (const { typed, slot } of cup.descriptors ?? [])
            if (typed === word) claim(slots.test(slot), `${text}: ${word}, ${slot}`);
    }
  },
  'label.found': checkFound,
  'label.kin': (text, { bag }) => {
    const [, printed = '', as = ''] =
      /^For (\w+) (?:came|no more than) (.*?)(?:, its close kin| in general)\.$/.exec(text) ?? [];
    const words = counted(bag).flatMap(wordsOf);
    claim(!words.includes(printed), `${text}: found itself`);
    for (const kin of listOf(as)) claim(words.includes(kin), `${text}: ${kin}`);
  },
  'label.never': (text, { bag }) => {
    const words = new Set(counted(bag).flatMap(wordsOf));
    for (const note of listOf(text.slice(0, -' never came.'.length)))
      claim(
        !words.has(note.toLowerCase()) && (bag.draft.printedNotes ?? '').includes(note.toLowerCase()),
        `${text}: ${note}`,
      );
  },
  'label.roast': (text, { bag }) => {
    claim(text.includes(bag.draft.roastLevel ?? '?') && text.includes('looks'), text);
    claim((bag.draft.roastLevel === bag.draft.perceivedRoast) === text.includes('looks it'), text);
  },
  'label.rest': (text, { bag, page: { verdict } }) => {
    const [, advised, day, lo, hi] =
      /advises (\d+) days?; the crest was found around day (\d+) \(8 in 10: days (\d+)–(\d+)\)/.exec(text) ?? [];
    claim(Number(advised) === bag.draft.restAdviceDays, text);
    claim(
      Number(day) === Math.round(verdict.peak.day) &&
        Number(lo) === Math.round(verdict.peak.lo) &&
        Number(hi) === Math.round(verdict.peak.hi),
      text,
    );
    claim(text.includes('agree') === (Number(advised) >= Number(lo) && Number(advised) <= Number(hi)), text);
  },
  'label.bet': (text, { bag }) => claim(text.includes(bag.draft.bet ?? '?'), text),
  'drinks.': checkDrink,
  'days.more': () => undefined,
  'days.': (text, { bag }) => {
    if (text.startsWith('“')) return;
    const [, day = '', , rest = ''] = /^Day (\d+)(, with [^:]+)?(?:: (.*))?\.$/.exec(text) ?? [];
    const [mark = '', words = ''] = /^[\d¼½¾]|^(?:high|low) /.test(rest) ? rest.split('; ') : ['', rest];
    const cups = counted(bag).filter(({ on }) => !bag.draft.roastedOn || dayOf(bag, on) === Number(day));
    const isOne = cups.some(
      (one) =>
        (mark === '' ? one.cup.mark === null : one.cup.mark !== null && isAbout(bag, asMark(mark), one.cup.mark)) &&
        listOf(words).every((word) => (one.cup.descriptors ?? []).some(({ typed }) => typed === word)),
    );
    claim(isOne, text);
  },
  'worth.price': (text, { bag }) => {
    const { price = 0, weightG = 250, reference } = bag.draft;
    const [, paid, grams, per100, perCup] =
      /^It cost ([\d.]+) for (\d+) g: (?:([\d.]+) for 100 g, )?([\d.]+) a cup\.$/.exec(text) ?? [];
    claim(Number(paid) === price && Number(grams) === weightG, text);
    if (per100 !== undefined) claim(Math.abs(Number(per100) - ((price ?? 0) * 100) / weightG) < 0.006, text);
    const dose = reference.doseG;
    claim(Math.abs(Number(perCup) - ((price ?? 0) * dose) / weightG) < 0.006, text);
  },
  'worth.value': (text, { house }) => {
    const [, place, of] = /(\w+) of (?:my|our) (\w+) bags by value/.exec(text) ?? [];
    claim(ordinal(place) <= asNumber(of ?? ''), text);
    claim(asNumber(of ?? '') <= house.bags.filter(({ draft }) => (draft.price ?? 0) > 0).length, text);
  },
  'worth.standing': (text, { house }) => {
    for (const [, place, of] of text.matchAll(/it stands (\w+) of (\w+)/g)) {
      claim(ordinal(place) >= 1 && ordinal(place) <= asNumber(of ?? ''), text);
      claim(
        asNumber(of ?? '') <= house.bags.filter((one) => marked(one).length > 0).length && asNumber(of ?? '') > 1,
        text,
      );
    }
  },
  'readers.love.levels': (text, of) => checkLikings(text, of, (value) => value >= 3.7),
  'readers.love.merits': () => undefined,
  'readers.not.levels': (text, of) => checkLikings(text, of, (value) => value <= 2.3),
  'readers.love.words': (text, { bag }) => {
    const words = new Set(counted(bag).flatMap(wordsOf));
    for (const word of listOf(/glad of (.*) in a cup/.exec(text)?.[1] ?? '')) claim(words.has(word), text);
  },
  'readers.not.label': (text, { bag }) => {
    const words = new Set(counted(bag).flatMap(wordsOf));
    for (const note of (/buy it for (.*): (?:it|they) never/.exec(text)?.[1] ?? '').split(/, | or /))
      claim(!words.has(note), text);
  },
  'readers.love.days': (text, { page: { verdict } }) => {
    const days = Number(/for (\d+) days/.exec(text)?.[1] ?? NaN);
    if (!Number.isNaN(days))
      claim(verdict.window !== null && verdict.window.to - verdict.window.from + 1 === days, text);
  },
  'readers.not.days': (text, { page: { verdict } }) => {
    const until = /needs until day (\d+)/.exec(text)?.[1];
    if (until !== undefined) claim(verdict.window?.from === Number(until), text);
  },
  'readers.love.recipe': (text, { page: { verdict } }) => claim(verdict.forgiving?.is === 'forgiving', text),
  'readers.not.recipe': (text, { page: { verdict } }) => claim(verdict.forgiving?.is === 'fussy', text),
  'readers.not.price': () => undefined,
  'readers.': (text, { bag }) => {
    const [, as = '', mark = '', cups] =
      new RegExp(`^(?:Not )?(.*?)(?: it does as well)?: (${MARK})${RANGE}(?: there)?, from (\\d+) cups?`).exec(text) ??
      [];
    const others = bag.brews.filter(
      ({ fault, style, cup }) => fault === null && cup.mark !== null && AS[style] === as.toLowerCase(),
    );
    claim(others.length === Number(cups) && others.length > 1, text);
    claim(isAbout(bag, asMark(mark), mean(marksOf(bag, others))), text);
  },
  'method.cups': (text, { bag }) => {
    const [, cups = '', , tasters, first, last] =
      /^(\w+) cups?( by (\w+) tasters)?, (?:on|from) day (\d+)(?: to day (\d+))? after roasting\.$/.exec(text) ?? [];
    claim(asNumber(cups) === counted(bag).length, text);
    const named = new Set(counted(bag).flatMap(({ tasterId }) => tasterId ?? []));
    claim(asNumber(tasters ?? 'one') === Math.max(1, named.size), text);
    if (!bag.draft.roastedOn) return;
    const days = counted(bag).map(({ on }) => dayOf(bag, on) ?? NaN);
    claim(Number(first) === Math.min(...days) && Number(last ?? first) === Math.max(...days), text);
  },
  'method.faulted': (text, { bag }) =>
    claim(asNumber(/^(\w+)/.exec(text)?.[1] ?? '') === bag.brews.filter(({ fault }) => fault !== null).length, text),
  'method.memory': (text, { bag }) =>
    claim(
      asNumber(/^(\w+)/.exec(text)?.[1] ?? '') ===
        counted(bag).filter(({ recordedFrom }) => recordedFrom === 'memory').length,
      text,
    ),
  'method.assumed': (text, { bag }) => claim(!bag.draft.roastedOn, text),
  'method.scale': (text, { bag }) => claim(text.includes(String(outOf(bag))), text),
  'method.basis': (text, { bag }) => claim(marked(bag).length < counted(bag).length, text),
  'method.scatter': () => undefined,
  'method.foretold': (text, { bag }) => {
    const [, inside, of] = /(\d+) of (\d+) came out/.exec(text) ?? [];
    claim(Number(inside) <= Number(of) && Number(of) <= marked(bag).length, text);
  },
  'method.certainty': () => undefined,
};

const ORDINALS = ['', 'first', 'second', 'third', 'fourth', 'fifth', 'sixth'];
const ordinal = (said = ''): number => ORDINALS.indexOf(said);

function levelDays(bag: RawBag, name: string): number[] {
  const days = new Set(counted(bag).map(({ on }) => on));
  return [...days].flatMap((on) => {
    const levels = levelsOf(
      counted(bag).filter((one) => one.on === on),
      name,
    );
    return levels.length === 0 ? [] : [mean(levels)];
  });
}

/** The level a bag is said to have: the middle of the cups of its best days, or of all. */
function levelSaid({ bag, page: { verdict }, window }: ReadWriteUp, name: string): number {
  const atBest = counted(bag).filter(({ id }) => {
    const day = page(verdict, id);
    return window !== null && day !== null && day >= window.from && day < window.to + 1;
  });
  const there = levelsOf(atBest, name);
  return median(there.length > 0 ? there : levelsOf(counted(bag), name));
}

const page = (verdict: BagPage['verdict'], id: string): number | null =>
  verdict.brews.find((one) => one.id === id)?.age ?? null;

function checkLevels(text: string, of: ReadWriteUp): void {
  for (const one of listOf(text.slice(text.indexOf(': ') + 2, -1))) {
    const [, name = '', level = ''] = /^(\w+) \((.*)\)$/.exec(one) ?? [];
    claim(Math.abs(asMark(level) - levelSaid(of, name)) <= 0.26, `${text}: ${one} is ${levelSaid(of, name)}`);
  }
}

function checkLikings(text: string, of: ReadWriteUp, is: (value: number) => boolean): void {
  for (const name of ['brightness', 'weight', 'sweetness'])
    if (text.includes(name))
      claim(
        is(levelSaid(of, name)) || Math.abs(levelSaid(of, name) - 3) > 0.6,
        `${text}: ${name} ${levelSaid(of, name)}`,
      );
}

function checkWords(text: string, { bag }: ReadWriteUp): void {
  for (const one of text.split(/, (?![^(]*\))| and (?![^(]*\))/)) {
    const [, word = '', cups = '1', first, last] =
      /^(\w+)(?: \((\d+) cups(?:, days? (\d+)(?: to (\d+))?)?\))?$/.exec(one) ?? [];
    const found = counted(bag).filter((brew) => wordsOf(brew).includes(word));
    claim(found.length === Number(cups), `${text}: ${one} in ${found.length}`);
    if (first === undefined || !bag.draft.roastedOn) continue;
    const days = found.map(({ on }) => dayOf(bag, on) ?? NaN);
    claim(Number(first) === Math.min(...days) && Number(last ?? first) === Math.max(...days), `${text}: ${one}`);
  }
}

function checkOnly(bag: RawBag, words: readonly string[], is: (day: number) => boolean): void {
  for (const word of words)
    for (const brew of counted(bag)) {
      const day = dayOf(bag, brew.on);
      if (day !== null && wordsOf(brew).includes(word)) claim(is(day), `${word} on day ${day}`);
    }
}

function checkFound(text: string, { bag }: ReadWriteUp): void {
  const words = new Set(counted(bag).flatMap(wordsOf));
  const printed = (bag.draft.printedNotes ?? '').split(', ');
  const found = printed.filter((note) => words.has(note));
  if (/none was found|was not found/.test(text)) claim(found.length === 0, text);
  else
    claim(
      found.every((note) => text.includes(note)) &&
        printed.every(
          (note) => words.has(note) || !text.split(': ').at(-1)?.includes(note) || !text.includes('were found: '),
        ),
      text,
    );
  if (/^(?:Both|All)/.test(text)) claim(found.length === printed.length, text);
}

/** Every passage of a write-up of a bag, against the rows; and that no two of them contradict each other. */
export function checkWriteUp(house: RawHousehold, bag: RawBag, onPage: BagPage, { content }: WriteUp): void {
  const said = new Map(
    content.sections.flatMap(({ passages }) => passages.map(({ key, text }) => [key, text] as const)),
  );
  const window = content.figures.ridges[0]?.window ?? null;
  const of: ReadWriteUp = { house, bag, page: onPage, window, said };
  for (const [key, text] of said) {
    const check = Object.keys(CHECKS)
      .filter((known) => key === known || key.startsWith(known.endsWith('.') ? known : `${known}.`))
      .sort((a, b) => b.length - a.length)[0];
    if (check === undefined) throw new Error(`Nobody has checked ${key}: “${text}”`);
    CHECKS[check]?.(text, of);
  }
  const love = said.get('readers.love.levels') ?? '';
  for (const name of ['brightness', 'weight', 'sweetness'])
    claim(
      !(love.includes(name) && (said.get('readers.not.levels') ?? '').includes(name)),
      `both for and against ${name}`,
    );
  claim(!(said.has('readers.love.recipe') && said.has('readers.not.recipe')), 'forgiving and fussy');
  claim(said.get('levels.low') === undefined || said.get('levels.high') !== said.get('levels.low'), 'high and low');
}
