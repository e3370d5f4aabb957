import type { Style } from '../../brew';
import { scoreOf, type ScoringScale } from '../../cup';
import { AS_DRINK } from './drinks';
import { markSaid } from '../writeUp/saying';

/** A taster's own mark of a bag as one drink. */
export interface FinalMark {
  style: Style;
  scoringScale: ScoringScale;
  mark: number;
  isForThePrice: boolean;
}

/**
 * A taster's own marks of a bag in words: "8.4 out of 10 as filter coffee; 3½ of 5 stars with milk, its price weighed
 * in". The drink is left out where it is `usual` and no other has a mark. Empty without one.
 */
export function finalMarksText(marks: readonly FinalMark[], usual: Style): string {
  const styles = [...new Set(marks.map(({ style }) => style))];
  return styles
    .map((style) => {
      const own = marks.filter((one) => one.style === style);
      const said = own
        .map(({ scoringScale, mark }) => markSaid(scoringScale, scoreOf(scoringScale, mark)))
        .join(' and ');
      const drink = styles.length === 1 && style === usual ? '' : ` ${AS_DRINK[style]}`;
      return `${said}${drink}${own.some(({ isForThePrice }) => isForThePrice) ? ', its price weighed in' : ''}`;
    })
    .join('; ');
}
