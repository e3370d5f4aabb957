import type { Fault, Style } from './kinds';
import { potOf, type PottedBrew } from './pot';

/**
 * Caffeine in roasted coffee, mg a gram: about 1.2 % of arabica's and 2.2 % of robusta's dry weight (Illy & Viani,
 * Espresso Coffee, 2nd ed. 2005, ch. 2). *Assumption*: several are half and half, and any other is as arabica.
 * Decaffeinated coffee may hold 0.1 % (Directive 1999/4/EC).
 */
const MG_PER_G: Readonly<Record<string, number>> = { robusta: 22, several: 17 };
const MG_PER_G_ARABICA = 12;
const MG_PER_G_DECAFFEINATED = 1;

/** How much of it goes into the cup. *Assumption*: nearly all by a filter or a long steep, less in a short shot. */
const DRAWN: Readonly<Record<Style, number>> = { filter: 0.92, cold: 0.9, espresso: 0.8, milk: 0.8 };

/** What a tally must know of a brew. */
export interface CaffeineBrew extends PottedBrew {
  tasterId: string | null;
  style: Style;
  doseG: number;
  fault: Fault | null;
  species: string | null;
  isDecaffeinated: boolean;
}

/** Estimate of the caffeine in all the cups of a brew, mg. */
export function caffeineMg({
  doseG,
  style,
  species,
  isDecaffeinated,
}: Pick<CaffeineBrew, 'doseG' | 'style' | 'species' | 'isDecaffeinated'>): number {
  const mgPerG = isDecaffeinated ? MG_PER_G_DECAFFEINATED : (MG_PER_G[species ?? ''] ?? MG_PER_G_ARABICA);
  return doseG * mgPerG * DRAWN[style];
}

/**
 * Estimate of the caffeine of each taster (null: nobody stated), mg: the cups of one brew share what is in it, and what
 * was spilled counts as not drunk.
 */
export function caffeineByTaster(brews: readonly CaffeineBrew[]): Map<string | null, number> {
  const cups = new Map<string, number>();
  for (const brew of brews) cups.set(potOf(brew), (cups.get(potOf(brew)) ?? 0) + 1);
  const sums = new Map<string | null, number>();
  for (const brew of brews) {
    if (brew.fault === 'spill') continue;
    const mg = caffeineMg(brew) / (cups.get(potOf(brew)) ?? 1);
    sums.set(brew.tasterId, (sums.get(brew.tasterId) ?? 0) + mg);
  }
  return sums;
}
