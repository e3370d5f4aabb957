/** Words in which the record of a bag is kept. */

export const SPECIES = ['arabica', 'robusta', 'liberica', 'several'] as const;
/** What its roaster means it for. */
export const MEANT_FOR = ['filter', 'espresso', 'either'] as const;
/** Whether it will be sold again. */
export const SOLD_AGAIN = ['all year', 'once a year', 'never again'] as const;
export const BEAN_SIZES = ['very small', 'small', 'middling', 'large', 'very large'] as const;
/** Whether to buy it again: apart from how good it was. */
export const BUY_AGAIN = ['yes', 'at this price', 'another season', 'no'] as const;
export const LIKINGS = ['liked', 'not for me'] as const;
/** How true a coffee is to its kind. */
export const TRUE_TO_KIND = ['wholly', 'in part', 'not at all'] as const;

/** Gap between ground and whole up to which a roast is even, and from which it is uneven. *Assumption*. */
const EVEN = 4;
const UNEVEN = 10;

/**
 * The roast colour of the grounds against that of the whole bean, in words: close together an even, slow roast, far
 * apart a fast one. Null where either is missing.
 */
export function colourGapText(whole: number | null, ground: number | null): string | null {
  if (whole === null || ground === null) return null;
  const gap = Math.abs(ground - whole);
  const said = `${Math.round(gap * 10) / 10} apart`;
  if (gap <= EVEN) return `${said}: an even, slow roast`;
  return gap < UNEVEN ? `${said}: much as most roasts` : `${said}: a fast roast, darker outside than in`;
}

interface HiddenLabel {
  labelNotes: 'shown' | 'hidden';
  /** Instant; null while not revealed. */
  labelRevealedAt: string | null;
}

/** Whether the printed notes are still hidden. */
export function isLabelHidden({ labelNotes, labelRevealedAt }: HiddenLabel): boolean {
  return labelNotes === 'hidden' && labelRevealedAt === null;
}

/** Whether a cup written down at an instant was tasted blind to the printed notes. */
export function isTastedBlind({ labelNotes, labelRevealedAt }: HiddenLabel, writtenAt: string): boolean {
  return labelNotes === 'hidden' && (labelRevealedAt === null || Date.parse(writtenAt) < Date.parse(labelRevealedAt));
}
