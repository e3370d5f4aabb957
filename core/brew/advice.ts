import type { Band, BrewKind } from './recipe';
import { minutesText } from './clock';
import { roundTo } from './units';

/** What a cup can taste of that says something about how it was brewed. */
export const TASTES = ['sour', 'salty', 'thin', 'bitter', 'dry', 'chalky', 'medicinal', 'heavy'] as const;
export type Taste = (typeof TASTES)[number];

const TOO_LITTLE: readonly Taste[] = ['sour', 'salty', 'thin'];
const TOO_MUCH: readonly Taste[] = ['bitter', 'dry', 'chalky', 'medicinal'];

/** Extraction within which most tasters find a cup neither sharp nor harsh, percent. *Assumption*. */
const USUAL_EXTRACTION = { lo: 18, hi: 22 };
/** Seconds outside a band from which two grind steps are advised, as a share of its middle. *Assumption*. */
const FAR_OUT = 0.2;
const HOTTEST_C = 97;
const COOLEST_C = 84;

/** Where a time lies against its band, and by how many seconds it misses it. */
export interface BandPosition {
  place: 'fast' | 'inside' | 'slow';
  byS: number;
}

export function againstBand(seconds: number, band: Band): BandPosition {
  if (seconds < band.fromS) return { place: 'fast', byS: band.fromS - seconds };
  return seconds > band.toS ? { place: 'slow', byS: seconds - band.toS } : { place: 'inside', byS: 0 };
}

/** What is known of a brew when advice is asked. */
export interface BrewEvidence {
  kind: BrewKind;
  waterC: number | null;
  doseG: number;
  waterG: number;
  /** Time to the end of the drain or of the shot; null when not taken. */
  drainS: number | null;
  band: Band | null;
  extractionPercent: number | null;
  tastes: readonly Taste[];
  fault: boolean;
}

/** One change for the next brew: its direction and its size. */
export interface RecipeChange {
  what: 'grind' | 'waterC' | 'waterG' | 'steep';
  /** Grind steps (finer negative), °C, g, or share of the steep. */
  by: number;
}

export interface Advice {
  /** Null: nothing should be changed. */
  change: RecipeChange | null;
  headline: string;
  reason: string;
}

/** Which way the evidence points: below 0 too little was drawn out, above 0 too much. */
interface Evidence {
  says: string;
  way: -1 | 1;
}

function evidenceOf({ tastes, drainS, band, extractionPercent, kind }: BrewEvidence): Evidence[] {
  const evidence: Evidence[] = [];
  const listed = (among: readonly Taste[]): string => tastes.filter((taste) => among.includes(taste)).join(', ');
  if (listed(TOO_LITTLE)) evidence.push({ says: `it tasted ${listed(TOO_LITTLE)}`, way: -1 });
  if (listed(TOO_MUCH)) evidence.push({ says: `it tasted ${listed(TOO_MUCH)}`, way: 1 });
  const time = drainS !== null && band ? againstBand(drainS, band) : null;
  const shot = kind === 'espresso';
  if (time && time.place !== 'inside' && drainS !== null) {
    evidence.push({
      says: `${shot ? 'the shot ran' : 'it drained'} in ${minutesText(drainS)}, ${Math.round(time.byS)} s too ${time.place}`,
      way: time.place === 'fast' ? -1 : 1,
    });
  }
  if (extractionPercent !== null && extractionPercent < USUAL_EXTRACTION.lo)
    evidence.push({ says: `only ${extractionPercent} % was drawn out of the dose`, way: -1 });
  if (extractionPercent !== null && extractionPercent > USUAL_EXTRACTION.hi)
    evidence.push({ says: `${extractionPercent} % was drawn out of the dose`, way: 1 });
  return evidence;
}

/**
 * One change for the next brew, in one direction, of one size, with its reason; or that nothing should change. Time
 * outside its band is answered by the grind; a time inside it, with a taste to mend, by the temperature; a cup that is
 * only too thin or too heavy, by the water. Contradicting signs change nothing.
 */
