import type { BagPage } from '../../../contract/shelf/shelf';
import { TODAY } from '../support/running';
import type { RawBag } from './household';
import { asNumber, counted, marked, wholeDays } from './rows';
import { claim, readSentences, type Kind } from './sentences';

/** A verdict read against the rows of its bag and the numbers beside it. */
interface ReadVerdict {
  bag: RawBag;
  verdict: BagPage['verdict'];
}

const DAYS = String.raw`days? (?<from>\d+)(?:–(?<to>\d+))?`;
const SURE = String.raw`(?<sure>almost certainly|very likely|probably|perhaps)`;
const RECIPE = String.raw`(?:; (?<setting>[^;.]+?) (?<does>hides it|lifts it) (?:a little|clearly|a lot))?`;

const spanOf = ({ from = '', to }: Record<string, string>) => ({ from: Number(from), to: Number(to ?? from) });
const LEAST: Readonly<Record<string, number>> = {
  'almost certainly': 0.95,
  'very likely': 0.8,
  probably: 0.55,
  perhaps: 0,
};

/** As sure as is said: by the probability of the state, which is given to the thousandth. */
function checkSure({ sure = '' }: Record<string, string>, { verdict }: ReadVerdict): void {
  const order = Object.values(LEAST);
  const next = order[order.indexOf(LEAST[sure] ?? -1) - 1] ?? 1.001;
  const p = verdict.stateProbability;
  claim(p >= (LEAST[sure] ?? 2) - 0.001 && p < next + 0.001, `${sure} at ${p}`);
}

/** The setting that is named was brewed with, twice or more, and is on the side of the marks that is said. */
function checkRecipe({ setting, does }: Record<string, string>, { bag, verdict }: ReadVerdict): void {
  if (setting === undefined) return;
  const degrees = /^water at ([\d.]+) °C$/.exec(setting)?.[1];
  claim(degrees !== undefined, `the setting “${setting}” is one these rows can have`);
  claim(
    judged({ bag, verdict }).filter(({ waterC }) => waterC === Number(degrees)).length > 1,
    `two cups with ${setting}`,
  );
  const effect = verdict.effects.find((one) => one.setting === `${degrees} °C`);
  claim(effect !== undefined && effect.mean < 0 === (does === 'hides it'), `${setting} ${does}`);
}

const inSpan = (day: number, { from, to }: { from: number; to: number }): boolean => day >= from && day <= to;
/** Cups the verdict rests on: marked ones, and those whose levels stand for a mark. */
const judged = ({ bag, verdict }: ReadVerdict): RawBag['brews'] => {
  const byLevels = new Set(verdict.brews.flatMap(({ id, by }) => (by === 'levels' ? [id] : [])));
  return counted(bag).filter(({ id, cup }) => cup.mark !== null || byLevels.has(id));
};
const restDays = (bag: RawBag, brews: RawBag['brews']): number[] =>
  bag.draft.roastedOn ? brews.map(({ on }) => wholeDays(bag.draft.roastedOn ?? '', on)) : [];

/** Runs of days that are likelier than not, or nearly as likely as any: the only ones a verdict may name. */
function checkDays(groups: Record<string, string>, { verdict }: ReadVerdict): void {
  const span = spanOf(groups);
  const at = (day: number): number => verdict.inWindow[day] ?? 0;
  const within = verdict.inWindow.flatMap((p, day) => (inSpan(day, span) ? [p] : []));
  const outside = Math.max(at(span.from - 1), at(span.to + 1));
  const isPeak = span.from === Math.round(verdict.peak.lo) && span.to === Math.round(verdict.peak.hi);
  claim(isPeak || Math.min(...within) >= outside - 0.002, `days ${span.from}–${span.to} are the likeliest`);
}

