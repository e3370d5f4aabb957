import { learntBand, againstBand, type BandPosition } from './band';
import type { Fault } from './kinds';
import type { Band, BrewKind } from './recipe';
import type { Bed } from './signs';
import type { Standing } from './bench/standing';

/** What a cup can taste of that one school reads as a sign of how it was brewed: the table of signs. */
export const TASTES = ['sharp', 'briny', 'weak', 'bitter', 'astringent', 'powdery', 'phenolic', 'strong'] as const;
export type Taste = (typeof TASTES)[number];

const TOO_LITTLE: readonly Taste[] = ['sharp', 'briny', 'weak'];
const TOO_MUCH: readonly Taste[] = ['bitter', 'astringent', 'powdery', 'phenolic'];

/** Extraction within which most tasters find a cup neither sharp nor harsh, percent. *Assumption*. */
const USUAL_EXTRACTION = { lo: 18, hi: 22 };
/** Dissolved solids apart from a recipe's own target that a taster notices, percentage points. *Assumption*. */
const NEAR_TARGET = 0.1;
/** Seconds outside a band from which two grind steps are advised, as a share of its middle. *Assumption*. */
const FAR_OUT = 0.2;
/** Pressure up to which a quick shot is meant to be quick, bar. *Assumption*. */
const LOW_PRESSURE_BAR = 7;
const HOTTEST_C = 97;
const COOLEST_C = 84;
/** A bed hollow on the same side so many times running is no accident. */
const RUNNING = 3;

/** What is known of a brew when advice is asked. */
export interface BrewEvidence {
  kind: BrewKind;
  waterC: number | null;
  doseG: number;
  waterG: number;
  /** Time to the end of the drain or of the shot; null when not taken. */
  drainS: number | null;
  /** The recipe's own. */
  band: Band | null;
  /** Times of cups of this bag, made alike, that were liked; seconds. */
  likedS: readonly number[];
  extractionPercent: number | null;
  tdsPercent: number | null;
  /** Dissolved solids the recipe wants, percent. */
  tdsTarget: number | null;
  pressureBar: number | null;
  tastes: readonly Taste[];
  /** What there was too much or too little of, in words. */
  complaints: readonly string[];
  /** Where its mark stands among the others of its bag; null where nothing can be compared. */
  standing: Standing | null;
  fault: Fault | null;
  /** How the beds lay, this brew's first, then those before it. */
  beds: readonly (Bed | null)[];
  /** Whether the table of signs is read. */
  readsSigns: boolean;
}

/** One change for the next brew: its direction and its size. */
export interface RecipeChange {
  what: 'grind' | 'waterC' | 'waterG' | 'steep';
  /** Grind steps (finer negative), °C, g, or share of the steep. */
  by: number;
}

/** Something that points one way: below 0 too little was drawn out, above 0 too much. */
export type Sign =
  | { kind: 'tastes'; tastes: readonly Taste[]; way: -1 | 1 }
  | { kind: 'time'; seconds: number; byS: number; place: BandPosition['place']; learnt: boolean; way: -1 | 1 }
  | { kind: 'extraction'; percent: number; way: -1 | 1 };

/** Why nothing is changed, or on what a change rests. */
export type Ground =
  | 'fault'
  | 'stalled'
  /** It is among the best of its bag. */
  | 'liked'
  | 'no complaint'
  | 'opposite signs'
  | 'nothing says why'
  | 'signs switched off'
  /** Only its strength is off. */
  | 'strength'
  | 'signs';

export interface Advice {
  /** Null: nothing should be changed. */
  change: RecipeChange | null;
  ground: Ground;
  /** False where only one school would change that. */
  agreed: boolean;
  signs: readonly Sign[];
  /** The side on which the bed was hollow again and again. */
  hollow: Bed | null;
  brew: BrewEvidence;
}

/**
 * One change for the next brew, in one direction, of one size, or that nothing should change. What was liked is read
 * first: a cup among its bag's best, or one nobody complained of, changes nothing. Of a cup that was disliked, time
 * outside its band is answered by the grind; a time inside it, with a taste to mend, by the temperature; a cup that is
 * only too weak or too strong, by the water. Contradicting signs change nothing.
 */