export function adviseChange(brew: BrewEvidence): Advice {
  if (brew.fault)
    return {
      change: null,
      headline: 'Change nothing.',
      reason: 'A brew with a fault says nothing about the recipe: brew it again as it was meant.',
    };
  const strength = strengthAlone(brew);
  if (strength) return strength;
  const evidence = evidenceOf(brew);
  const ways = new Set(evidence.map(({ way }) => way));
  if (evidence.length === 0) return { change: null, headline: 'Change nothing.', reason: insideText(brew) };
  const because = sentence(evidence.map(({ says }) => says));
  if (ways.size > 1)
    return {
      change: null,
      headline: 'Change nothing yet.',
      reason: `${because}: these point opposite ways. Brew it once more as it was; an uneven bed or pour does this too.`,
    };
  const way = evidence[0]?.way ?? -1;
  return { ...changeFor(brew, way), reason: `${because}: ${way < 0 ? 'too little' : 'too much'} was drawn out.` };
}

function changeFor(brew: BrewEvidence, way: -1 | 1): Pick<Advice, 'change' | 'headline'> {
  const { drainS, band, waterC, kind } = brew;
  const time = drainS !== null && band ? againstBand(drainS, band) : null;
  if (kind === 'cold steep') {
    return {
      change: { what: 'steep', by: way * -0.15 },
      headline: `Next time: steep about 15 % ${way < 0 ? 'longer' : 'shorter'}.`,
    };
  }
  const inTime = time?.place === 'inside';
  const warmer = waterC === null ? null : waterC - way * 2;
  if (inTime && warmer !== null && warmer <= HOTTEST_C && warmer >= COOLEST_C) {
    return {
      change: { what: 'waterC', by: way * -2 },
      headline: `Next time: water 2 °C ${way < 0 ? 'hotter' : 'cooler'}, ${warmer} °C.`,
    };
  }
  const far = time !== null && band !== null && time.byS > (FAR_OUT * (band.fromS + band.toS)) / 2;
  const steps = far ? 2 : 1;
  return {
    change: { what: 'grind', by: way * steps },
    headline: `Next time: grind ${steps === 1 ? 'one step' : 'two steps'} ${way < 0 ? 'finer' : 'coarser'}.`,
  };
}

/** A cup that is only too thin or too heavy, everything else being as it should, wants another ratio. */
function strengthAlone(brew: BrewEvidence): Advice | null {
  const [only, ...others] = brew.tastes;
  if (others.length > 0 || (only !== 'thin' && only !== 'heavy')) return null;
  if (only === 'thin' && evidenceOf({ ...brew, tastes: [] }).length > 0) return null;
  const by = -Math.round(brew.doseG) * (only === 'thin' ? 1 : -1);
  const ratio = roundTo((brew.waterG + by) / brew.doseG, 1);
  return {
    change: { what: 'waterG', by },
    headline: `Next time: ${Math.abs(by)} g ${by < 0 ? 'less' : 'more'} water, about 1:${ratio}.`,
    reason: `It tasted ${only}, and nothing else says that too little or too much was drawn out: only its strength is off.`,
  };
}

function insideText({ drainS, band, extractionPercent }: BrewEvidence): string {
  const inTime = drainS !== null && band ? `it ${minutesText(drainS)} is inside its band` : null;
  const extracted = extractionPercent === null ? null : `${extractionPercent} % was drawn out, which is usual`;
  if (inTime === null && extracted === null) return 'Nothing was noted that asks for a change.';
  return `Nothing asks for a change: ${[inTime?.replace('it ', 'its time of '), extracted].filter(Boolean).join(', ')}.`;
}

function sentence(parts: readonly string[]): string {
  const text = parts.length < 2 ? (parts[0] ?? '') : `${parts.slice(0, -1).join(', ')} and ${parts.at(-1)}`;
  return text.charAt(0).toUpperCase() + text.slice(1);
}
