import { beverageG, extractionOf, type Band, type BrewKind, type BrewRead, type Extraction, type Taste } from '../../core/brew';

/** What a brew says of itself. */
export interface Measurements {
  kind: BrewKind;
  band: Band | null;
  doseG: number;
  waterG: number;
  waterC: number | null;
  drainS: number | null;
  tdsPercent: number | null;
  beverageG: number | null;
  tastes: readonly Taste[];
  fault: boolean;
}

/** A brew read: what advice rests on, with the extraction, the flow over its whole time (g/s) and the beverage (g). */
export function readBrew({ tdsPercent, beverageG: weighed, ...brew }: Measurements): { read: BrewRead; extraction: Extraction | null; flow: number | null; beverage: number } {
  const { kind, doseG, waterG, drainS } = brew;
  const beverage = weighed ?? (kind === 'espresso' ? waterG : beverageG(waterG, doseG));
  const extraction = tdsPercent === null ? null : extractionOf({ kind, tdsPercent, doseG, waterG, beverageG: beverage });
  return { read: { ...brew, extractionPercent: extraction?.percent ?? null }, extraction, flow: drainS === null ? null : beverage / drainS, beverage };
}
