import type { WriteUp } from '../../../contract/writeUps/writeUp';
import type { TestServer } from '../support/running';
import { Dice } from './dice';
import type { RawHousehold } from './household';
import { asNumber, listOf } from './rows';
import { claim, readSentences, type Kind } from './sentences';

/** A table as it was laid and marked: cups by name, and what each seat marked each of them and found in it. */
export interface RawTable {
  id: string;
  /** Cups that are of one brew have the same `brew`. */
  cups: { id: string; name: string; brew: string }[];
  seats: { name: string; marks: Map<string, number>; words: Map<string, string[]> }[];
}

const WORDS = ['quince', 'fig', 'cedar', 'malt'];

/** Lays a table of two or three bags, one of them poured twice, and lets one to three seats mark them. */
export async function layTable(server: TestServer, { seed, bags }: RawHousehold): Promise<RawTable | null> {
  const dice = new Dice(seed + 500_000);
  const laid = bags.filter(({ draft }) => draft.reference.style === 'filter').slice(0, 3);
  if (laid.length < 2) return null;
  const reference = laid[0]?.draft.reference;
  const cups = laid.map(({ id, draft }, i) => ({ id: `c${i}`, name: draft.name, bagId: id, parameters: reference }));
  const twice = dice.chance(0.5) && cups[0] ? [{ ...cups[0], id: 'again', sameAs: 'c0' }] : [];
  const { id } = await server.ok<{ id: string }>('POST', '/sittings', {
    name: 'The long table',
    kind: 'same-recipe',
    scoringScale: 'mark10',
    cups: [...cups, ...twice],
  });
  const { cups: codes } = await server.ok<{ cups: { id: string; code: string }[] }>('POST', `/sittings/${id}/key`);
  const seats: RawTable['seats'] = [];
  for (const name of ['Ines', 'Bruno', 'Edda'].slice(0, dice.int(1, 3))) {
    const { secret } = await server.ok<{ secret: string }>('POST', `/sittings/${id}/seats`, { name });
    const [marks, words] = [new Map<string, number>(), new Map<string, string[]>()];
    for (const { id: cupId, code } of codes) {
      const mark = dice.int(60, 90) / 10;
      const found = dice.some(WORDS, 2);
      await server.ok('PUT', `/seats/${secret}/answer`, { written: 1, cup: { code, answer: { mark, words: found } } });
      marks.set(cupId, mark);
      words.set(cupId, found);
    }
    seats.push({ name, marks, words });
  }
  await server.ok('POST', `/sittings/${id}/reveal`);
  const brewOf = (cup: { id: string; sameAs?: string }): string => cup.sameAs ?? cup.id;
  return { id, seats, cups: [...cups, ...twice].map((cup) => ({ id: cup.id, name: cup.name, brew: brewOf(cup) })) };
}

const mean = (values: readonly number[]): number => values.reduce((sum, one) => sum + one, 0) / values.length;
const meanOf = ({ seats }: RawTable, cup: string): number => mean(seats.map(({ marks }) => marks.get(cup) ?? NaN));

/** A cup by the name it goes by: the second of a name is told apart. */
function cupNamed({ cups }: RawTable, name: string): RawTable['cups'][number] {
  const isSecond = name.endsWith(' (second cup)');
  const found = cups.filter((cup) => cup.name === name.replace(' (second cup)', ''))[isSecond ? 1 : 0];
  if (!found) throw new Error(`There is no cup ${name}`);
  return found;
}

