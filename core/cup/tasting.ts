/** The phases of a tasting, in their order: three by the nose alone, then hot, warm and cool. */
export const TASTING_PHASES = ['whole bean', 'ground', 'wet', 'hot', 'warm', 'cool'] as const;
export type TastingPhase = (typeof TASTING_PHASES)[number];

/** Phases from which a mark can be given. */
export const SIPPED_PHASES = ['hot', 'warm', 'cool'] as const satisfies readonly TastingPhase[];
export type SippedPhase = (typeof SIPPED_PHASES)[number];

/** A slot of a tasting, where a descriptor was found: which phase, by nose or palate, at which sip. */
export interface TastingSlot {
  id: SlotId;
  phase: TastingPhase | null;
  sense: 'nose' | 'palate' | null;
  sip: 1 | 2 | null;
}

/** Where a descriptor can be written down; `cup` is the cup as a whole. */
export const SLOT_IDS = [
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
export type SlotId = (typeof SLOT_IDS)[number];

const sipped = (phase: SippedPhase): TastingSlot[] => [
  { id: `${phase}-nose`, phase, sense: 'nose', sip: null },
  { id: `${phase}-first`, phase, sense: 'palate', sip: 1 },
  { id: `${phase}-second`, phase, sense: 'palate', sip: 2 },
];

export const TASTING_SLOTS: readonly TastingSlot[] = [
  { id: 'cup', phase: null, sense: null, sip: null },
  { id: 'whole-bean', phase: 'whole bean', sense: 'nose', sip: null },
  { id: 'ground', phase: 'ground', sense: 'nose', sip: null },
  { id: 'wet', phase: 'wet', sense: 'nose', sip: null },
  ...SIPPED_PHASES.flatMap(sipped),
];

/** What a slot is called: "ground", "hot, nose", "cool, second sip"; nothing for the cup as a whole. */
export function slotName(id: SlotId): string {
  const slot = TASTING_SLOTS.find((one) => one.id === id);
  if (!slot?.phase) return '';
  if (slot.sip !== null) return `${slot.phase}, ${slot.sip === 1 ? 'first' : 'second'} sip`;
  return slotsOf(slot.phase).length > 1 ? `${slot.phase}, nose` : slot.phase;
}

/** The slots of one phase. */
export function slotsOf(phase: TastingPhase): readonly TastingSlot[] {
  return TASTING_SLOTS.filter((slot) => slot.phase === phase);
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

/** How far forward a descriptor stands in a cup; one that nobody weighed is just there. */
export const PROMINENCES = ['leading', 'behind', 'a trace'] as const;
export type Prominence = (typeof PROMINENCES)[number];

/** When in a sip a descriptor comes, and where in the mouth it sits. */
export const MOMENTS = ['first', 'middle', 'after'] as const;
export type Moment = (typeof MOMENTS)[number];
export const SEATS = ['front', 'sides', 'back', 'roof', 'throat'] as const;
export type Seat = (typeof SEATS)[number];

/** A cup against those before it, in words that weigh more than a mark: where the bag is going. */
export const PROGRESSES = ['best yet', 'a step down'] as const;
export type Progress = (typeof PROGRESSES)[number];

/** What the liquor looks like: its colour, palest first, and how clear it is. */
export const LIQUOR_COLOURS = ['straw', 'amber', 'copper', 'red-brown', 'dark brown', 'black'] as const;
export type LiquorColour = (typeof LIQUOR_COLOURS)[number];
export const LIQUOR_CLARITIES = ['clear', 'hazy', 'cloudy'] as const;
export type LiquorClarity = (typeof LIQUOR_CLARITIES)[number];
/** Layers a shot stands in before it is stirred. */
export const SHOT_LAYERS = ['one', 'two', 'three'] as const;
export type ShotLayers = (typeof SHOT_LAYERS)[number];

/** What can be wrong with a coffee itself, however it was brewed. */
export const COFFEE_FAULTS = [
  'unripe',
  'papery',
  'stale',
  'rancid',
  'baked',
  'scorched',
  'smoky',
  'rubbery',
  'earthy',
  'musty',
  'mouldy',
  'sour ferment',
] as const;
export type CoffeeFault = (typeof COFFEE_FAULTS)[number];
/** How strong a fault is, faintest first. */
export const FAULT_STRENGTHS = ['a trace', 'plain', 'strong'] as const;
export type FaultStrength = (typeof FAULT_STRENGTHS)[number];

/** A fault of the coffee that was found in a cup. */
export interface FoundFault {
  fault: CoffeeFault;
  strength: FaultStrength;
}

/** Who was at the table. */
export const COMPANIES = ['alone', 'panel'] as const;

/** What a beginner is walked through, one line each. `slot` is where the word goes. */
export const COACHING: readonly { step: string; slot: string; phase: TastingPhase; at: SlotId }[] = [
  {
    step: 'Over the rim',
    slot: 'Nothing in the mouth yet. Bend over the cup and breathe as you would at an open window: what does it remind you of?',
    phase: 'hot',
    at: 'hot-nose',
  },
  {
    step: 'A little at first',
    slot: 'Once it cannot scald you any more, take less than you would drink, let it run to the edges of the tongue and breathe out through the nose.',
    phase: 'hot',
    at: 'hot-first',
  },
  {
    step: 'Half a minute later',
    slot: 'Drink again, the same amount. What has changed since, what is gone, and what is still there when the mouth is empty?',
    phase: 'warm',
    at: 'warm-first',
  },
];

/** How a bet placed before the first sip turned out. */
export const BET_OUTCOMES = ['held', 'half held', 'lost'] as const;
export type BetOutcome = (typeof BET_OUTCOMES)[number];
