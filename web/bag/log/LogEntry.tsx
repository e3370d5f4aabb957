import Dropdown from 'react-bootstrap/Dropdown';
import Form from 'react-bootstrap/Form';
import { useNavigate } from 'react-router';
import type { Brew } from '../../../contract/bag/brew';
import type { BrewParametersInput } from '../../../contract/bag/brewParameters';
import { PICTURES_OF_BREW } from '../../../contract/keeping/picture';
import type { Verdict } from '../../../contract/bag/verdict';
import { KIND_TRAITS, brewKindOf, minutesText } from '../../../core/brew';
import { ATTRIBUTES, markOf, scoreOfSheet, sumOfSheet, type ScoringScale } from '../../../core/cup';
import { daysBetween } from '../../../core/rest';
import { comparisonText, cupsText, parametersLine } from '../../../core/text';
import { useUnits } from '../../api/useUnits';
import { api, problemOf } from '../../api/api';
import { Pictures } from '../../domain/Pictures';
import { clockText, dateText, markText, numberText, scoreText, sentenceCase, words, weightText } from '../../ui/format';
import { toastShown } from '../../state/notices';
import { useAppDispatch } from '../../state/store';
import { CupDetails, CupWords } from './CupDetails';
import { FaultItems } from './FaultItems';
import { MakingDetails } from './MakingDetails';
import { MarkQuestion } from './MarkQuestion';

interface Props {
  brew: Brew;
  read: Verdict['brews'][number] | undefined;
  /** Its mark is probably a slip, and is asked about. */
  isAsked: boolean;
  taster: string | undefined;
  reference: BrewParametersInput;
  /** The scale the judgement is written in. */
  scale: ScoringScale;
  /** What the household calls its attributes. */
  attributeNames: ReadonlyMap<string, string>;
  today: string;
  chosen: boolean;
  /** The log it stands in. */
  brews: readonly Brew[];
  /** The earliest of the bag. */
  isFirst: boolean;
  /** In the log, of the brew this is a cup of. */
  cupsOfOneBrew: number;
  onChoose: () => void;
  /** Left out for the moment, to see what it does. */
  tried: boolean;
  /** When its bag was opened; null where that was not written. */
  openedOn: string | null;
  onLeaveOut: () => void;
}

const WRITTEN = {
  cup: null,
  later: 'written later that day, weighs a little less',
  memory: 'from memory, weighs less',
};
const WHY_OUT = {
  fault: 'left out: a fault',
  'other-style': 'left out: another style of drink',
  'no-mark': 'left out: nothing says how good it was',
};

/** How long the bag had been open; null of beans out of a portion, and where nobody wrote when it was opened. */
function openForText(openedOn: string | null, { brewedAt, portionId }: Brew): string | null {
  if (openedOn === null || portionId !== null) return null;
  const days = daysBetween(openedOn, brewedAt.slice(0, 10));
  if (days < 0) return null;
  return days === 0 ? 'just opened' : `open for ${days === 1 ? '1 day' : `${days} days`}`;
}

/** One brew: when, with what, what it tasted of, and whether it counts. */
export function LogEntry({
  brew,
  read,
  isAsked,
  taster,
  reference,
  scale,
  attributeNames,
  today,
  chosen,
  brews,
  isFirst,
  cupsOfOneBrew,
  onChoose,
  tried,
  openedOn,
  onLeaveOut,
}: Props) {
  const { cup } = brew;
  const units = useUnits();
  const marks = [
    ...cup.parts.map(({ name, mark: given }) => [name, given] as const),
    ...ATTRIBUTES.map((name) => [name, cup[name]] as const),
  ].flatMap(([name, given]) => (given === null ? [] : [`${name} ${numberText(given, 2)}`]));
  const { sum, most } = sumOfSheet(cup.parts);
  const mark = brew.score === null ? '–' : scoreText(cup.scoringScale, brew.score);
  const grind = brew.grindStep ? `, grind ${brew.grindStep > 0 ? '+' : '−'}${Math.abs(brew.grindStep)}` : '';
  const about = [
    dateText(brew.brewedAt.slice(0, 10), today),
    clockText(brew.brewedAt),
    taster,
    isFirst ? 'first impression' : null,
    cupsOfOneBrew > 1 ? `one brew, ${cupsText(cupsOfOneBrew)}` : null,
    brew.drainS === null
      ? null
      : `${KIND_TRAITS[brew.making?.recipe?.kind ?? brewKindOf(brew)].end} in ${minutesText(brew.drainS)}`,
    brew.filter,
    brew.waterRecipe && `${brew.waterRecipe} water`,
    openForText(openedOn, brew),
    cup.blind ? 'blind' : null,
    WRITTEN[brew.recordedFrom],
    cup.company === 'panel' ? 'at a panel' : null,
    brew.style === 'milk'
      ? [cup.milkKind && `${cup.milkKind} milk`, brew.making?.milkG && weightText(brew.making.milkG, units)]
          .filter(Boolean)
          .join(', ') || null
      : null,
    cup.markAt && `marked ${cup.markAt}`,
    scoreOfSheet(cup.parts) === null ? null : `${numberText(sum, 2)} of ${numberText(most, 2)}`,
    marks.join(', ') || null,
  ].filter(Boolean);
  return (
    <li className={[chosen ? 'chosen' : '', read?.leftOut || tried ? 'left-out' : ''].join(' ')}>
      <span className="day">day {brew.restDay}</span>
      <div>
        <button
          type="button"
          className="btn-link-plain"
          aria-pressed={chosen}
          onClick={onChoose}
          title="Show in the chart, and how it was made"
        >
          {sentenceCase(parametersLine(brew, units))}
          {grind}
        </button>
        <div className="quiet small">{about.join(' · ')}</div>
        {(read?.leftOut ?? brew.fault) && (
          <div className="small">
            {brew.fault && <strong>{sentenceCase(words(brew.fault))}. </strong>}
            {brew.faultNote && <span dir="auto">{brew.faultNote} </span>}
            {read?.leftOut && `(${WHY_OUT[read.leftOut]})`}
          </div>
        )}
        {isAsked && <MarkQuestion brew={brew} brews={brews} />}
        {cup.comparisons.length > 0 && (
          <strong className="progress-word">{sentenceCase(comparedWith(brew, brews))}</strong>
        )}
        {cup.progress && <strong className="progress-word">{sentenceCase(cup.progress)}</strong>}
        <CupWords cup={cup} />
        {cup.remarks && (
          <p className="remarks" dir="auto">
            {cup.remarks}
            {cup.remarksPrivate && <span className="quiet"> (for this household alone)</span>}
          </p>
        )}
        {(chosen || tried) && (read?.leftOut ?? null) === null && (
          <Form.Check
            className="small"
            type="checkbox"
            id={`counts-${brew.id}`}
            checked={!tried}
            onChange={onLeaveOut}
            label="Counts in the judgement; untick to see what it does"
          />
        )}
        {chosen && <CupDetails cup={cup} names={attributeNames} />}
        {chosen && <MakingDetails brew={brew} />}
        {chosen && <Pictures bagId={brew.bagId} brewId={brew.id} kinds={PICTURES_OF_BREW} />}
        {chosen && read && <Reason read={read} scale={scale} isReference={sameParameters(brew, reference)} />}
      </div>
      <span className="cup-mark">{mark}</span>
      <EntryMenu brew={brew} />
    </li>
  );
}

