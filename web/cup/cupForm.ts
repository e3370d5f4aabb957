import { mapValues, pick } from 'es-toolkit';
import type { Cup, Nag } from '../../contract/cup';
import {
  SCALE_RANGES,
  scoreOf,
  levelText,
  SLOT_IDS,
  ATTRIBUTES,
  parseLevel,
  type SlotId,
  type Attribute,
  type Comparison,
  type SheetPart,
  type ScoringScale,
  type FoundFault,
  type Moment,
  type Prominence,
  type Seat,
  type Texture,
} from '../../core/cup';
import type { Trait } from '../../core/cup/words';
import { asTyped, numberIn, typedChoice, typedMark, typedMarkValue, typedNumber } from '../forms/typed';

/** What was tapped of some words of a line, by the word. */
export interface WordTaps {
  prominence?: Readonly<Record<string, Prominence>>;
  moment?: Readonly<Record<string, Moment>>;
  seat?: Readonly<Record<string, Seat>>;
}

/** The words of one line: those set, the one under the fingers, and what was tapped of some. */
export interface WordsForm extends WordTaps {
  set: string[];
  typing: string;
}

/** A cup as typed: every field as text. The names are the contract's, so that problems find their field. */
export interface CupForm extends Record<Attribute, string> {
  scoringScale: ScoringScale;
  mark: string;
  /** The parts of the sheet it is marked by; none where it is scored otherwise. */
  parts: (SheetPart & { mark: string })[];
  /** By attribute: a level as typed, and how it was liked; undefined where nobody touched it. */
  intensities: Record<string, { intensity: string; adequacy: string } | undefined>;
  /** By line: words already set, and the one under the fingers. */
  descriptors: Record<SlotId, WordsForm>;
  markAt: string;
  finishS: string;
  dryness: string;
  textures: Texture[];
  liquorColour: string;
  liquorClarity: string;
  shotLayers: string;
  coffeeFaults: FoundFault[];
  progress: string;
  comparisons: Comparison[];
  milkKind: string;
  company: string;
  blind: boolean;
  remarks: string;
  remarksPrivate: boolean;
  meantScore: number | null;
  /** A word that would not come; `ended` carries along one whose search is over. */
  nag: { on: boolean; said: string; tapped: Trait[]; ended: Pick<Nag, 'resolvedWith' | 'dropped'> | null };
  /** When the cooling clock was started, ms; of the sheet only. */
  coolingFrom: string;
}

const NO_ATTRIBUTES = Object.fromEntries(ATTRIBUTES.map((name) => [name, ''])) as Record<Attribute, string>;
const emptyWords = (): CupForm['descriptors'] =>
  Object.fromEntries(
    SLOT_IDS.map((slot) => [slot, { set: [] as string[], typing: '' }]),
  ) as unknown as CupForm['descriptors'];

/** How a cup is scored: the scale of its bag, and the household's sheet of parts. */
export interface Scoring {
  scoringScale: ScoringScale;
  sheetOfParts: readonly SheetPart[];
}

export function emptyCup({ scoringScale, sheetOfParts }: Scoring): CupForm {
  return {
    ...{
      scoringScale,
      mark: '',
      parts: scoringScale === 'parts' ? sheetOfParts.map((part) => ({ ...part, mark: '' })) : [],
      ...NO_ATTRIBUTES,
      intensities: {},
      descriptors: emptyWords(),
      markAt: '',
      finishS: '',
      dryness: '',
      textures: [],
    },
    ...{ liquorColour: '', liquorClarity: '', shotLayers: '', coffeeFaults: [] },
    ...{
      progress: '',
      comparisons: [],
      milkKind: '',
      company: '',
      blind: false,
      remarks: '',
      remarksPrivate: false,
      meantScore: null,
      nag: { on: false, said: '', tapped: [], ended: null },
      coolingFrom: '',
    },
  };
}

