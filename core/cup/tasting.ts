/** The looks a tasting takes, in their order: three by the nose alone, then hot, warm and cool. */
export const LOOKS = ['whole bean', 'ground', 'wet', 'hot', 'warm', 'cool'] as const;
export type Look = (typeof LOOKS)[number];

/** Looks from which a mark can be given. */
export const SIPPED_LOOKS = ['hot', 'warm', 'cool'] as const satisfies readonly Look[];
export type SippedLook = (typeof SIPPED_LOOKS)[number];

/** Where in a tasting a word was found: which look, by nose or palate, at which sip. */
export interface TastingLine {
  id: LineId;
  look: Look | null;
  sense: 'nose' | 'palate' | null;
  sip: 1 | 2 | null;
}

/** Places a word can be written down at; `cup` is the cup as a whole. */
export const LINE_IDS = [
  'cup',
  'whole-bean',
  'ground',
  'wet',
  'hot-nose',
  'hot-first',
  'hot-second',
  'warm-nose',
  'warm-first',
  'warm-second',
  'cool-nose',
  'cool-first',
  'cool-second',
] as const;
export type LineId = (typeof LINE_IDS)[number];

const sipped = (look: SippedLook): TastingLine[] => [
  { id: `${look}-nose`, look, sense: 'nose', sip: null },
  { id: `${look}-first`, look, sense: 'palate', sip: 1 },
  { id: `${look}-second`, look, sense: 'palate', sip: 2 },
];

export const TASTING_LINES: readonly TastingLine[] = [
  { id: 'cup', look: null, sense: null, sip: null },
  { id: 'whole-bean', look: 'whole bean', sense: 'nose', sip: null },
  { id: 'ground', look: 'ground', sense: 'nose', sip: null },
  { id: 'wet', look: 'wet', sense: 'nose', sip: null },
  ...SIPPED_LOOKS.flatMap(sipped),
];

/** What a line is called: "ground", "hot, nose", "cool, second sip"; nothing for the cup as a whole. */
export function lineName(id: LineId): string {
  const line = TASTING_LINES.find((one) => one.id === id);
  if (!line?.look) return '';
  if (line.sip !== null) return `${line.look}, ${line.sip === 1 ? 'first' : 'second'} sip`;
  return linesOf(line.look).length > 1 ? `${line.look}, nose` : line.look;
}

/** The lines of one look. */
export function linesOf(look: Look): readonly TastingLine[] {
  return TASTING_LINES.filter((line) => line.look === look);
}

/** What the coffee feels like in the mouth. */
export const TEXTURES = [
  'watery',
  'tea-like',
  'silky',
  'juicy',
  'round',
  'creamy',
  'syrupy',
  'oily',
  'grainy',
  'chalky',
  'tingling',
  'rough',
] as const;
export type Texture = (typeof TEXTURES)[number];

/** How dry it leaves the mouth, least first. */
export const DRYNESSES = ['none', 'a trace', 'some', 'strong', 'harsh'] as const;
export type Dryness = (typeof DRYNESSES)[number];

/** Who was at the table. */
export const COMPANIES = ['alone', 'panel'] as const;
export type Company = (typeof COMPANIES)[number];

/** What a beginner is walked through, one line each. `line` is where the word goes. */
export const COACHING: readonly { step: string; line: string; look: Look; at: LineId }[] = [
  {
    step: 'Over the rim',
    line: 'Nothing in the mouth yet. Bend over the cup and breathe as you would at an open window: what does it remind you of?',
    look: 'hot',
    at: 'hot-nose',
  },
  {
    step: 'A little at first',
    line: 'Once it cannot scald you any more, take less than you would drink, let it run to the edges of the tongue and breathe out through the nose.',
    look: 'hot',
    at: 'hot-first',
  },
  {
    step: 'Half a minute later',
    line: 'Drink again, the same amount. What has changed since, what is gone, and what is still there when the mouth is empty?',
    look: 'warm',
    at: 'warm-first',
  },
];

/** How a bet placed before the first sip turned out. */
export const BET_OUTCOMES = ['held', 'half held', 'lost'] as const;
export type BetOutcome = (typeof BET_OUTCOMES)[number];