/** "better than day 15 and like day 12". */
function comparedWith({ cup, restDay }: Brew, brews: readonly Brew[]): string {
  return cup.comparisons
    .flatMap(({ thanId, was }) => {
      const other = brews.find(({ id }) => id === thanId);
      return other ? [comparisonText(was, other.restDay, restDay)] : [];
    })
    .join(' and ');
}

function sameParameters(a: BrewParametersInput, b: BrewParametersInput): boolean {
  return (
    a.brewer === b.brewer &&
    a.waterC === b.waterC &&
    (a.grindStep ?? 0) === (b.grindStep ?? 0) &&
    (a.filter ?? b.filter) === (b.filter ?? a.filter) &&
    (a.waterRecipe ?? b.waterRecipe) === (b.waterRecipe ?? a.waterRecipe) &&
    a.waterG / a.doseG === b.waterG / b.doseG
  );
}

/** What the brew says, once the recipe is taken out of it. */
function Reason({
  read,
  scale,
  isReference,
}: {
  read: Verdict['brews'][number];
  scale: ScoringScale;
  isReference: boolean;
}) {
  if (read.atReference === null || read.asScored === null) return null;
  if (read.by === 'comparisons')
    return <div className="small quiet">It has no mark: it counts by how it was against the other cups.</div>;
  if (read.by === 'levels')
    return <div className="small quiet">It has no mark: it counts by what its levels lacked or had too much of.</div>;
  const text = (score: number): string => markText(scale, markOf(scale, Math.min(100, Math.max(0, score))));
  const moved = read.atReference - read.asScored;
  return (
    <div className="small quiet">
      {isReference || Math.abs(moved) < 0.05
        ? 'Brewed to the reference recipe: it counts as it was scored.'
        : `Scored ${text(read.asScored)}; at the reference recipe that day it would have been about ${text(read.atReference)}.`}
    </div>
  );
}

function EntryMenu({ brew }: { brew: Brew }) {
  const navigate = useNavigate();
  const dispatch = useAppDispatch();
  const [removeBrew] = api.useRemoveBrewMutation();
  const { id, bagId } = brew;

  const remove = async (): Promise<void> => {
    const { error } = await removeBrew({ id });
    const problem = problemOf(error);
    dispatch(
      toastShown(
        problem
          ? { text: problem.message }
          : { text: `The brew of day ${brew.restDay} is deleted.`, undo: { kind: 'brew', id } },
      ),
    );
  };

  return (
    <Dropdown align="end">
      <Dropdown.Toggle variant="bare" aria-label={`More about the brew of day ${brew.restDay}`}>
        ⋯
      </Dropdown.Toggle>
      <Dropdown.Menu>
        <Dropdown.Item onClick={() => void navigate(`/bags/${bagId}/brew?again=${id}`)}>Same again</Dropdown.Item>
        <Dropdown.Item onClick={() => void navigate(`/bags/${bagId}/brew?cupOf=${id}`)}>
          Another cup of this brew
        </Dropdown.Item>
        <Dropdown.Item onClick={() => void navigate(`/bags/${bagId}/brews/${id}`)}>Edit</Dropdown.Item>
        <Dropdown.Divider />
        <FaultItems brew={brew} />
        <Dropdown.Divider />
        <Dropdown.Item onClick={() => void remove()}>Delete</Dropdown.Item>
      </Dropdown.Menu>
    </Dropdown>
  );
}
