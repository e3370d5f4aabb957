import type { Shelf } from '../../contract/shelf/shelf';
import { CAFFEINE_CAUTION, caffeineOfDayText, caffeineText } from '../../core/text';
import { weekdayText } from '../ui/format';

/** Today's caffeine, where the household keeps a tally; the days before, and what the guide is, on demand. */
export function CaffeineLine({ caffeine, today }: Pick<Shelf, 'caffeine' | 'today'>) {
  if (caffeine === null || caffeine.days.length === 0) return null;
  const { days, guideMg } = caffeine;
  const before = days.filter(({ on }) => on !== today);
  return (
    <details className="caffeine small">
      <summary>
        {caffeineText(days.find(({ on }) => on === today)?.tally ?? [], guideMg) || 'No caffeine logged today.'}
      </summary>
      <ul className="plain-rows">
        {before.map(({ on, tally }) => (
          <li key={on}>
            <span className="quiet">{weekdayText(on)}</span> {caffeineOfDayText(tally, guideMg)}
          </li>
        ))}
      </ul>
      <p className="quiet mb-0">{CAFFEINE_CAUTION}</p>
    </details>
  );
}