/** A cup already kept, as it would be typed. */
export function typedCup(cup: Cup): CupForm {
  const descriptors = emptyWords();
  for (const { typed, slot, prominence, moment, seat } of cup.descriptors) {
    const line = descriptors[slot];
    line.set.push(typed);
    if (prominence) line.prominence = { ...line.prominence, [typed]: prominence };
    if (moment) line.moment = { ...line.moment, [typed]: moment };
    if (seat) line.seat = { ...line.seat, [typed]: seat };
  }
  return {
    ...emptyCup({ scoringScale: cup.scoringScale, sheetOfParts: [] }),
    parts: cup.parts.map((part) => ({ ...part, mark: asTyped(part.mark) })),
    ...mapValues(pick(cup, [...ATTRIBUTES]), asTyped),
    ...pick(cup, ['textures', 'coffeeFaults', 'comparisons', 'milkKind', 'blind']),
    ...pick(cup, ['remarks', 'remarksPrivate', 'meantScore']),
    mark: typedMark(cup.scoringScale, cup.mark),
    intensities: Object.fromEntries(
      cup.intensities.map(({ attribute, intensity, adequacy }) => [
        attribute,
        { intensity: intensity ?? '', adequacy: adequacy ?? '' },
      ]),
    ),
    descriptors,
    markAt: cup.markAt ?? '',
    finishS: asTyped(cup.finishS),
    dryness: cup.dryness ?? '',
    liquorColour: cup.liquorColour ?? '',
    liquorClarity: cup.liquorClarity ?? '',
    shotLayers: cup.shotLayers ?? '',
    progress: cup.progress ?? '',
    company: cup.company ?? '',
    nag: typedNag(cup.nag),
  };
}

function typedNag(nag: Nag | null): CupForm['nag'] {
  if (nag === null) return { on: false, said: '', tapped: [], ended: null };
  const { said, tapped, resolvedWith, dropped } = nag;
  const over = resolvedWith !== null || dropped;
  return { on: !over, said, tapped, ended: over ? { resolvedWith, dropped } : null };
}

function nagValues({ on, said, tapped, ended }: CupForm['nag']): Nag | null {
  if (on) return { said, tapped, resolvedWith: null, dropped: false };
  return ended && { said, tapped, ...ended };
}

/** A level as typed; null when empty; the text itself when it is none, for the schema to refuse. */
function typedIntensity(text: string): string | null {
  return text.trim() === '' ? null : (parseLevel(text) ?? text.trim());
}

/** The words of a line: those set, and what is still being typed, divided at its commas. */
function wordsAt({ set, typing }: { set: string[]; typing: string }): string[] {
  return [
    ...set,
    ...typing
      .split(',')
      .map((word) => word.trim())
      .filter((word) => word !== ''),
  ];
}

/** What is marked so far, on the common scale; null while it is no mark. */
export function typedScore({ scoringScale, mark }: Pick<CupForm, 'scoringScale' | 'mark'>): number | null {
  const value = numberIn(typedMarkValue(scoringScale, mark));
  const { min, max } = SCALE_RANGES[scoringScale];
  return value === null || value < min || value > max ? null : scoreOf(scoringScale, value);
}

/** The values of a cup, for the schema. */
export function cupValues(cup: CupForm): unknown {
  const { parts, intensities, descriptors, nag, coolingFrom: _, ...typed } = cup;
  return {
    ...typed,
    ...mapValues(pick(cup, [...ATTRIBUTES]), typedNumber),
    parts: parts.map((part) => ({ ...part, mark: typedNumber(part.mark) })),
    mark: typedMarkValue(cup.scoringScale, cup.mark),
    intensities: Object.entries(intensities)
      .map(([attribute, given]) => ({
        attribute,
        intensity: typedIntensity(given?.intensity ?? ''),
        adequacy: typedChoice(given?.adequacy ?? ''),
      }))
      .filter(({ intensity, adequacy }) => intensity !== null || adequacy !== null),
    descriptors: SLOT_IDS.flatMap((slot) =>
      wordsAt(descriptors[slot]).map((word) => ({
        typed: word,
        slot,
        prominence: descriptors[slot].prominence?.[word] ?? null,
        moment: descriptors[slot].moment?.[word] ?? null,
        seat: descriptors[slot].seat?.[word] ?? null,
      })),
    ),
    markAt: typedChoice(cup.markAt),
    finishS: typedNumber(cup.finishS),
    dryness: typedChoice(cup.dryness),
    liquorColour: typedChoice(cup.liquorColour),
    liquorClarity: typedChoice(cup.liquorClarity),
    shotLayers: typedChoice(cup.shotLayers),
    progress: typedChoice(cup.progress),
    company: typedChoice(cup.company),
    nag: nagValues(nag),
  };
}

/** What a typed level says in words; null when it is none. */
export function intensityWords(text: string): string | null {
  const intensity = parseLevel(text);
  return intensity === null ? null : levelText(intensity);
}
