/** How a cup was against an earlier one of its bag, or another of its sitting: said without a mark, or beside one. */
export const COMPARED = ['better', 'like', 'worse'] as const;
export type Compared = (typeof COMPARED)[number];

/** One cup held against another. */
export interface Comparison {
  /** The other cup's brew. */
  thanId: string;
  was: Compared;
}
