import type { Fault } from './kinds';

/** One of the cups of a brew. `potId` is the first brew of its pot; null for that one, and for a brew of one cup. */
export interface PottedBrew {
  id: string;
  potId: string | null;
}

/** What the cups of one brew have in common: all of it but who drank which cup, and how. */
export const SHARED_IN_POT = [
  'brewedAt',
  'brewer',
  'doseG',
  'waterG',
  'waterC',
  'grindStep',
  'filter',
  'waterRecipe',
  'drainS',
] as const;

/** The pot a cup was poured from, by the id of its first brew. */
export const potOf = ({ id, potId }: PottedBrew): string => potId ?? id;

/** Whether what went wrong did so for every cup of the pot: a dirty cup spoils no other. */
export const isOfWholePot = (fault: Fault | null): boolean => fault !== 'dirty-cup';

/** Doses taken from a bag, g: one for each pot, however many cups it gave. */
export function dosesOf(brews: readonly (PottedBrew & { doseG: number })[]): number[] {
  return [...new Map(brews.map((brew) => [potOf(brew), brew.doseG])).values()];
}

/** The same, with the portion each was taken from. */
export function drawnOf(
  brews: readonly (PottedBrew & { doseG: number; portionId: string | null })[],
): { portionId: string | null; grams: number }[] {
  return [
    ...new Map(brews.map(({ portionId, doseG, ...brew }) => [potOf(brew), { portionId, grams: doseG }])).values(),
  ];
}

/** The cups of the pot a cup was poured from, itself among them. */
export function cupsOfPot<T extends PottedBrew>(brews: readonly T[], of: PottedBrew): T[] {
  return brews.filter((brew) => potOf(brew) === potOf(of));
}
