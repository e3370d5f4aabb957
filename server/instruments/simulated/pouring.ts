import type { Hand } from '../../../contract/bench/instrument';
import { KIND_TRAITS, planOf, type Pour, type Recipe } from '../../../core/brew';
import { unitNoise } from './noise';

/** What a simulated hand really does with a recipe: the truth a simulated scale then reports, with its faults. */
export interface Pouring {
  pours: Pour[];
  /** When the brewer is lifted off, or the shot stops; null where the scale sees no end. */
  endS: number | null;
  /** True weight on the scale at a moment, grams. */
  weightAt: (s: number) => number;
}

/** How hands differ: grams a second, seconds late, grams over the target, drain as a share of the planned one. */
const HANDS: Readonly<Record<Hand, { gPerS: number; lateS: number; overG: number; drain: number }>> = {
  slow: { gPerS: 3, lateS: 3, overG: -2, drain: 1.2 },
  steady: { gPerS: 5.5, lateS: 1, overG: 0.5, drain: 1 },
  fast: { gPerS: 10, lateS: 0.4, overG: 5, drain: 0.8 },
};

/**
 * An empty brewer, and what its wet grounds hold per gram of dose, grams: gone from the scale once it is lifted off.
 */
const BREWER_G = 90;
const WET_GROUNDS = 3;
/** A shot's first drops fall after this long, seconds. */
const FIRST_DROPS_S = 6;

/** The same recipe, hand and seed pour the same. */
export function pouringOf(recipe: Recipe, hand: Hand, seed: number): Pouring {
  const noise = unitNoise(seed);
  const plan = planOf(recipe);
  const { gPerS, lateS, overG, drain } = HANDS[hand];
  const pours: Pour[] = [];
  for (const step of plan.steps.filter(({ pours: yes }) => yes)) {
    const before = pours.at(-1);
    const fromG = before?.toG ?? 0;
    const shot = step.act === 'pull';
    const fromS = Math.max((before?.untilS ?? 0) + 1, step.fromS + (shot ? FIRST_DROPS_S : lateS + 0.5 * noise()));
    const toG = Math.max(fromG + 1, step.toG + (shot ? 0.5 : overG) + 0.7 * noise());
    const rate = shot
      ? (step.toG / (step.doneS - FIRST_DROPS_S)) * (gPerS / HANDS.steady.gPerS)
      : gPerS * (1 + 0.1 * noise());
    pours.push({ fromS, untilS: fromS + (toG - fromG) / rate, fromG, toG });
  }
  const last = pours.at(-1);
  const planned = plan.steps.at(-1);
  const lifted = KIND_TRAITS[recipe.kind].contact === 'percolation' && last && planned?.act === 'drain';
  const endS =
    recipe.kind === 'espresso'
      ? (last?.untilS ?? null)
      : lifted
        ? last.untilS + Math.max(10, (planned.doneS - last.untilS) * drain)
        : null;
  const lightens = lifted ? BREWER_G + WET_GROUNDS * recipe.doseG : 0;
  return { pours, endS, weightAt: (s) => poured(pours, s) - (endS !== null && s >= endS ? lightens : 0) };
}

function poured(pours: readonly Pour[], s: number): number {
  const pour = pours.findLast(({ fromS }) => fromS <= s);
  if (!pour) return 0;
  return pour.fromG + (pour.toG - pour.fromG) * Math.min(1, (s - pour.fromS) / (pour.untilS - pour.fromS));
}
