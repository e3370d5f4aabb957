import { mapValues, pick } from 'es-toolkit';
import { useWatch } from 'react-hook-form';
import {
  ATTRIBUTES,
  compositeScore,
  markOfCup,
  PART_STEP,
  PARTS,
  QUICK_ATTRIBUTES,
  SCALE_RANGES,
  stepLevel,
  SUBTRACTIVE,
  sumOfParts,
  type Part,
  type ScoringScale,
} from '../../core/cup';
import { MarkField } from '../shared/fields';
import { numberText, otherScalesText, SCORING_SCALE_NAMES, sentenceCase } from '../shared/format';
import { numberIn, typedMarkValue, typedNumber } from '../shared/typed';
import type { BrewForm } from './brewForm';

/** The parts of a scale that are marked one by one. */
const PARTS_OF: Readonly<Record<ScoringScale, readonly Part[]>> = {
  mark10: [],
  stars: [],
  levels: [],
  composite: QUICK_ATTRIBUTES,
  sum100: PARTS,
};

interface Props {
  scoringScale: ScoringScale;
  markFirst: boolean;
  /** Parts asked for besides the scale's: weighed by the bag, or marked already. */
  alsoParts: readonly Part[];
}

/** The score in the scale of the bag, and the same score as the other scales would write it. */
export function ScorePart({ scoringScale, markFirst, alsoParts }: Props) {
  const { max, step } = SCALE_RANGES[scoringScale];
  const own = PARTS_OF[scoringScale];
  const also = alsoParts.filter((part) => !own.includes(part));
  const rest = ATTRIBUTES.filter((part) => !own.includes(part) && !also.includes(part));
  const overall = (
    <MarkField
      name="cup.mark"
      label="Overall"
      className="wide overall"
      help={<Scale scoringScale={scoringScale} />}
      step={step}
      max={max}
      start={scoringScale === 'levels' ? 3 : max * 0.8}
      stepText={scoringScale === 'levels' ? stepLevel : undefined}
      autoFocus={markFirst && own.length === 0}
    />
  );
  const marks = (parts: readonly Part[]) =>
    parts.map((part, i) => (
      <MarkField
        key={part}
        name={`cup.${part}`}
        label={sentenceCase(part)}
        step={scoringScale === 'sum100' ? PART_STEP : 0.5}
        max={10}
        start={8}
        help={SUBTRACTIVE.includes(part) ? '10 is none' : undefined}
        autoFocus={markFirst && i === 0 && own.length > 0 && parts === own}
      />
    ));
  return (
    <div className="fields">
      {own.length === 0 && overall}
      {marks(own)}
      {own.length > 0 && overall}
      {also.length > 0 && marks(also)}
      {rest.length > 0 && (
        <details className="wide">
          <summary>Attribute by attribute: how good, out of 10</summary>
          <div className="fields">{marks(rest)}</div>
        </details>
      )}
    </div>
  );
}

function useTypedScore(): { mark: number | null; parts: Record<Part, number | null> } {
  const cup = useWatch<BrewForm, 'cup'>({ name: 'cup' });
  return {
    mark: numberIn(typedMarkValue(cup.scoringScale, cup.mark)),
    parts: mapValues(pick(cup, [...PARTS]), (text) => numberIn(typedNumber(text))),
  };
}

/** What the score comes to, and what it is elsewhere. */
function Scale({ scoringScale }: { scoringScale: ScoringScale }) {
  const { mark, parts } = useTypedScore();
  const { min, max } = SCALE_RANGES[scoringScale];
  const score = markOfCup({ scoringScale, mark, ...parts });
  const { sum, of } = sumOfParts(parts);
  const mean = compositeScore(parts);
  return (
    <span aria-live="polite">
      {SCORING_SCALE_NAMES[scoringScale]}.{' '}
      {scoringScale === 'sum100' &&
        of > 0 &&
        (of === PARTS.length ? (
          <strong>The sum is {numberText(sum, 2)}. </strong>
        ) : (
          `${numberText(sum, 2)} from ${of} of ${PARTS.length} parts. `
        ))}
      {scoringScale === 'composite' && mark === null && mean !== null && (
        <strong>{numberText(mean / 10, 1)}, the mean, unless you mark it. </strong>
      )}
      {score !== null && score >= min && score <= max ? `The same as ${otherScalesText(scoringScale, score)}.` : null}
    </span>
  );
}
