import { isAgreementKnown } from '../../sitting';
import type { Section } from '../../writeUp';
import { pairText, rankedCups, SITTING_KIND_WORDS, sittingHeadline, triangleText, yardstickText } from '../sitting';
import { capitalised, countWord, ordinalWord } from '../words';
import { quoted } from './days';
import type { SittingFacts } from './facts';
import { HIGH, LOW } from './levels';
import { recipeLine } from './recipe';
import { counted, dateSaid, listed, lowered, markSaid, passage, section, sentence } from './saying';

const QUOTED = 260;

/** A write-up of one table. It is of one day, so it claims no crest. */
export function composeSitting(facts: SittingFacts): Section[] {
  const { name, on, reading, cups, kind, isBlind } = facts;
  const nameOf = namesOf(facts);
  const { triangle } = reading;
  const how = SITTING_KIND_WORDS[kind].name;
  return [
    ...section(
      'head',
      passage('head.title', name),
      passage(
        'head.line',
        `${how}: ${counted(cups.length, 'cup')} side by side on ${dateSaid(on)}${isBlind ? ', tasted blind' : ''}.`,
      ),
    ),
    ...section(
      'short',
      passage('short.result', sittingHeadline(reading, nameOf)),
      passage('short.triangle', triangle && triangleText(triangle)),
      passage('short.agreement', agreementSaid(reading.agreement)),
    ),
    ...section('table', ...tablePassages(facts, nameOf)),
    ...section('cups', ...rankedCups(reading.cups).flatMap((cup) => cupPassages(facts, cup, nameOf))),
    ...section(
      'pairs',
      ...reading.pairs.map((pair) =>
        passage(`pairs.${pair.a}.${pair.b}`, pairText(pair, [nameOf(pair.a), nameOf(pair.b)], facts.scale)),
      ),
    ),
    ...section('readers', ...readersOf(facts, nameOf)),
    ...section('method', ...methodOf(facts, nameOf)),
  ];
}

/** Cups by name; of two that go by one name the later is told apart. */
export function namesOf({ cups }: Pick<SittingFacts, 'cups'>): (id: string) => string {
  const named = new Map(
    cups.map((cup, i) => {
      const before = cups.slice(0, i).filter(({ name }) => name === cup.name).length;
      return [cup.id, before === 0 ? cup.name : `${cup.name} (${ordinalWord(before + 1)} cup)`];
    }),
  );
  return (id) => named.get(id) ?? id;
}

function agreementSaid(agreement: SittingFacts['reading']['agreement']): string | null {
  if (!agreement || !isAgreementKnown(agreement)) return null;
  const { tasters, w, icc } = agreement;
  if (w === null) return 'Nobody told the cups apart.';
  const order = w >= 0.7 ? 'much the same order' : w >= 0.4 ? 'partly the same order' : 'hardly the same order';
  const alike =
    icc === null
      ? ''
      : icc.icc >= 0.6
        ? ', and marked them alike'
        : icc.icc >= 0.3
          ? ', and marked them somewhat alike'
          : ', but marked them unlike one another';
  return `The ${countWord(tasters)} tasters put the cups in ${order}${alike}.`;
}

function tablePassages(
  { cups, units, timing }: SittingFacts,
  nameOf: (id: string) => string,
): ReturnType<typeof passage>[] {
  const lines = cups.map(({ recipe }) => (recipe ? recipeLine(recipe, units) : null));
  const [first] = lines;
  const isOne = first != null && lines.every((line) => line === first);
  const when =
    timing === 'together'
      ? 'All were ready at once.'
      : timing === 'in turn'
        ? 'They were brewed one after another.'
        : 'They were brewed hours or days apart.';
  return [
    ...(isOne
      ? [passage('table.recipe', `All by one recipe. ${sentence(first)}`)]
      : cups.map(({ id }, i) =>
          passage(`table.recipe.${id}`, lines[i] != null && `${nameOf(id)}: ${lowered(sentence(lines[i]))}`),
        )),
    ...cups.map(({ id, declared }) =>
      passage(`table.declared.${id}`, declared !== '' && `${nameOf(id)}: ${lowered(sentence(declared))}`),
    ),
    passage('table.when', when),
  ];
}

