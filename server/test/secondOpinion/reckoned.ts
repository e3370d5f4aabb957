import type { BagPage } from '../../../contract/shelf/shelf';
import type { RawBag, RawHousehold } from './household';
import { marked, wholeDays } from './rows';

/** What a write-up of a bag is held against, and the figures reckoned from its rows. */

export interface ReadWriteUp {
  house: RawHousehold;
  bag: RawBag;
  page: BagPage;
  /** The days it is drawn as at its best. */
  window: { from: number; to: number } | null;
  /** By key. */
  said: ReadonlyMap<string, string>;
}

export const mean = (values: readonly number[]): number => values.reduce((sum, one) => sum + one, 0) / values.length;
export const median = (values: readonly number[]): number => {
  const inOrder = [...values].sort((a, b) => a - b);
  const [a = NaN, b = NaN] = [inOrder[Math.ceil(inOrder.length / 2) - 1], inOrder[Math.floor(inOrder.length / 2)]];
  return (a + b) / 2;
};
/** Half a step of how a scale writes marks. */
export const HALF_STEP = { mark10: 0.051, composite: 0.051, levels: 0.26, stars: 0.126, parts: 0.26 } as const;
export const isAbout = ({ draft }: RawBag, a: number, b: number): boolean =>
  Math.abs(a - b) <= HALF_STEP[draft.scoringScale ?? 'mark10'];
export const marksOf = (bag: RawBag, brews = marked(bag)): number[] => brews.flatMap(({ cup }) => cup.mark ?? []);
export const dayOf = ({ draft }: RawBag, on: string): number | null =>
  draft.roastedOn ? wholeDays(draft.roastedOn, on) : null;
export const LEVEL_VALUES: Readonly<Record<string, number>> = {
  '1': 1,
  '2-': 5 / 3,
  '2': 2,
  '2.5': 2.5,
  '3': 3,
  '3+': 10 / 3,
  '4': 4,
  '4.5': 4.5,
  '5': 5,
};
export const levelsOf = (brews: RawBag['brews'], attribute: string): number[] =>
  brews.flatMap(({ cup }) =>
    (cup.intensities ?? []).flatMap((one) =>
      one.attribute === attribute ? (LEVEL_VALUES[one.intensity ?? ''] ?? []) : [],
    ),
  );

export const RANGE = String.raw`(?: out of \d+| of 5 stars)`;
export const MARK = String.raw`(?:high |low )?[\d.]*[¼½¾]?`;
