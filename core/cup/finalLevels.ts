import { levelValue, nearestLevel, type GivenIntensity, type Level } from './levels';

/** How much of an attribute a bag had, all its cups considered. */
export interface FinalLevel {
  attribute: string;
  intensity: Level;
}

/**
 * Final levels of a bag as its cups would have them: of every attribute the median of its levels, in the order of
 * `attributes`. An attribute without a level in any cup has none.
 */
export function draftedLevels(
  attributes: readonly string[],
  cups: readonly { intensities: readonly Pick<GivenIntensity, 'attribute' | 'intensity'>[] }[],
): FinalLevel[] {
  return attributes.flatMap((attribute) => {
    const values = cups
      .flatMap(({ intensities }) => intensities)
      .flatMap((given) => (given.attribute === attribute && given.intensity ? [levelValue(given.intensity)] : []))
      .sort((a, b) => a - b);
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