const STATE_KINDS: readonly Kind<ReadVerdict>[] = [
  [
    /Resting on day (?<day>\d+)\. Bags of this kind are usually at their best around days? (?<from>\d+)(?:–(?<to>\d+))?; no cup has a mark yet\./,
    (groups, read) => {
      claim(
        read.bag.brews.every(({ cup, fault }) => cup.mark === null || fault !== null),
        'no cup has a mark yet',
      );
      if (read.bag.draft.roastedOn)
        claim(wholeDays(read.bag.draft.roastedOn, TODAY) === Number(groups.day), `day ${groups.day ?? ''}`);
      claim(Number(groups.day) < spanOf(groups).from, 'it rests before its days');
      checkDays(groups, read);
    },
  ],
  [
    /Resting on day (?<day>\d+)\. By its (?<sibling>\w+) cups it should be at its best around days? (?<from>\d+)(?:–(?<to>\d+))?; no cup of this drink has a mark yet\./,
    ({ sibling, ...groups }, read) => {
      claim(judged(read).length === 0, 'no cup of this drink has a mark');
      if (sibling !== undefined) checkSibling(sibling, read);
      checkDays(groups, read);
    },
  ],
  [
    /Too early to say: no cup(?<ofDrink> of this drink)? has been marked yet\. (?:Bags of this kind are usually at their best|By its (?<sibling>\w+) cups it should be at its best) around days? (?<from>\d+)(?:–(?<to>\d+))?\./,
    ({ sibling, ofDrink, ...groups }, read) => {
      claim(judged(read).length === 0, 'no cup has been marked');
      claim((ofDrink === undefined) === (sibling === undefined), 'of this drink alone');
      if (sibling !== undefined) checkSibling(sibling, read);
      checkDays(groups, read);
    },
  ],
  [
    new RegExp(
      `Too early to say: (?<cups>\\w+) cups? cannot show a curve\\. Until there are three, expect its best around ${DAYS}\\.`,
    ),
    (groups, read) => {
      claim(asNumber(groups.cups ?? '') === judged(read).length, `${groups.cups ?? ''} cups`);
      claim(judged(read).length < 3, 'fewer than three');
      checkDays(groups, read);
    },
  ],
  [
    new RegExp(
      `Too early to say: all (?<cups>\\d+) marked cups are of 1 day\\. Until there are others, expect its best around ${DAYS}\\.`,
    ),
    (groups, read) => {
      claim(Number(groups.cups) === judged(read).length, `${groups.cups ?? ''} marked cups`);
      claim(new Set(judged(read).map(({ on }) => on)).size === 1, 'all are of one day');
      claim(read.verdict.window === null, 'no window is shown beside it');
    },
  ],
  [
    new RegExp(
      `Too early to say: after (?<cups>\\w+) cups? its best could still fall anywhere in ${DAYS}\\. The best guess so far is day (?<best>\\d+)\\.`,
    ),
    (groups, { bag, verdict }) => {
      claim(asNumber(groups.cups ?? '') === judged({ bag, verdict }).length, `${groups.cups ?? ''} cups`);
      const span = spanOf(groups);
      claim(
        span.from === Math.round(verdict.peak.lo) && span.to === Math.round(verdict.peak.hi),
        'the interval of its peak',
      );
      claim(Number(groups.best) === verdict.advisedDay, 'the day that is advised');
      claim(verdict.window === null, 'no window is shown beside it');
    },
  ],
  [
    new RegExp(
      `Still climbing, ${SURE}: best expected on ${DAYS}, starting (?:in (?<days>\\d+) days|(?<tomorrow>tomorrow))${RECIPE}\\.`,
    ),
    (groups, read) => {
      const { from } = spanOf(groups);
      claim(from - read.verdict.restDay === (groups.tomorrow ? 1 : Number(groups.days)), 'days until then');
      checkAll(groups, read);
    },
  ],
  [
    new RegExp(`Still climbing, ${SURE}: its best is expected around day (?<best>\\d+)${RECIPE}\\.`),
    (groups, read) => {
      claim(Number(groups.best) === read.verdict.advisedDay, 'the day that is advised');
      checkSure(groups, read);
      checkRecipe(groups, read);
    },
  ],
  [
    new RegExp(`At its crest, ${SURE}: ${DAYS} (?:are|is) its best${RECIPE}\\.`),
    (groups, read) => {
      claim(inSpan(read.verdict.restDay, spanOf(groups)), 'today is one of them');
      checkAll(groups, read);
    },
  ],
  [
    new RegExp(`At its crest, ${SURE}${RECIPE}\\.`),
    (groups, read) => {
      checkSure(groups, read);
      checkRecipe(groups, read);
    },
  ],
  [
    new RegExp(`Past its crest, ${SURE}: that was ${DAYS}${RECIPE}\\. Drink it soon\\.`),
    (groups, read) => {
      claim(spanOf(groups).to < read.verdict.restDay, 'its days are over');
      checkAll(groups, read);
    },
  ],
  [
    new RegExp(
      `Steady: from day (?<first>\\d+) to day (?<last>\\d+) you could hardly tell the cups apart${RECIPE}\\. Drink it when you like\\.`,
    ),
    (groups, read) => {
      checkRecipe(groups, read);
      claim(read.verdict.window === null, 'no window is shown beside it');
      const days = restDays(read.bag, judged(read));
      if (days.length === 0) return;
      claim(
        Number(groups.first) === Math.min(...days) && Number(groups.last) === Math.max(...days),
        'its first and last cup',
      );
    },
  ],
  [
    new RegExp(`Spent: it has fallen far below its best, which was ${DAYS}\\.`),
    (groups, read) => {
      claim(spanOf(groups).to < read.verdict.restDay, 'its days are over');
      checkDays(groups, read);
    },
  ],
  [
    /Finished, and never marked: there is nothing to judge it by\./,
    (_, { bag, verdict }) => {
      checkFinished(bag);
      claim(judged({ bag, verdict }).length === 0, 'no cup has been marked');
    },
  ],
  [
    /Finished\. All its marked cups are of 1 day, so nobody knows its best days\./,
    (_, { bag, verdict }) => {
      checkFinished(bag);
      claim(new Set(judged({ bag, verdict }).map(({ on }) => on)).size === 1, 'all are of one day');
    },
  ],
  [
    new RegExp(`Finished\\. It was (?<sure>perhaps|probably) at its best on ${DAYS}${RECIPE}\\.`),
    (groups, read) => {
      checkFinished(read.bag);
      claim((groups.sure === 'perhaps') === judged(read).length < 3, `${groups.sure ?? ''} by so many cups`);
      claim(new Set(judged(read).map(({ on }) => on)).size > 1, 'of more than one day');
      checkDays(groups, read);
      checkRecipe(groups, read);
    },
  ],
  [
    new RegExp(
      `Finished\\. From day (?<first>\\d+) to day (?<last>\\d+) you could hardly tell the cups apart${RECIPE}\\.`,
    ),
    (groups, read) => {
      checkFinished(read.bag);
      checkRecipe(groups, read);
      claim(read.verdict.window === null, 'no window is shown beside it');
    },
  ],
  [
    new RegExp(`Finished\\. Its best could have been anywhere in ${DAYS}${RECIPE}\\.`),
    (groups, read) => {
      checkFinished(read.bag);
      const { peak, window } = read.verdict;
      const span = spanOf(groups);
      claim(span.from === Math.round(peak.lo) && span.to === Math.round(peak.hi), 'the interval of its peak');
      claim(window === null && judged(read).length >= 3, 'no window is shown beside it');
    },
  ],
  [
    new RegExp(`Finished\\. It was at its best around day (?<best>\\d+)${RECIPE}\\.`),
    (groups, read) => {
      checkFinished(read.bag);
      claim(Number(groups.best) === read.verdict.advisedDay && read.verdict.window === null, 'the day that is advised');
    },
  ],
];

