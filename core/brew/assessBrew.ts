import type { BrewEvidence } from './advice';
import { KIND_TRAITS, type BrewKind } from './recipe';
import { extractionOf, type Extraction } from './extraction';
import type { BrewParameters } from './kinds';
import { beverageG } from './ratio';

/** What a brew says of itself. */
export interface Measurements extends Pick<BrewEvidence, 'kind' | 'doseG' | 'waterG' | 'drainS' | 'tdsPercent'> {
  /** As weighed; null where nobody did. */
  beverageG: number | null;
}

/** Grams of beverage where nobody has weighed it. The water of a shot is its yield: what is in the cup. */
export function estimatedBeverageG(kind: BrewKind, waterG: number, doseG: number): number {
  return kind === 'espresso' ? waterG : beverageG(waterG, doseG);
}

/** A brew read: its extraction, the flow over its whole time (g/s) and the beverage (g). */
export function assessBrew({ kind, doseG, waterG, drainS, tdsPercent, beverageG: weighed }: Measurements): {
  extraction: Extraction | null;
  flow: number | null;
  beverage: number;
} {
  const beverage = weighed ?? estimatedBeverageG(kind, waterG, doseG);
  const extraction =
    tdsPercent === null ? null : extractionOf({ kind, tdsPercent, doseG, waterG, beverageG: beverage });
  return {
    extraction,
    flow: drainS === null ? null : beverage / drainS,
    beverage,
  };
}

/** The kind of brewing a brewer stands for, where no recipe says it: decides how extraction is reckoned. */
export function brewKindOf({ brewer, style }: Pick<BrewParameters, 'brewer'> & { style: string }): BrewKind {
  if (style === 'espresso') return 'espresso';
  const kinds = Object.keys(KIND_TRAITS) as BrewKind[];
  return kinds.find((kind) => KIND_TRAITS[kind].brewer === brewer) ?? 'own';
}
