import type { Note } from '../../core/cup/words';

/** How to have a note beside the cup, with what some people must avoid. */
export function ReferenceLine({ note }: { note: Note }) {
  return (
    <div className="quiet small">
      Beside the cup: {note.reference}
      {note.allergens.length > 0 && (
        <>
          {' '}
          <strong>Contains {note.allergens.join(', ')}.</strong>
        </>
      )}
    </div>
  );
}