const BESIDE_KINDS: readonly Kind<ReadVerdict>[] = [
  [
    /It rests on levels for (?<cups>\w+) cups? that had no mark\./,
    ({ cups = '' }, read) =>
      claim(asNumber(cups) === judged(read).length - marked(read.bag).length, `levels of ${cups} cups without a mark`),
  ],
  [
    /It rests on levels alone, which say less than marks\./,
    (_, read) => claim(marked(read.bag).length === 0 && judged(read).length > 0, 'levels alone'),
  ],
  [
    /Or it may simply have been at its best fresh\./,
    (_, { verdict }) => claim(verdict.fresh > 0 && verdict.fresh < 0.5, 'fresh'),
  ],
  [
    new RegExp(`It was ${SURE} at its best fresh\\.`),
    ({ sure = '' }, { verdict }) => claim(verdict.fresh >= 0.5 && verdict.fresh >= (LEAST[sure] ?? 2), 'fresh'),
  ],
  [
    /The recipe changed along with the days: since day (?<since>\d+) only (?<what>the reference|water at (?<degrees>[\d.]+) °C|the reference recipe) was used, and (?:one brew as before|one brew back at the reference recipe|one brew with water at (?<back>[\d.]+) °C) (?:in the next few days )?would tell the two apart\./,
    ({ since, degrees }, read) => {
      const { bag, verdict } = read;
      const rows = judged(read);
      const days = restDays(bag, rows);
      if (days.length === 0) return;
      const reference = bag.draft.reference.waterC;
      const used = rows.filter((_, i) => (days[i] ?? 0) >= Number(since));
      const before = rows.filter((_, i) => (days[i] ?? 0) < Number(since));
      const now = degrees === undefined ? reference : Number(degrees);
      claim(
        used.length > 0 && used.every(({ waterC }) => waterC === now),
        `only that since day ${since ?? ''}: ${verdict.verdict} (${rows
          .map(({ waterC }, k) => `${days[k] ?? ''}: ${waterC ?? ''}`)
          .join(', ')})`,
      );
      claim(
        before.some(({ waterC }) => waterC !== now),
        `something else before: ${verdict.verdict} (${rows
          .map(({ waterC, tasterId }, k) => `${days[k] ?? ''}: ${waterC ?? ''} ${tasterId ?? ''}`)
          .join(', ')})`,
      );
      claim(bag.draft.finishedOn === null, 'a brew can still be made');
    },
  ],
];

