import { mapValues, pick } from 'es-toolkit';
import { useWatch } from 'react-hook-form';
import {
  ATTRIBUTES,
  compositeLiking,
  markOfCup,
  PART_STEP,
  PARTS,
  QUICK_ATTRIBUTES,
  SCHOOL_SCALES,
  stepLevel,
  SUBTRACTIVE,
  sumOfParts,
  type Part,
  type School,
} from '../../core/cup';
import { MarkField } from '../shared/fields';
import { numberText, otherSchoolsText, SCHOOL_NAMES, sentenceCase } from '../shared/format';
import { numberIn, typedMarkValue, typedNumber } from '../shared/typed';
import type { BrewForm } from './brewForm';

/** The parts of a school that are marked one by one. */
const PARTS_OF: Readonly<Record<School, readonly Part[]>> = {
  mark10: [],
  stars: [],
  levels: [],
  composite: QUICK_ATTRIBUTES,
  sum100: PARTS,
};

interface Props {
  school: School;
  markFirst: boolean;
  /** Parts asked for besides the school's: weighed by the bag, or marked already. */
  alsoParts: readonly Part[];
}

/** The score in the school of the bag, and the same score as the other schools would write it. */
export function ScorePart({ school, markFirst, alsoParts }: Props) {
  const { max, step } = SCHOOL_SCALES[school];
  const own = PARTS_OF[school];
  const also = alsoParts.filter((part) => !own.includes(part));
  const rest = ATTRIBUTES.filter((part) => !own.includes(part) && !also.includes(part));
  const overall = (
    <MarkField
      name="cup.mark"
      label="Overall"
      className="wide overall"
      help={<Scale school={school} />}
      step={step}
      max={max}
      start={school === 'levels' ? 3 : max * 0.8}
      stepText={school === 'levels' ? stepLevel : undefined}
      autoFocus={markFirst && own.length === 0}
    />
  );
  const marks = (parts: readonly Part[]) =>
    parts.map((part, i) => (
      <MarkField
        key={part}
        name={`cup.${part}`}
        label={sentenceCase(part)}
        step={school === 'sum100' ? PART_STEP : 0.5}
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
    mark: numberIn(typedMarkValue(cup.school, cup.mark)),
    parts: mapValues(pick(cup, [...PARTS]), (text) => numberIn(typedNumber(text))),
  };
}

/** What the score comes to, and what it is elsewhere. */
function Scale({ school }: { school: School }) {
  const { mark, parts } = useTypedScore();
  const { min, max } = SCHOOL_SCALES[school];
  const score = markOfCup({ school, mark, ...parts });
  const { sum, of } = sumOfParts(parts);
  const mean = compositeLiking(parts);
  return (
    <span aria-live="polite">
      {SCHOOL_NAMES[school]}.{' '}
      {school === 'sum100' &&
        of > 0 &&
        (of === PARTS.length ? (
          <strong>The sum is {numberText(sum, 2)}. </strong>
        ) : (
          `${numberText(sum, 2)} from ${of} of ${PARTS.length} parts. `
        ))}
      {school === 'composite' && mark === null && mean !== null && (
        <strong>{numberText(mean / 10, 1)}, the mean, unless you mark it. </strong>
      )}
      {score !== null && score >= min && score <= max ? `The same as ${otherSchoolsText(school, score)}.` : null}
    </span>
  );
}
