import { mapValues, pick } from 'es-toolkit';
import { useWatch } from 'react-hook-form';
import {
  ATTRIBUTES,
  compositeScore,
  markOfCup,
  QUICK_ATTRIBUTES,
  SCALE_RANGES,
  stepLevel,
  sumOfSheet,
  type Attribute,
  type ScoredCup,
  type ScoringScale,
} from '../../core/cup';
import { MarkField } from '../forms/fields';
import { numberText, otherScalesText, SCORING_SCALE_NAMES, sentenceCase } from '../ui/format';
import { numberIn, typedMarkValue, typedNumber } from '../forms/typed';
import type { BrewForm } from './brewForm';
import { useInitialValues } from './useInitialValues';
import { CUP } from './labels';

interface Props {
  scoringScale: ScoringScale;
  markFirst: boolean;
  /** Attributes asked for besides the scale's: weighed by the bag, or marked already. */
  also: readonly Attribute[];
}

/** The score on the scale of the bag, and the same score as the other scales would write it. */
export function ScorePart({ scoringScale, markFirst, also }: Props) {
  const { max, step } = SCALE_RANGES[scoringScale];
  const { parts } = useInitialValues().cup;
  const own: readonly Attribute[] = scoringScale === 'composite' ? QUICK_ATTRIBUTES : [];
  const asked = also.filter((attribute) => !own.includes(attribute));
  const rest = ATTRIBUTES.filter((attribute) => !own.includes(attribute) && !asked.includes(attribute));
  const partByPart = parts.length + own.length > 0;
  const overall = (
    <MarkField
      name="cup.mark"
      label={scoringScale === 'parts' ? 'Overall, out of 100' : 'Overall'}
      className="wide overall"
      help={<Scale scoringScale={scoringScale} />}
      step={step}
      max={max}
      start={scoringScale === 'levels' ? 3 : max * 0.8}
      stepText={scoringScale === 'levels' ? stepLevel : undefined}
      autoFocus={markFirst && !partByPart}
    />
  );
  const marks = (attributes: readonly Attribute[]) =>
    attributes.map((attribute, i) => (
      <MarkField
        key={attribute}
        name={`cup.${attribute}`}
        label={CUP[attribute]}
        step={0.5}
        max={10}
        start={8}
        autoFocus={markFirst && i === 0 && attributes === own}
      />
    ));
  return (
    <div className="fields">
      {!partByPart && overall}
      {parts.map(({ id, name, most, step: apart, takenOff }, i) => (
        <MarkField
          key={id}
          name={`cup.parts.${i}.mark`}
          label={sentenceCase(name)}
          help={takenOff ? `taken off, at most ${numberText(most, 2)}` : `out of ${numberText(most, 2)}`}
          step={apart}
          max={most}
          start={takenOff ? 0 : Math.round((0.8 * most) / apart) * apart}
          autoFocus={markFirst && i === 0}
        />
      ))}
      {marks(own)}
      {partByPart && overall}
      {asked.length > 0 && marks(asked)}
      {rest.length > 0 && (
        <details className="wide">
          <summary>Attribute by attribute: how good, out of 10</summary>
          <div className="fields">{marks(rest)}</div>
        </details>
      )}
    </div>
  );
}

function useTypedScore(): ScoredCup {
  const { scoringScale, mark, parts, ...cup } = useWatch<BrewForm, 'cup'>({ name: 'cup' });
  return {
    scoringScale,
    mark: numberIn(typedMarkValue(scoringScale, mark)),
    parts: parts.map((part) => ({ ...part, mark: numberIn(typedNumber(part.mark)) })),
    ...mapValues(pick(cup, [...ATTRIBUTES]), (text) => numberIn(typedNumber(text))),
  };
}

/** What the score comes to, and what it is elsewhere. */
function Scale({ scoringScale }: { scoringScale: ScoringScale }) {
  const cup = useTypedScore();
  const { min, max } = SCALE_RANGES[scoringScale];
  const score = markOfCup(cup);
  const { sum, most, marked, parts } = sumOfSheet(cup.parts);
  const mean = compositeScore(cup);
  return (
    <span aria-live="polite">
      {SCORING_SCALE_NAMES[scoringScale]}.{' '}
      {marked > 0 &&
        (marked === parts ? (
          <strong>
            The sum is {numberText(sum, 2)} of {numberText(most, 2)}.{' '}
          </strong>
        ) : (
          `${numberText(sum, 2)} from ${marked} of ${parts} parts. `
        ))}
      {scoringScale === 'composite' && cup.mark === null && mean !== null && (
        <strong>{numberText(mean / 10, 1)}, the mean, unless you mark it. </strong>
      )}
      {score !== null && score >= min && score <= max ? `The same as ${otherScalesText(scoringScale, score)}.` : null}
    </span>
  );
}
