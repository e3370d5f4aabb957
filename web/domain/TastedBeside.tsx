import type { Word } from '../../core/cup/words';
import { api } from '../api/api';
import { useToday } from '../state/today';
import { dateText } from '../ui/format';

/** What foods said of a note when they stood beside the cup: on which day, which food, whether it matched, and why. */
export function TastedBeside({ word: { id } }: { word: Pick<Word, 'id'> }) {
  const today = useToday();
  const { data: tastings = [] } = api.useReferencesQuery(undefined);
  const tasted = tastings.flatMap(({ on, items }) =>
    items
      .filter(({ wordId, matched, note }) => wordId === id && (matched !== null || note !== ''))
      .map(({ food, matched, note }) => ({ on, said: [food, matched].filter(Boolean).join(', '), note })),
  );
  if (tasted.length === 0) return null;
  return (
    <ul className="plain-list small">
      {tasted.map(({ on, said, note }, i) => (
        <li key={i} dir="auto">
          Tasted on {dateText(on, today)}: {[said, note && `“${note}”`].filter(Boolean).join('. ')}
        </li>
      ))}
    </ul>
  );
}
