import { KIND_TRAITS, type BrewKind } from './recipe';
import { roundTo } from './units';

/** Dissolved coffee as a share of the dose, with the sum it came from. */
export interface Extraction {
  percent: number;
  /** "1.32 % × 210 g ÷ 17 g = 18.5 %". */
  formula: string;
  /** Which liquid was counted. */
  basis: string;
}

/** What extraction is reckoned from. */
export interface Measured {
  kind: BrewKind;
  /** Total dissolved solids of the beverage, % by weight. */
  tdsPercent: number;
  doseG: number;
  waterG: number;
  beverageG: number;
}

/**
 * Extraction yield, percent. Percolation: TDS × beverage ÷ dose; immersion: TDS × water ÷ dose, since the liquid the
 * grounds hold back is as strong as the cup. Null where a number cannot be one.
 */
export function extractionOf({ kind, tdsPercent, doseG, waterG, beverageG }: Measured): Extraction | null {
  const immersion = KIND_TRAITS[kind].contact === 'immersion';
  const liquidG = immersion ? waterG : beverageG;
  if (!(tdsPercent > 0) || !(doseG > 0) || !(liquidG > 0)) return null;
  const percent = roundTo((tdsPercent * liquidG) / doseG, 1);
  return {
    percent,
    formula: `${roundTo(tdsPercent, 2)} % × ${roundTo(liquidG, 1)} g ÷ ${roundTo(doseG, 1)} g = ${percent} %`,
    basis: immersion
      ? 'immersion: all the water is counted, with what the grounds hold back'
      : 'percolation: the beverage in the cup is counted',
  };
}

/** The share of `partG` (ice, milk) in the whole drink, 0–1; 0 for an empty cup. */
export function shareOf(partG: number, restG: number): number {
  return partG + restG > 0 ? partG / (partG + restG) : 0;
}
