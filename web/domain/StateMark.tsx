import type { State } from '../../core/crest';

const MARKS: Readonly<Record<State, { shape: string; word: string }>> = {
  resting: { shape: '○', word: 'resting' },
  'too-early': { shape: '?', word: 'too early' },
  climbing: { shape: '◢', word: 'climbing' },
  'at-crest': { shape: '▲', word: 'at crest' },
  fading: { shape: '◣', word: 'fading' },
  steady: { shape: '═', word: 'steady' },
  spent: { shape: '·', word: 'spent' },
};

/** A state by shape, word and colour. */
export function StateMark({ state }: { state: State }) {
  const { shape, word } = MARKS[state];
  return (
    <span className={`state-mark ${state}`}>
      <span className="shape" aria-hidden="true">
        {shape}
      </span>{' '}
      {word}
    </span>
  );
}
