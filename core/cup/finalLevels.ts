import { levelValue, nearestLevel, type GivenIntensity, type Level } from './levels';

/** How much of an attribute a bag had, all its cups considered. */
export interface FinalLevel {
  attribute: string;
  intensity: Level;
}

interface LevelledDay {
  restDay: number;
  intensities: readonly Pick<GivenIntensity, 'attribute' | 'intensity'>[];
}

interface DaySpan {
  from: number;
  to: number;
}

/** Whether a rest day is one of the days a bag is at its best. */
export const isWithin = (window: DaySpan | null, restDay: number): boolean =>
  window !== null && restDay >= window.from && restDay <= window.to;

/**
 * Final levels of a bag as its cups would have them: of every attribute the median of its levels, in the order of
 * `attributes`. What is said of a bag is said of its best days: where cups of the `window` give an attribute, they alone
 * count; elsewhere all do. An attribute without a level in any cup has none.
 */
export function draftedLevels(
  attributes: readonly string[],
  cups: readonly LevelledDay[],
  window: DaySpan | null = null,
): FinalLevel[] {
  return attributes.flatMap((attribute) => {
    const valuesOf = (some: readonly LevelledDay[]): number[] =>
      some
        .flatMap(({ intensities }) => intensities)
        .flatMap((given) => (given.attribute === attribute && given.intensity ? [levelValue(given.intensity)] : []));
    const atBest = valuesOf(cups.filter(({ restDay }) => isWithin(window, restDay)));
    const values = (atBest.length > 0 ? atBest : valuesOf(cups)).sort((a, b) => a - b);
    const [below, above] = [values[Math.ceil(values.length / 2) - 1], values[Math.floor(values.length / 2)]];
    return below === undefined || above === undefined
      ? []
      : [{ attribute, intensity: nearestLevel((below + above) / 2) }];
  });
}

/** Final levels with one of them said otherwise; null takes it away. */
export function withLevel(levels: readonly FinalLevel[], attribute: string, intensity: Level | null): FinalLevel[] {
  const others = levels.filter((one) => one.attribute !== attribute);
  return intensity === null ? others : [...others, { attribute, intensity }];
}
