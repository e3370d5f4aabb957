import { roundTo } from '../../core/brew';
import { isOnlyCompared } from '../../core/crest';
import { intensitiesOverDays, judgedScale } from '../../core/cup';
import { hasCurve, type BagFacts } from '../../core/text/writeUp';
import type { Figures, LevelsFigure, RidgeFigure } from '../../contract/writeUps/writeUp';
import { countedCups, lastDayOf } from './bagFacts';
import type { BagRecordRead } from './bagRecord';

export const NO_FIGURES: Figures = { ridges: [], levels: [], marks: null, card: null };

/** Days shown beyond the window, and beyond the last cup; the fewest and the most shown. */
const BEYOND_WINDOW = 8;
const BEYOND_CUPS = 3;
const [FEWEST, MOST] = [36, 90];

/** The curve of a bag as it is drawn; null where none stands behind what is said. */
export function ridgeFigure(read: BagRecordRead, { crest, coffee }: BagFacts): RidgeFigure | null {
  const { fit, bag } = read;
  if (!hasCurve(crest)) return null;
  const window = 'window' in crest ? crest.window : null;
  const last = Math.max(FEWEST, (window?.to ?? fit.peak.hi) + BEYOND_WINDOW, lastDayOf(read) + BEYOND_CUPS);
  const points = (value: number): number => roundTo(value, 2);
  return {
    name: coffee.name,
    scale: judgedScale(bag.scoringScale, bag.weights),
    isOnlyCompared: isOnlyCompared(fit.basis),
    points: fit.curve
      .filter(({ day }) => day <= Math.min(MOST, Math.ceil(last)))
      .map(({ day, mean, lo, hi }) => ({ day, mean: points(mean), lo: points(lo), hi: points(hi) })),
    window,
    core: 'core' in crest ? crest.core : null,
    brews: fit.brews.flatMap(({ age, asScored, atReference, leftOut }) =>
      asScored === null || leftOut !== null
        ? []
        : [{ day: roundTo(age, 1), asScored: points(asScored), atReference: atReference && points(atReference) }],
    ),
  };
}

/** How much of what there was, and over which days. */
export function levelsFigure(read: BagRecordRead, { levels, coffee }: BagFacts): LevelsFigure[] {
  if (levels.length === 0) return [];
  const { settings } = read;
  const lines = intensitiesOverDays(
    settings.intensityAttributes.map(({ id }) => id),
    countedCups(read).map(({ restDay, cup }) => ({ restDay, intensities: cup.intensities })),
  );
  const nameOf = new Map(settings.intensityAttributes.map(({ id, name }) => [id, name]));
  return [
    {
      name: coffee.name,
      levels: levels.map(({ name, value }) => ({
        name,
        value,
        points: (lines.find(({ attribute }) => (nameOf.get(attribute) ?? attribute) === name)?.points ?? []).map(
          ({ day, intensity }) => ({ day, value: roundTo(intensity, 2) }),
        ),
      })),
    },
  ];
}
