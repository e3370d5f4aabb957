import { groupBy } from 'es-toolkit';
import { FREEZING_EFFORT, SURE_OF_FREEZING } from './constants';
import type { FreezeStep, Lot, PlanBag, PlannedCup, Way } from './types';
import { scoreAt } from './scoreAt';

/**
 * What beans gain by lying in the freezer until they are drunk on some days, against being drunk on the same days from
 * the bag: points a cup, and the share of the bag's equally likely curves by which that is more than the trouble.
 */
export function freezingGain(
  { mean, curves }: Pick<PlanBag, 'mean' | 'curves'>,
  lot: Pick<Lot, 'age'>,
  way: Pick<Way, 'from' | 'age'>,
  days: readonly number[],
): FreezeStep['gain'] {
  const gainBy = (curve: readonly number[]): number =>
    days.reduce((sum, day) => sum + scoreAt(curve, way.age + day - way.from) - scoreAt(curve, lot.age + day), 0) /
    Math.max(1, days.length);
  const likely = curves.length === 0 ? [mean] : curves;
  const worth = likely.filter((curve) => gainBy(curve) > FREEZING_EFFORT).length;
  return { points: gainBy(mean), probability: worth / likely.length };
}

/** Whether freezing is surely enough worth its trouble to be offered. */
export const isSureOfFreezing = ({ points, probability }: FreezeStep['gain']): boolean =>
  points > FREEZING_EFFORT && probability >= SURE_OF_FREEZING;

/** What goes into the freezer for the cups that come out of it, each with its gain; the soonest first. */
export function freezeSteps(bags: readonly PlanBag[], cups: readonly PlannedCup[]): FreezeStep[] {
  const frozen = cups.filter(({ way }) => way.frozenOn !== null);
  const steps = Object.values(groupBy(frozen, ({ way }) => stepKey(way))).flatMap((of): FreezeStep[] => {
    const [first] = of;
    const bag = first && bags[first.bag];
    const lot = first && bag?.lots[first.way.lot];
    if (!first || !bag || !lot || first.way.frozenOn === null || first.way.thawedOn === null) return [];
    const { frozenOn, thawedOn, lot: place } = first.way;
    const gain = freezingGain(
      bag,
      lot,
      first.way,
      of.map(({ day }) => day),
    );
    return [{ bag: first.bag, lot: place, frozenOn, thawedOn, cups: of.length, gain }];
  });
  return steps.sort((a, b) => a.frozenOn - b.frozenOn || a.thawedOn - b.thawedOn || a.bag - b.bag);
}

/** What names a step: beans of one lot that go in and come out together. */
export const stepKey = ({ bag, lot, frozenOn, thawedOn }: Pick<Way, 'bag' | 'lot' | 'frozenOn' | 'thawedOn'>): string =>
  [bag, lot, frozenOn, thawedOn].join(' ');

/**
 * Steps that a household is not asked for: those not surely worth their trouble, and on a day on which beans of several
 * bags would go in all but those of the bag that gains most by it.
 */
export function stepsNotOffered(steps: readonly FreezeStep[]): Record<'unsure' | 'second', FreezeStep[]> {
  const byDay = Object.values(groupBy(steps, ({ frozenOn }) => frozenOn));
  const second = byDay.flatMap((ofDay) => {
    const gainOf = (bag: number): number =>
      ofDay.reduce((sum, step) => sum + (step.bag === bag ? step.gain.points * step.cups : 0), 0);
    const [first] = [...new Set(ofDay.map(({ bag }) => bag))].sort((a, b) => gainOf(b) - gainOf(a) || a - b);
    return ofDay.filter(({ bag }) => bag !== first);
  });
  return { unsure: steps.filter(({ gain }) => !isSureOfFreezing(gain)), second };
}