function cupPassages(
  facts: SittingFacts,
  cup: SittingFacts['reading']['cups'][number],
  nameOf: (id: string) => string,
): ReturnType<typeof passage>[] {
  const { scale, yardstick, reading } = facts;
  const name = nameOf(cup.id);
  const laid = facts.cups.find(({ id }) => id === cup.id);
  const mark =
    cup.mean === null
      ? 'not marked'
      : cup.marked > 1
        ? `${markSaid(scale, cup.mean)} on the mean of ${countWord(cup.marked)}`
        : markSaid(scale, cup.mean);
  const shared = cup.shared.map(({ word }) => word);
  const lone = cup.lone.map(({ word }) => word);
  const loneNamed = cup.lone.map(({ word, seat }) => `${word} (${facts.tasterOf[seat] ?? 'one taster'})`);
  const isAlone = reading.tasters <= 1;
  const levels = laid?.levels ?? [];
  const [high, low] = [levels.filter(({ value }) => value >= HIGH), levels.filter(({ value }) => value <= LOW)];
  const said = (some: readonly { name: string; value: number }[]): string => listed(some.map((one) => one.name));
  return [
    passage(`cups.${cup.id}`, `${name}: ${mark}.`),
    passage(
      `cups.${cup.id}.shared`,
      shared.length > 0 && (isAlone ? `Found in it: ${listed(shared)}.` : `Found by several: ${listed(shared)}.`),
    ),
    passage(
      `cups.${cup.id}.lone`,
      lone.length > 0 && (isAlone ? `Found in it: ${listed(lone)}.` : `${byOne(lone)}: ${listed(lone)}.`),
      {
        named: lone.length > 0 && !isAlone ? `${byOne(lone)}: ${listed(loneNamed)}.` : null,
      },
    ),
    passage(
      `cups.${cup.id}.levels`,
      [high.length > 0 && `Much ${said(high)}.`, low.length > 0 && `Little ${said(low)}.`].filter(Boolean).join(' '),
    ),
    passage(`cups.${cup.id}.yardstick`, yardstick === null ? null : yardstickText(cup.yardstick, yardstick)),
    ...(laid?.said ?? []).map(({ taster, remarks }, i) =>
      passage(`cups.${cup.id}.said.${i}`, quoted(remarks, QUOTED), {
        needs: 'own words',
        named: remarks.trim() === '' ? null : `${taster}: ${quoted(remarks, QUOTED)}`,
      }),
    ),
  ];
}

const byOne = (words: readonly string[]): string =>
  words.length > 1 ? 'Each found by one alone' : 'Found by one alone';

/** Of the first cup and the last, whoever it would suit: by what was found in the one and not in the other. */
function readersOf({ reading }: SittingFacts, nameOf: (id: string) => string): ReturnType<typeof passage>[] {
  const wordsOf = (cup: (typeof reading.cups)[number]): string[] =>
    [...cup.shared, ...cup.lone].map(({ word }) => word);
  const byName = new Map<string, Set<string>>();
  for (const cup of reading.cups) {
    const name = nameOf(cup.id).replace(/ \(.* cup\)$/, '');
    byName.set(name, new Set([...(byName.get(name) ?? []), ...wordsOf(cup)]));
  }
  return [...byName].map(([name, words]) => {
    const others = new Set([...byName].flatMap(([other, all]) => (other === name ? [] : [...all])));
    const own = [...words].filter((word) => !others.has(word)).slice(0, 4);
    return passage(
      `readers.love.${name}`,
      own.length > 0 && byName.size > 1 && `${name} is for whoever would be glad of ${listed(own)}.`,
    );
  });
}

function methodOf({ cups, reading }: SittingFacts, nameOf: (id: string) => string): ReturnType<typeof passage>[] {
  const days = cups.filter(({ restDay }) => restDay !== null);
  const seen = new Set<string>();
  const onDay = days.flatMap(({ id, name, restDay }) => {
    if (seen.has(name)) return [];
    seen.add(name);
    return [`${nameOf(id)} on day ${restDay ?? 0} after roasting`];
  });
  return [
    passage(
      'method.tasters',
      `${capitalised(counted(reading.tasters, 'taster'))}, one sitting${onDay.length > 0 ? `: ${listed(onDay)}` : ''}.`,
    ),
    passage(
      'method.day',
      onDay.length > 0 && 'What these coffees are on other days one sitting cannot say: no best days are claimed.',
    ),
  ];
}
