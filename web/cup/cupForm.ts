import { omit, pick } from 'es-toolkit';
import { cupFields, type Cup, type Nag } from '../../contract/bag/cup';
import {
  SCALE_RANGES,
  scoreOf,
  levelText,
  SLOT_IDS,
  parseLevel,
  type SlotId,
  type SheetPart,
  type ScoringScale,
  type Moment,
  type Prominence,
  type Seat,
} from '../../core/cup';
import type { Trait } from '../../core/cup/words';
import {
  asTyped,
  fieldValues,
  numberIn,
  typedChoice,
  typedFields,
  typedMark,
  typedMarkValue,
  typedNumber,
  type TypedFields,
} from '../forms/typed';

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

/** The fields of a cup that are typed otherwise than one text, switch or list each. */
const OTHERWISE = ['scoringScale', 'mark', 'parts', 'intensities', 'meantScore', 'nag'] as const;
const PLAIN = omit(cupFields, OTHERWISE);

/** A cup as typed. The names are the contract's, so that problems find their field. */
export interface CupForm extends TypedFields<typeof PLAIN> {
  scoringScale: ScoringScale;
  mark: string;
  /** The parts of the sheet it is marked by; none where it is scored otherwise. */
  parts: (SheetPart & { mark: string })[];
  /** By attribute: a level as typed, and how it was liked; undefined where nobody touched it. */
  intensities: Record<string, { intensity: string; adequacy: string } | undefined>;
  /** By line: words already set, and the one under the fingers. */
  descriptors: Record<SlotId, WordsForm>;
  meantScore: number | null;
  /** A word that would not come; `ended` carries along one whose search is over. */
  nag: { on: boolean; said: string; tapped: Trait[]; ended: Pick<Nag, 'resolvedWith' | 'dropped'> | null };
  /** When the cooling clock was started, ms; of the sheet only. */
  coolingFrom: string;
}

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
    ...typedFields(PLAIN, {}),
    scoringScale,
    mark: '',
    parts: scoringScale === 'parts' ? sheetOfParts.map((part) => ({ ...part, mark: '' })) : [],
    intensities: {},
    descriptors: emptyWords(),
    meantScore: null,
    nag: { on: false, said: '', tapped: [], ended: null },
    coolingFrom: '',
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
    ...typedFields(PLAIN, cup),
    ...pick(cup, ['scoringScale', 'meantScore']),
    mark: typedMark(cup.scoringScale, cup.mark),
    parts: cup.parts.map((part) => ({ ...part, mark: asTyped(part.mark) })),
    intensities: Object.fromEntries(
      cup.intensities.map(({ attribute, intensity, adequacy }) => [
        attribute,
        { intensity: intensity ?? '', adequacy: adequacy ?? '' },
      ]),
    ),
    descriptors,
    nag: typedNag(cup.nag),
    coolingFrom: '',
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
  const { parts, intensities, descriptors, nag } = cup;
  return {
    ...fieldValues(PLAIN, cup),
    ...pick(cup, ['scoringScale', 'meantScore']),
    mark: typedMarkValue(cup.scoringScale, cup.mark),
    parts: parts.map((part) => ({ ...part, mark: typedNumber(part.mark) })),
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
    nag: nagValues(nag),
  };
}

/** What a typed level says in words; null when it is none. */
export function intensityWords(text: string): string | null {
  const intensity = parseLevel(text);
  return intensity === null ? null : levelText(intensity);
}
