import { useId, useState } from 'react';
import Form from 'react-bootstrap/Form';
import type { FinalMark } from '../../contract/bag/bagRecord';
import type { BagPage } from '../../contract/shelf/shelf';
import type { Style } from '../../core/brew';
import { onStep, SCALE_RANGES, type ScoringScale } from '../../core/cup';
import { AS_DRINK } from '../../core/text';
import { numberIn, typedMark, typedMarkValue } from '../forms/typed';
import { sentenceCase } from '../ui/format';

/** Changes the marks as they are by then. */
type Keep = (change: (marks: readonly FinalMark[]) => FinalMark[]) => void;

interface Props {
  page: BagPage;
  keep: Keep;
}

/** The taster's own mark of each drink the bag was made into, in its scale and, where they like, in stars. */
export function FinalMarks({ page: { bag, brews }, keep }: Props) {
  const drunk = brews.filter(({ fault }) => fault === null).map(({ style }) => style);
  const styles = [...new Set([bag.reference.style, ...drunk, ...bag.finalMarks.map(({ style }) => style)])];
  const scales = [...new Set<ScoringScale>([bag.scoringScale, 'stars'])];
  return (
    <div role="group" aria-label="Your mark of the bag">
      <span className="form-label">Your mark of the bag</span>
      {styles.map((style) => (
        <DrinkMarks key={style} style={style} scales={scales} marks={bag.finalMarks} keep={keep} />
      ))}
    </div>
  );
}

function DrinkMarks({
  style,
  scales,
  marks,
  keep,
}: {
  style: Style;
  scales: readonly ScoringScale[];
  marks: readonly FinalMark[];
  keep: Keep;
}) {
  const own = marks.filter((one) => one.style === style);
  const isForThePrice = own.some((one) => one.isForThePrice);
  const keepMark = (scoringScale: ScoringScale, mark: number | null): void =>
    keep((now) => [
      ...now.filter((one) => one.style !== style || one.scoringScale !== scoringScale),
      ...(mark === null ? [] : [{ style, scoringScale, mark, isForThePrice }]),
    ]);
  return (
    <div className="d-flex flex-wrap gap-2 align-items-start mb-2">
      {scales.map((scale) => {
        const mark = own.find(({ scoringScale }) => scoringScale === scale)?.mark ?? null;
        return (
          <MarkInput
            key={`${scale} ${mark}`}
            label={`${sentenceCase(AS_DRINK[style])}${scale === 'stars' ? ', stars' : ''}`}
            scale={scale}
            mark={mark}
            keep={(given) => keepMark(scale, given)}
          />
        );
      })}
      {own.length > 0 && (
        <Form.Check
          type="checkbox"
          id={`for-the-price-${style}`}
          className="align-self-end mb-2"
          label="Its price is weighed in"
          checked={isForThePrice}
          onChange={({ target }) =>
            keep((now) => now.map((one) => (one.style === style ? { ...one, isForThePrice: target.checked } : one)))
          }
        />
      )}
    </div>
  );
}

/** One mark, kept when its field is left; what is no mark of the scale stays as typed, and is refused in words. */
function MarkInput({
  label,
  scale,
  mark,
  keep,
}: {
  label: string;
  scale: ScoringScale;
  mark: number | null;
  keep: (mark: number | null) => void;
}) {
  const id = useId();
  const [typed, setTyped] = useState(typedMark(scale, mark));
  const { min, max } = SCALE_RANGES[scale];
  const value = typedMarkValue(scale, typed);
  const given = numberIn(value);
  const isRefused = value !== null && (given === null || given < min || given > max);
  return (
    <Form.Group controlId={id}>
      <Form.Label>
        {label} <span className="quiet">of {max}</span>
      </Form.Label>
      <Form.Control
        className="mark-input"
        inputMode={scale === 'levels' ? 'text' : 'decimal'}
        autoComplete="off"
        value={typed}
        isInvalid={isRefused}
        aria-describedby={isRefused ? `${id}-problem` : undefined}
        onChange={({ target }) => setTyped(target.value)}
        onBlur={() => {
          if (isRefused) return;
          const kept = given === null ? null : scale === 'parts' ? given : onStep(scale, given);
          if (kept !== mark) keep(kept);
        }}
      />
      {isRefused && (
        <div className="invalid-feedback d-block" id={`${id}-problem`}>
          The mark must be between {min} and {max}.
        </div>
      )}
    </Form.Group>
  );
}
