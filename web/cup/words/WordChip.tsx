import type { Word } from '../../../core/cup/words';

interface Props {
  word: string;
  /** The word it is; null for one that nobody has used yet. */
  known: Word | null;
  /** It cannot be kept as it stands. */
  wrong: boolean;
  /** What was tapped of it: how far forward, when, where. */
  taps: readonly string[];
  onTap: () => void;
  onRemove: () => void;
}

/** A word of a cup. A tap on it says more of it, a tap on its cross takes it away. */
export function WordChip({ word, known, wrong, taps, onTap, onRemove }: Props) {
  return (
    <li
      className={[known ? '' : 'own', wrong ? 'too-long' : ''].join(' ').trim()}
      title={known ? known.like || known.name : 'A word of your own'}
    >
      <button
        type="button"
        className="word"
        dir="auto"
        aria-label={`${word}, ${taps.join(', ') || 'not weighed'}`}
        title="Tap: leading, behind, a trace"
        onClick={onTap}
      >
        {word}
        {taps.length > 0 && <small> {taps.join(', ')}</small>}
      </button>
      <button type="button" aria-label={`Remove ${word}`} onClick={onRemove}>
        ×
      </button>
    </li>
  );
}
