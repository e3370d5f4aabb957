import type { BrewKind } from '../recipe';

/** What is looked at before the water goes on. */
export const CHECKS = [
  'paper-rinsed',
  'rinse-thrown-away',
  'vessel-warm',
  'bed-level',
  'scale-tared',
  'spare-cup',
] as const;
export type Check = (typeof CHECKS)[number];

const PAPER: readonly Check[] = CHECKS;
const NO_PAPER: readonly Check[] = ['vessel-warm', 'scale-tared', 'spare-cup'];

const CHECKS_OF: Readonly<Record<BrewKind, readonly Check[]>> = {
  cone: PAPER,
  'flat-bottom': PAPER,
  'thick-paper carafe': PAPER,
  batch: PAPER,
  // The vessel holds ice.
  iced: PAPER.filter((check) => check !== 'vessel-warm'),
  press: NO_PAPER,
  'small pot': ['scale-tared', 'spare-cup'],
  // Its cloth or paper is rinsed; the bulb heats itself.
  siphon: ['paper-rinsed', 'rinse-thrown-away', 'scale-tared', 'spare-cup'],
  espresso: ['vessel-warm', 'bed-level', 'scale-tared', 'spare-cup'],
  'cold steep': ['scale-tared'],
  'cupping bowl': NO_PAPER,
  own: PAPER,
};

/** The checks that apply to a kind of brewing, in the order in which they are made. */
export function checksFor(kind: BrewKind): readonly Check[] {
  return CHECKS_OF[kind];
}
