import type { BagPage } from '../../../contract/shelf/shelf';

/** Days shown beyond the last thing of interest. */
const MARGIN_DAYS = 8;

/**
 * The axis every chart of a bag stands on, one under another, so that a day is one vertical line down the page.
 */
export interface RestDayAxis {
  /** Pixels from the left of a chart to day 0: room for names, marks and words. */
  left: number;
  /** Pixels from the last day to the right of a chart. */
  right: number;
  lastDay: number;
  /** Rest days marked: every week, or every fortnight where there is little room. */
  ticks: number[];
  narrow: boolean;
}

/** Below this width of a chart, px, there is little room. */
const NARROW = 520;

export function restDayAxis({ verdict, brews }: Pick<BagPage, 'verdict' | 'brews'>, width: number): RestDayAxis {
  const interesting = (verdict.window?.to ?? verdict.peak.hi) + MARGIN_DAYS;
  const brewed = Math.max(0, ...brews.map(({ restDay }) => restDay + 3));
  const lastDay = Math.min(90, Math.ceil(Math.max(36, verdict.restDay + MARGIN_DAYS, interesting, brewed)));
  const narrow = width < NARROW;
  const step = lastDay > 60 || narrow ? 14 : 7;
  return {
    left: narrow ? 82 : 104,
    right: 14,
    lastDay,
    ticks: Array.from({ length: Math.floor(lastDay / step) + 1 }, (_, i) => i * step),
    narrow,
  };
}
