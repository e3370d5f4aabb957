import type { Section } from '../../writeUp';
import { settingText } from '../verdict';
import type { Units } from '../units';
import type { BagFacts, CupFacts } from './facts';
import { bareMark, listed, passage, section } from './saying';

/** So many cups are few: what was written of each stands in full. */
const FEW = 4;
/** Of more, the first sentences, up to so many characters. */
const QUOTED = 170;
const MOST_WORDS = 5;

/** The timeline by rest day: what was found on each, what it was marked, and the taster’s own words. */
export function daysSection({ cups, scale, units }: BagFacts): Section[] {
  return section(
    'days',
    ...cups.flatMap((cup) => [
      passage(`days.${cup.id}`, daySaid(cup, bareMarkOf(cup, scale), null, units), {
        named: cup.taster === null ? null : daySaid(cup, bareMarkOf(cup, scale), cup.taster, units),
      }),
      passage(`days.${cup.id}.words`, quoted(cup.remarks, cups.length <= FEW ? Infinity : QUOTED), {
        needs: 'own words',
      }),
    ]),
  );
}

const bareMarkOf = ({ score }: CupFacts, scale: BagFacts['scale']): string | null =>
  score === null ? null : bareMark(scale, score);

function daySaid(
  { restDay, words, changes }: CupFacts,
  mark: string | null,
  taster: string | null,
  units: Units,
): string {
  const how = changes.length === 0 ? '' : `, with ${listed(changes.map((one) => settingText(one, units)))}`;
  const found = words.slice(0, MOST_WORDS).join(', ');
  const said = [mark, found].filter((one) => one !== null && one !== '').join('; ');
  return `Day ${restDay}${taster === null ? '' : `, ${taster}`}${how}${said === '' ? '' : `: ${said}`}.`;
}

/** Someone’s words in quotation marks, whole sentences as far as they go; empty for none. */
export function quoted(remarks: string, most: number): string {
  const said = remarks.trim().replace(/\s+/g, ' ');
  if (said === '') return '';
  if (said.length <= most) return `“${said}”`;
  const sentences = said.match(/[^.!?]+[.!?]+/g) ?? [];
  let kept = '';
  for (const one of sentences) {
    if ((kept + one).length > most) break;
    kept += one;
  }
  if (kept !== '') return `“${kept.trim()} …”`;
  const words = said.slice(0, most);
  return `“${words.slice(0, Math.max(1, words.lastIndexOf(' ')))} …”`;
}