function checkSibling(style: string, { bag }: ReadVerdict): void {
  const own = bag.brews.filter((one) => one.style === style && one.fault === null && one.cup.mark !== null);
  claim(own.length > 0 && style !== bag.draft.reference.style, `marked cups as ${style}`);
}

const checkFinished = ({ draft }: RawBag): void => claim((draft.finishedOn ?? null) !== null, 'it is finished');

function checkAll(groups: Record<string, string>, read: ReadVerdict): void {
  checkSure(groups, read);
  checkDays(groups, read);
  checkRecipe(groups, read);
}

/** Every sentence of a verdict, against the rows. */
export function checkVerdict(text: string, bag: RawBag, verdict: BagPage['verdict']): void {
  readSentences(text, [...STATE_KINDS, ...BESIDE_KINDS], { bag, verdict });
}

/** What a page of a bag must not say at once. */
export function checkNoContradiction(bag: RawBag, { verdict }: BagPage): void {
  const saysTooEarly = verdict.verdict.startsWith('Too early');
  claim(!saysTooEarly || verdict.usable < 3 || verdict.window === null, 'too early, and yet a window');
  claim(verdict.usable === judged({ bag, verdict }).length, `${verdict.usable} cups in the judgement`);
  const out = verdict.brews.filter(({ leftOut }) => leftOut !== null).length;
  claim(out === bag.brews.length - judged({ bag, verdict }).length, 'the rest is left out');
  for (const { setting, factor, brews } of verdict.effects)
    if (factor === 'waterC')
      claim(
        brews === judged({ bag, verdict }).filter(({ waterC }) => `${waterC ?? ''} °C` === setting).length,
        `${brews} brews with ${setting}`,
      );
}
