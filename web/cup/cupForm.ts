import { mapValues, pick } from 'es-toolkit';
import type { Cup, Nag } from '../../contract/cup';
import {
  levelText,
  LINE_IDS,
  PARTS,
  readLevel,
  type LineId,
  type Part,
  type ScoringScale,
  type Texture,
} from '../../core/cup';
import type { Trait } from '../../core/cup/words';
import { asTyped, typedChoice, typedMark, typedMarkValue, typedNumber } from '../shared/typed';

/** A cup as typed: every field as text. The names are the contract's, so that problems find their field. */
export interface CupForm extends Record<Part, string> {
  scoringScale: ScoringScale;
  mark: string;
  /** By attribute: a level as typed, and how it was liked; undefined where nobody touched it. */
  levels: Record<string, { level: string; adequacy: string } | undefined>;
  /** By line: words already set, and the one under the fingers. */
  words: Record<LineId, { set: string[]; typing: string }>;
  markAt: string;
  finishS: string;
  dryness: string;
  textures: Texture[];
  milkKind: string;
  company: string;
  blind: boolean;
  notes: string;
  /** A word that would not come; `ended` carries along one whose search is over. */
  nag: { on: boolean; said: string; tapped: Trait[]; ended: Pick<Nag, 'resolvedWith' | 'dropped'> | null };
  /** When the cooling clock was started, ms; of the sheet only. */
  coolingFrom: string;
}

const EMPTY_PARTS = Object.fromEntries(PARTS.map((part) => [part, ''])) as Record<Part, string>;
const emptyWords = (): CupForm['words'] =>
  Object.fromEntries(
    LINE_IDS.map((line) => [line, { set: [] as string[], typing: '' }]),
  ) as unknown as CupForm['words'];

export function emptyCup(scoringScale: ScoringScale): CupForm {
  return {
    ...{
      scoringScale,
      mark: '',
      ...EMPTY_PARTS,
      levels: {},
      words: emptyWords(),
      markAt: '',
      finishS: '',
      dryness: '',
      textures: [],
    },
    ...{
      milkKind: '',
      company: '',
      blind: false,
      notes: '',
      nag: { on: false, said: '', tapped: [], ended: null },
      coolingFrom: '',
    },
  };
}

/** A cup already kept, as it would be typed. */
export function typedCup(cup: Cup): CupForm {
  const words = emptyWords();
  for (const { typed, line } of cup.words) words[line].set.push(typed);
  return {
    ...emptyCup(cup.scoringScale),
    ...mapValues(pick(cup, [...PARTS]), asTyped),
    ...pick(cup, ['textures', 'milkKind', 'blind', 'notes']),
    mark: typedMark(cup.scoringScale, cup.mark),
    levels: Object.fromEntries(
      cup.levels.map(({ attribute, level, adequacy }) => [attribute, { level: level ?? '', adequacy: adequacy ?? '' }]),
    ),
    words,
    markAt: cup.markAt ?? '',
    finishS: asTyped(cup.finishS),
    dryness: cup.dryness ?? '',
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
function typedLevel(text: string): string | null {
  return text.trim() === '' ? null : (readLevel(text) ?? text.trim());
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

/** The values of a cup, for the schema. */
export function cupValues(cup: CupForm): unknown {
  const { levels, words, nag, coolingFrom: _, ...typed } = cup;
  return {
    ...typed,
    ...mapValues(pick(cup, [...PARTS]), typedNumber),
    mark: typedMarkValue(cup.scoringScale, cup.mark),
    levels: Object.entries(levels)
      .map(([attribute, given]) => ({
        attribute,
        level: typedLevel(given?.level ?? ''),
        adequacy: typedChoice(given?.adequacy ?? ''),
      }))
      .filter(({ level, adequacy }) => level !== null || adequacy !== null),
    words: LINE_IDS.flatMap((line) => wordsAt(words[line]).map((word) => ({ typed: word, line }))),
    markAt: typedChoice(cup.markAt),
    finishS: typedNumber(cup.finishS),
    dryness: typedChoice(cup.dryness),
    company: typedChoice(cup.company),
    nag: nagValues(nag),
  };
}

/** What a typed level says in words; null when it is none. */
export function levelWords(text: string): string | null {
  const level = readLevel(text);
  return level === null ? null : levelText(level);
}
