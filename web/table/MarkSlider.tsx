import { useId } from 'react';
import { onStep, SCALE_RANGES, type ScoringScale } from '../../core/cup';
import { markText } from '../ui/format';

/** A mark drawn with a thumb; nothing is marked before it is touched. */
export function MarkSlider({
  label,
  scale,
  mark,
  onMark,
}: {
  label: string;
  scale: ScoringScale;
  mark: number | null;
  onMark: (mark: number | null) => void;
}) {
  const id = useId();
  const { min, max, step } = SCALE_RANGES[scale];
  return (
    <div className={`mark-slider ${mark === null ? 'unmarked' : ''}`}>
      <label htmlFor={id}>{label}</label>
      <output htmlFor={id}>{mark === null ? 'not marked' : markText(scale, mark)}</output>
      <input
        id={id}
        type="range"
        className="form-range"
        min={min}
        max={max}
        step={scale === 'levels' ? 0.5 : step}
        value={mark ?? (min + max) / 2}
        aria-valuetext={mark === null ? 'not marked' : markText(scale, mark)}
        onChange={({ target }) => onMark(onStep(scale, Number(target.value)))}
        // A tap on the middle, where it stands already, is a mark as well.
        onPointerUp={({ currentTarget }) => mark === null && onMark(onStep(scale, Number(currentTarget.value)))}
      />
      {mark !== null && (
        <button type="button" className="btn btn-bare" aria-label={`No mark for ${label}`} onClick={() => onMark(null)}>
          No mark
        </button>
      )}
    </div>
  );
}
