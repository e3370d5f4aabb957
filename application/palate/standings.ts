import { type ScoringScale } from '../../core/cup';
import {
  mapCovariance,
  onMainScale,
  SAME_SCALE,
  standingsOf,
  strengthsOf,
  withSharedErrors,
  type Preference,
  type ScaleMap,
  type Standing,
} from '../../core/palate';
import { preferred, type TastersSheet } from '../../core/sitting';
import type { ScoreAtBest } from '../atBest';
import type { ScaleMaps } from './scaleMaps';

/** Something that stands among its kind: a bag, or a yardstick from outside. */
export interface StandingItem {
  id: string;
  name: string;
  bagId: string | null;
  /** In the scale the bag is judged in. */
  best: ScoreAtBest | null;
  scale: ScoringScale;
}

/** What a sitting says of whom to whom: each taster’s sheet, with the item of each cup. */
export interface SittingWord {
  sheets: readonly TastersSheet[];
  /** The item of each cup; cups of none are left out. */
  itemOf: Readonly<Record<string, string>>;
  yardstick: string | null;
}

/** Strengths are thought to lie so far apart before anything is known, points. *Assumption*. */
const SPREAD = 8;
/** Two that lie so far apart are preferred e : 1, points. *Assumption*: one mark of one cup misses by about that. */
const PREFERENCE_POINTS = 3;

/**
 * The standings of a kind: marks at each one’s best and what was preferred at the table, together. Those nobody marked
 * or compared are left out. Where all are of one scale they stand on it; else all on the main one, and what is not known
 * of a scale's map parts its bags from those of others and not from each other.
 */
export function standingsAmong(
  items: readonly StandingItem[],
  sittings: readonly SittingWord[],
  maps: ScaleMaps,
): (Omit<Standing, 'item'> & Omit<StandingItem, 'best' | 'scale'>)[] {
  const ids = new Set(items.map(({ id }) => id));
  const preferences = preferencesIn(sittings).filter(({ better, worse }) => ids.has(better) && ids.has(worse));
  const known = items.filter(
    ({ id, best }) => best !== null || preferences.some(({ better, worse }) => better === id || worse === id),
  );
  const place = new Map(known.map(({ id }, i) => [id, i]));
  const within = preferences.flatMap(({ better, worse, weight }): Preference[] => {
    const [a, b] = [place.get(better), place.get(worse)];
    return a === undefined || b === undefined ? [] : [{ better: a, worse: b, weight }];
  });
  const isOneScale = new Set(known.flatMap(({ best, scale }) => (best ? [scale] : []))).size <= 1;
  const mapOf = ({ scale }: StandingItem): ScaleMap => (isOneScale ? SAME_SCALE : maps.of[scale]);
  const marks = known.flatMap((one, item) => {
    if (one.best === null) return [];
    const map = mapOf(one);
    return [{ item, score: onMainScale(map, one.best.mean), sd: map.slope * Math.max(1, one.best.sd) }];
  });
  const mean = marks.length === 0 ? 75 : marks.reduce((sum, { score }) => sum + score, 0) / marks.length;
  const strengths = strengthsOf(known.length, { preferences: within, marks }, { mean, sd: SPREAD }, PREFERENCE_POINTS);
  const ofMap = (i: number, k: number): number => {
    const [one, other] = [known[i], known[k]];
    if (!one?.best || !other?.best || one.scale !== other.scale) return 0;
    return mapCovariance(mapOf(one), one.best.mean, other.best.mean);
  };
  return standingsOf(isOneScale ? strengths : withSharedErrors(strengths, ofMap)).flatMap(({ item, ...standing }) => {
    const one = known[item];
    return one ? [{ ...standing, id: one.id, name: one.name, bagId: one.bagId }] : [];
  });
}

function preferencesIn(sittings: readonly SittingWord[]): { better: string; worse: string; weight: number }[] {
  return sittings.flatMap(({ sheets, itemOf, yardstick }) => {
    const cups = Object.keys(itemOf);
    const pairs = cups.flatMap((a, i) => cups.slice(i + 1).map((b) => [a, b] as const));
    return sheets.flatMap((sheet) => [
      ...pairs.flatMap(([a, b]) => {
        const [one, other] = [itemOf[a], itemOf[b]];
        const was = preferred(sheet, a, b);
        return one === undefined || other === undefined || one === other || was === null
          ? []
          : preference(one, other, was === 'a' ? 'better' : was === 'b' ? 'worse' : 'like');
      }),
      ...cups.flatMap((cup) => {
        const [item, was] = [itemOf[cup], sheet.againstYardstick[cup]];
        return yardstick === null || item === undefined || !was ? [] : preference(item, yardstick, was);
      }),
    ]);
  });
}

const preference = (one: string, other: string, was: 'better' | 'like' | 'worse') =>
  was === 'like'
    ? [
        { better: one, worse: other, weight: 0.5 },
        { better: other, worse: one, weight: 0.5 },
      ]
    : [{ better: was === 'better' ? one : other, worse: was === 'better' ? other : one, weight: 1 }];
