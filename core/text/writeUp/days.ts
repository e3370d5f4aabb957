import type { Section } from '../../writeUp';
import { settingText } from '../bag/verdict';
import type { Units } from '../units';
import type { BagFacts, CupFacts } from './facts';
import { bareMark, listed, passage, section } from './saying';

/** So many cups are few: what was written of each stands at length. */
const FEW = 4;
/** Of more, the first sentences; characters. */
const [QUOTED_OF_FEW, QUOTED] = [1800, 170];
const MOST_WORDS = 5;
/** So many cups are told one by one at most: more than that nobody reads, and no two pages hold. */
const MOST_CUPS = 24;

/** The timeline by rest day: what was found on each, what it was marked, and the taster’s own words. */
export function daysSection({ cups, scale, units }: BagFacts): Section[] {
  const told = toldCups(cups);
  const more = cups.length - told.length;
  return section(
    'days',
    ...told.flatMap((cup) => [
      passage(`days.${cup.id}`, daySaid(cup, bareMarkOf(cup, scale), null, units), {
        named: cup.taster === null ? null : daySaid(cup, bareMarkOf(cup, scale), cup.taster, units),
      }),
      passage(`days.${cup.id}.words`, quoted(cup.remarks, cups.length <= FEW ? QUOTED_OF_FEW : QUOTED), {
        needs: 'own words',
      }),
    ]),
    passage('days.more', more > 0 && `${more} more cups are in the log, and count as these do.`),
  );
}

/**
 * The cups that are told of: all, or of many the first, the last and the best, then those something was written of, as
 * evenly spread as they come.
 */
function toldCups(cups: readonly CupFacts[]): readonly CupFacts[] {
  if (cups.length <= MOST_CUPS) return cups;
  const best = cups.reduce((so, one) => ((one.score ?? -1) > (so.score ?? -1) ? one : so));
  const always = new Set([cups[0], cups.at(-1), best]);
  const others = cups.filter((one) => !always.has(one));
  const [written, bare] = [
    others.filter(({ remarks }) => remarks !== ''),
    others.filter(({ remarks }) => remarks === ''),
  ];
  const spread = (some: readonly CupFacts[], count: number): CupFacts[] =>
    some.filter((_, i) => Math.floor((i * count) / some.length) !== Math.floor(((i - 1) * count) / some.length));
  const room = MOST_CUPS - always.size;
  const kept = written.length >= room ? spread(written, room) : [...written, ...spread(bare, room - written.length)];
  const all = new Set([...always, ...kept]);
  return cups.filter((one) => all.has(one));
}

const bareMarkOf = ({ score }: CupFacts, scale: BagFacts['scale']): string | null =>
  score === null ? null : bareMark(scale, score);

function daySaid(
  { restDay, words, changes, progress }: CupFacts,
  mark: string | null,
  taster: string | null,
  units: Units,
): string {
  const how = changes.length === 0 ? '' : `, with ${listed(changes.map((one) => settingText(one, units)))}`;
  const found = words.slice(0, MOST_WORDS).join(', ');
  const said = [mark, found].filter((one) => one !== null && one !== '').join('; ');
  const against = progress === null ? '' : `, ${progress}`;
  return `Day ${restDay}${taster === null ? '' : `, ${taster}`}${how}${against}${said === '' ? '' : `: ${said}`}.`;
}

/** Someone’s words in quotation marks, whole sentences as far as they go; empty for none. */
export function quoted(remarks: string, most: number): string {
  const said = remarks.trim().replace(/\s+/g, ' ');
  if (said === '') return '';
  if (said.length <= most) return `“${said}”`;
  // No more is looked at than can be shown.
  const sentences = said.slice(0, most + 1).match(/(?<=^|[.!?])[^.!?]+[.!?]+/g) ?? [];
  let kept = '';
  for (const one of sentences) {
    if ((kept + one).length > most) break;
    kept += one;
  }
  if (kept !== '') return `“${kept.trim()} …”`;
  const words = said.slice(0, most);
  return `“${words.slice(0, Math.max(1, words.lastIndexOf(' ')))} …”`;
}
