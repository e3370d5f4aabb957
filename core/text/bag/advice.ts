import { minutesText, roundTo, type Advice, type Sign } from '../../brew';
import { temperatureText, weightText, warmerByText, type Units } from '../units';

/** Advice in whole sentences. */
export interface AdviceText {
  headline: string;
  reason: string;
  /** A word on pouring, whatever else is advised. */
  hint: string | null;
}

/** Says an advice: what to change, why, and how sure the schools are of it. */
export function adviceText(advice: Advice, units: Units): AdviceText {
  return { headline: headline(advice, units), reason: reason(advice), hint: hint(advice) };
}

function headline({ change, ground, agreed, brew }: Advice, units: Units): string {
  if (change === null)
    return ['fault', 'liked', 'no complaint'].includes(ground) ? 'Change nothing.' : 'Change nothing yet.';
  const { what, by } = change;
  const size = Math.abs(by);
  const begins = agreed ? 'Next time: ' : 'One school would ';
  switch (what) {
    case 'grind':
      return `${begins}grind ${size === 1 ? 'one step' : 'two steps'} ${by < 0 ? 'finer' : 'coarser'}.`;
    case 'waterC':
      return `${begins}${agreed ? '' : 'use '}water ${warmerByText(size, units)} ${by > 0 ? 'hotter' : 'cooler'}, ${temperatureText((brew.waterC ?? 0) + by, units)}.`;
    case 'waterG':
      return `${begins}${agreed ? '' : 'use '}${weightText(size, units)} ${by < 0 ? 'less' : 'more'} water, about 1:${roundTo((brew.waterG + by) / brew.doseG, 1)}.`;
    case 'steep':
      return `${begins}steep about ${Math.round(size * 100)} % ${by > 0 ? 'longer' : 'shorter'}.`;
  }
}

function reason({ ground, signs, agreed, change, brew }: Advice): string {
  const { tastes, complaints, standing, tdsPercent, tdsTarget } = brew;
  const tasted = tastes.length > 0 ? `it tasted ${listed(tastes)}` : null;
  const found = complaints.length > 0 ? `you found ${complaints.join(' and ')}` : null;
  const noted = [tasted, found].filter((part) => part !== null).join(', ') || null;
  const time = signs.find((sign) => sign.kind === 'time');
  switch (ground) {
    case 'fault':
      return 'A brew with a fault says nothing about the recipe: brew it again as it was meant.';
    case 'stalled':
      return 'The filter stalled, which says nothing of the taste but much of the grind.';
    case 'liked':
      return [
        `It is among this bag’s best${noted ? `: ${noted}, and you liked it` : ''}.`,
        time && `${sentence([signText(time)])}, but a band is a guide, and the liking goes first.`,
      ]
        .filter(Boolean)
        .join(' ');
    case 'no complaint':
      return time
        ? `${sentence([signText(time)])}, but nobody complained of the cup, and a band is a guide.`
        : 'Nothing asks for it: nobody complained of the cup.';
    case 'opposite signs':
      return `${sentence(signs.map(signText))}: these point opposite ways. Brew it once more as it was; an uneven bed or pour does this too.`;
    case 'nothing says why':
      return `${sentence([noted ?? 'it was below what this bag usually gives'])}, and nothing noted says why. Brew it once more as it was.`;
    case 'signs switched off':
      return `${sentence([noted ?? ''])}, but the table of signs is switched off, and nothing else says what to change.`;
    case 'strength': {
      const target =
        tdsPercent !== null && tdsTarget !== null
          ? `it has ${roundTo(tdsPercent, 2)} % dissolved solids where its recipe wants ${roundTo(tdsTarget, 2)} %`
          : null;
      const said = [noted, target].filter((part) => part !== null);
      return `${sentence(said)}, and nothing else is off: only its strength.`;
    }
    case 'signs': {
      const below = standing === 'below' ? 'it was below what this bag usually gives' : null;
      const because = sentence([below, ...signs.map(signText)].filter((part) => part !== null));
      if (agreed) return `${because}: too ${(signs[0]?.way ?? -1) < 0 ? 'little' : 'much'} was drawn out.`;
      const other = change?.what === 'waterC' ? 'would leave the water, or cool it' : 'would leave the grind';
      return `${because}, which it reads as too little drawn out; another finds acidity rising with heat, and ${other}; and some come for it.`;
    }
  }
}

function signText(sign: Sign): string {
  switch (sign.kind) {
    case 'tastes':
      return `it tasted ${listed(sign.tastes)}`;
    case 'time':
      return `it ended in ${minutesText(sign.seconds)}, ${Math.round(sign.byS)} s ${sign.learnt ? `${sign.place === 'fast' ? 'faster' : 'slower'} than the cups you liked` : `too ${sign.place}`}`;
    case 'extraction':
      return `${sign.way < 0 ? 'only ' : ''}${sign.percent} % was drawn out of the dose`;
  }
}

function hint({ hollow }: Advice): string | null {
  if (hollow === null) return null;
  return `The bed was ${hollow} three times running: the water digs there. Pour further from that side, and more slowly.`;
}

const listed = (words: readonly string[]): string => words.join(', ');

function sentence(parts: readonly string[]): string {
  const text = parts.length < 2 ? (parts[0] ?? '') : `${parts.slice(0, -1).join(', ')} and ${parts.at(-1)}`;
  return text.charAt(0).toUpperCase() + text.slice(1);
}