export function adviseChange(brew: BrewEvidence): Advice {
  const signs = signsOf(brew);
  const advice = (ground: Ground, change: RecipeChange | null = null, agreed = true): Advice => ({
    change,
    ground,
    agreed,
    signs,
    brew,
    hollow: hollowAgain(brew.beds),
  });
  if (brew.fault === 'stalled-filter') return advice('stalled', { what: 'grind', by: 1 });
  if (brew.fault !== null) return advice('fault');
  if (brew.standing === 'among the best') return advice('liked');
  const complained = brew.tastes.length + brew.complaints.length > 0;
  if (!complained && brew.standing !== 'below') return advice('no complaint');
  const strength = strengthOff(brew, signs);
  if (strength !== null) return advice('strength', { what: 'waterG', by: strength * Math.round(brew.doseG) });
  const [first] = signs;
  if (!first) return advice(brew.tastes.length > 0 && !brew.readsSigns ? 'signs switched off' : 'nothing says why');
  if (signs.some(({ way }) => way !== first.way)) return advice('opposite signs');
  return advice('signs', changeFor(brew, first.way), areAgreed(signs));
}

function signsOf(brew: BrewEvidence): Sign[] {
  const { tastes, readsSigns, extractionPercent } = brew;
  const signs: Sign[] = [];
  if (readsSigns) {
    const [little, much] = [TOO_LITTLE, TOO_MUCH].map((among) => tastes.filter((taste) => among.includes(taste)));
    if (little?.length) signs.push({ kind: 'tastes', tastes: little, way: -1 });
    if (much?.length) signs.push({ kind: 'tastes', tastes: much, way: 1 });
  }
  const time = timeOutside(brew);
  if (time) signs.push(time);
  // What is usual is a belief of the same school as the table.
  if (readsSigns && extractionPercent !== null && extractionPercent < USUAL_EXTRACTION.lo)
    signs.push({ kind: 'extraction', percent: extractionPercent, way: -1 });
  if (readsSigns && extractionPercent !== null && extractionPercent > USUAL_EXTRACTION.hi)
    signs.push({ kind: 'extraction', percent: extractionPercent, way: 1 });
  return signs;
}

function timeOutside({ drainS, band, likedS, kind, pressureBar }: BrewEvidence): (Sign & { kind: 'time' }) | null {
  const learnt = learntBand(band, likedS);
  if (drainS === null || learnt === null) return null;
  const { place, byS } = againstBand(drainS, learnt);
  const meantQuick = kind === 'espresso' && pressureBar !== null && pressureBar <= LOW_PRESSURE_BAR;
  if (place === 'inside' || (place === 'fast' && meantQuick)) return null;
  const isLearnt = learnt.fromS !== band?.fromS || learnt.toS !== band.toS;
  return { kind: 'time', seconds: drainS, byS, place, learnt: isLearnt, way: place === 'fast' ? -1 : 1 };
}

/**
 * More water (1), less (-1), or neither (null): a cup that is only too weak or too strong, or away from the strength its
 * recipe wants, everything else being as it should.
 */
function strengthOff(
  { tastes, tdsPercent, tdsTarget, readsSigns }: BrewEvidence,
  signs: readonly Sign[],
): -1 | 1 | null {
  if (signs.some((sign) => sign.kind !== 'tastes' || sign.tastes.some((taste) => taste !== 'weak'))) return null;
  const [only, ...others] = tastes;
  if (others.length === 0 && readsSigns && (only === 'weak' || only === 'strong')) return only === 'weak' ? -1 : 1;
  if (tastes.length > 0 || tdsPercent === null || tdsTarget === null) return null;
  const apart = tdsPercent - tdsTarget;
  return Math.abs(apart) <= NEAR_TARGET + 1e-9 ? null : apart < 0 ? -1 : 1;
}

/** All schools read these signs one way: acidity alone they do not. */
function areAgreed(signs: readonly Sign[]): boolean {
  return !(signs.length === 1 && signs[0]?.kind === 'tastes' && signs[0].tastes.every((taste) => taste === 'sharp'));
}

function changeFor(brew: BrewEvidence, way: -1 | 1): RecipeChange {
  const { drainS, waterC, kind, band, likedS } = brew;
  if (kind === 'cold steep') return { what: 'steep', by: way * -0.15 };
  const outside = timeOutside(brew);
  const learnt = learntBand(band, likedS);
  const warmer = waterC === null ? null : waterC - way * 2;
  const inTime = drainS !== null && learnt !== null && outside === null;
  if (inTime && warmer !== null && warmer <= HOTTEST_C && warmer >= COOLEST_C) return { what: 'waterC', by: way * -2 };
  const far = outside !== null && learnt !== null && outside.byS > (FAR_OUT * (learnt.fromS + learnt.toS)) / 2;
  return { what: 'grind', by: way * (far ? 2 : 1) };
}

function hollowAgain(beds: BrewEvidence['beds']): Bed | null {
  const [last, ...before] = beds.slice(0, RUNNING);
  if (!last || last === 'flat' || last === 'hollow' || before.length < RUNNING - 1) return null;
  return before.every((bed) => bed === last) ? last : null;
}
