import { levelValue, type GivenIntensity, type Adequacy } from './levels';

/** One attribute over the rest days: its level on each day it was given, the mean where several cups gave one. */
export interface Ridgeline {
  attribute: string;
  points: readonly { day: number; intensity: number; cups: number }[];
  /** How often the amount was liked, over all cups that said. */
  liked: Readonly<Record<Adequacy, number>>;
}

/** Levels over days, one ridgeline for each attribute that was given a level at least once, in the order asked for. */
export function intensitiesOverDays(
  order: readonly string[],
  cups: readonly { restDay: number; intensities: readonly GivenIntensity[] }[],
): Ridgeline[] {
  return order.flatMap((attribute) => {
    const given = cups.flatMap(({ restDay, intensities }) =>
      intensities
        .filter((one) => one.attribute === attribute)
        .map(({ intensity, adequacy }) => ({ restDay, intensity, adequacy })),
    );
    const byDay = new Map<number, number[]>();
    for (const { restDay, intensity } of given)
      if (intensity !== null) byDay.set(restDay, [...(byDay.get(restDay) ?? []), levelValue(intensity)]);
    if (byDay.size === 0) return [];
    const points = [...byDay]
      .map(([day, values]) => ({
        day,
        intensity: values.reduce((sum, value) => sum + value, 0) / values.length,
        cups: values.length,
      }))
      .sort((a, b) => a.day - b.day);
    const count = (adequacy: Adequacy): number => given.filter((one) => one.adequacy === adequacy).length;
    return [
      {
        attribute,
        points,
        liked: { 'too little': count('too little'), 'just right': count('just right'), 'too much': count('too much') },
      },
    ];
  });
}

/** The smallest move along one ridgeline worth a word: half a step. */
const MOVE = 0.5;

/** Where a ridgeline went between its first and its last day, in a word. */
export function trend({ points }: Ridgeline): 'rising' | 'falling' | 'intensity' {
  const [first, last] = [points[0], points.at(-1)];
  const moved = first && last ? last.intensity - first.intensity : 0;
  return moved >= MOVE ? 'rising' : moved <= -MOVE ? 'falling' : 'intensity';
}