const NAME = String.raw`[A-Z]\w+(?: [A-Z]\w+)*(?: \(second cup\))?`;
const SAID: readonly Kind<RawTable>[] = [
  [
    new RegExp(
      `(?<a>${NAME}) came first, (?<b>${NAME}) second(?:, (?<sure>and surely so|to one taster)|; what lies between them may be chance)\\.`,
    ),
    ({ a = '', b = '', sure }, table) => {
      const [first, second] = [cupNamed(table, a), cupNamed(table, b)];
      claim(first.brew !== second.brew, 'first and second are two brews');
      claim(
        meanOf(table, first.id) >= Math.max(...table.cups.map(({ id }) => meanOf(table, id))) - 1e-9,
        `${a} has the highest mean`,
      );
      const others = table.cups.filter(({ brew }) => brew !== first.brew).map(({ id }) => meanOf(table, id));
      claim(meanOf(table, second.id) >= Math.max(...others) - 1e-9, `${b} comes next`);
      claim((sure === 'to one taster') === (table.seats.length === 1), 'by so many tasters');
    },
  ],
  [
    new RegExp(
      `The (?<tasters>\\w+) tasters put the cups in (?:much|partly|hardly) the same order(?:, (?:and|but) marked them (?:alike|somewhat alike|unlike one another))?\\.`,
    ),
    ({ tasters = '' }, { seats, cups }) => {
      claim(asNumber(tasters) === seats.length, `${tasters} tasters`);
      claim(seats.length >= 3 || new Set(cups.map(({ brew }) => brew)).size >= 6, 'enough to measure agreement by');
    },
  ],
  [
    /Nobody told the cups apart\./,
    (_, { seats, cups }) =>
      claim(
        seats.every(({ marks }) => new Set(cups.map(({ id }) => marks.get(id))).size === 1),
        'all alike',
      ),
  ],
  [
    new RegExp(
      `(?<a>${NAME}) was marked (?<by>[\\d.]+) above (?<b>${NAME}) by the (?<who>one|two|three)? ?(?:who|one who) marked both \\((?<how>[^)]+)\\)\\.`,
    ),
    ({ a = '', b = '', by, how = '' }, table) => {
      const apart = meanOf(table, cupNamed(table, a).id) - meanOf(table, cupNamed(table, b).id);
      claim(Math.abs(apart - Number(by)) <= 0.051, `${a} above ${b} by ${apart}`);
      claim(how.includes('chance') || how.includes('nothing more') || apart > 0, how);
    },
  ],
  [
    new RegExp(
      `(?<a>${NAME}) and (?<b>${NAME}) are one brew, (?:marked (?<by>[\\d.]+) apart|and were marked alike) by the (?:one|two|three)? ?who marked both(?:: that much is the tasters’ own)?\\.`,
    ),
    ({ a = '', b = '', by = '0' }, table) => {
      const [one, other] = [cupNamed(table, a), cupNamed(table, b)];
      claim(one.brew === other.brew, 'they are one brew');
      claim(Math.abs(Math.abs(meanOf(table, one.id) - meanOf(table, other.id)) - Number(by)) <= 0.051, `${by} apart`);
    },
  ],
  [
    new RegExp(`(?<a>${NAME}) and (?<b>${NAME}) were marked alike by the (?:one|two|three)? ?who marked both\\.`),
    ({ a = '', b = '' }, table) =>
      claim(Math.abs(meanOf(table, cupNamed(table, a).id) - meanOf(table, cupNamed(table, b).id)) <= 0.051, 'alike'),
  ],
  [
    new RegExp(`(?<a>${NAME}): (?<mark>[\\d.]+) out of 10(?: on the mean of (?<of>two|three))?\\.`),
    ({ a = '', mark, of }, table) => {
      claim(Math.abs(meanOf(table, cupNamed(table, a).id) - Number(mark)) <= 0.051, `${a}: ${mark ?? ''}`);
      claim(asNumber(of ?? 'one') === table.seats.length, `the mean of ${of ?? 'one'}`);
    },
  ],
];

/** What is said of the words of a cup, by the end of its key. */
function checkWords(key: string, text: string, table: RawTable): void {
  const [, cup = '', how] = /^cups\.(\w+)\.(shared|lone)$/.exec(key) ?? [];
  const times = (word: string): number => table.seats.filter(({ words }) => words.get(cup)?.includes(word)).length;
  const words = listOf(text.slice(text.indexOf(': ') + 2, -1));
  for (const word of words)
    claim(how === 'shared' ? times(word) > 1 : times(word) === 1, `${text}: ${word} by ${times(word)}`);
}

/** Every passage of the write-up of a table, against what its seats wrote. */
export function checkTable(table: RawTable, { content }: WriteUp): void {
  for (const { key, text } of content.sections.flatMap(({ passages }) => passages)) {
    if (/^cups\.\w+\.(?:shared|lone)$/.test(key)) checkWords(key, text, table);
    else if (/^(?:short|pairs|cups)\./.test(key)) readSentences(text, SAID, table);
    else if (key.startsWith('readers.love.')) {
      const [, name = '', words = ''] = /^(.*) is for whoever would be glad of (.*)\.$/.exec(text) ?? [];
      const found = (of: (cup: RawTable['cups'][number]) => boolean): Set<string> =>
        new Set(table.cups.filter(of).flatMap(({ id }) => table.seats.flatMap((seat) => seat.words.get(id) ?? [])));
      for (const word of listOf(words)) {
        const [here, elsewhere] = [found((cup) => cup.name === name), found((cup) => cup.name !== name)];
        claim(
          here.has(word) && !elsewhere.has(word),
          `${text} (${[...here].join()}; elsewhere ${[...elsewhere].join()})`,
        );
      }
    } else if (key === 'method.tasters')
      claim(asNumber(/^(\w+) taster/.exec(text)?.[1] ?? '') === table.seats.length, text);
    else claim(/^(?:head|table|method)\./.test(key), `${key}: ${text}`);
  }
}
