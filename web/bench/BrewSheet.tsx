import { mapValues, pick } from 'es-toolkit';
import { useFormState, useWatch } from 'react-hook-form';
import type { ApiError } from '../../contract/error';
import { NOTES_MAX } from '../../contract/brew';
import type { Taster } from '../../contract/taster';
import type { Verdict } from '../../contract/verdict';
import { beverageG, BREWERS, FAULT_MEANING, FAULTS, STYLES, type Fault, type RecipeCard } from '../../core/brew';
import { ATTRIBUTES, compositeLiking, SCHOOL_SCALES, type School } from '../../core/cup';
import { MarkField, OpenSelectField, SelectField, SwitchField, TextField } from '../shared/fields';
import { numberText, SCHOOL_NAMES, sentenceCase, words } from '../shared/format';
import { Sheet } from '../shared/Sheet';
import { typedNumber, typedWater } from '../shared/typed';
import { MakingPart } from './MakingPart';
import { TasterField } from './TasterField';
import { brewResolver, type BrewForm, type BrewValues } from './brewForm';

interface Props {
  draftKey: string;
  initial: BrewForm;
  tasters: readonly Taster[];
  verdict: Verdict;
  /** The recipe that was followed, where the bench knows it. */
  card?: RecipeCard | null;
  /** Puts the cursor at the mark: the recipe is known already. */
  markFirst?: boolean;
  save: (brew: BrewValues) => Promise<ApiError | null>;
  cancel: () => void;
}

/** A brew and its cup, in one visit. */
export function BrewSheet({ tasters, verdict, card = null, markFirst = false, ...sheet }: Props) {
  const { initial } = sheet;
  return (
    <Sheet {...sheet} resolver={brewResolver} saveWord="Save the cup">
      <div className="columns brew-cup-record">
        <RecipePart />
        <CupPart school={initial.cup.school} markFirst={markFirst} />
        <MakingPart initial={initial} verdict={verdict} card={card} />
        <RecordPart tasters={tasters} initial={initial} />
      </div>
    </Sheet>
  );
}

function RecipePart() {
  const doseG = typedNumber(useWatch<BrewForm, 'doseG'>({ name: 'doseG' }));
  const waterG = typedWater(useWatch<BrewForm, 'waterG'>({ name: 'waterG' }), doseG);
  const known = typeof doseG === 'number' && typeof waterG === 'number' && doseG > 0;
  return (
    <fieldset>
      <legend>The brew</legend>
      <div className="fields">
        <OpenSelectField name="brewer" label="Brewer" options={BREWERS} ownLabel="Another kind" />
        <TextField name="doseG" label="Dose" unit="g" decimal />
        <TextField name="waterG" label="Water" unit="g" decimal help={known ? `1:${numberText(waterG / doseG, 1)}, about ${numberText(beverageG(waterG, doseG), 0)} g in the cup` : 'or a ratio, 1:16'} />
        <TextField name="waterC" label="Water temperature" unit="°C" decimal />
        <TextField name="grindStep" label="Grind" unit="steps" decimal help="From the reference; finer is negative" />
        <TextField name="drainS" label="Drained in" placeholder="3:05" />
      </div>
      <p className="quiet small mt-2 mb-0">Boiling water and steam scald, and cold glass can crack: follow the makers' manuals.</p>
    </fieldset>
  );
}

function CupPart({ school, markFirst }: { school: School; markFirst: boolean }) {
  const { max, step } = SCHOOL_SCALES[school];
  return (
    <fieldset>
      <legend>The cup</legend>
      <div className="fields">
        {school === 'composite' ? <Composite /> : <MarkField name="cup.mark" label="Overall" className="wide overall" help={`${SCHOOL_NAMES[school]}.`} step={step} max={max} start={max * 0.8} autoFocus={markFirst} />}
        {ATTRIBUTES.map((attribute) => (
          <MarkField key={attribute} name={`cup.${attribute}`} label={sentenceCase(attribute)} step={0.5} max={10} start={7} />
        ))}
        <TextField name="cup.notes" label="Notes" className="wide" rows={3} help={<NotesLength />} />
      </div>
    </fieldset>
  );
}

/** The overall mark of a school that is worked out from its attributes. */
function Composite() {
  const cup = useWatch<BrewForm, 'cup'>({ name: 'cup' });
  const marks = mapValues(pick(cup, [...ATTRIBUTES]), (text) => {
    const value = typedNumber(text);
    return typeof value === 'number' ? value : null;
  });
  const liking = compositeLiking(marks);
  return (
    <div className="wide">
      <div className="form-label">Overall</div>
      <output className="fs-4">{liking === null ? '–' : numberText(liking / 10, 1)}</output>
      <div className="form-text">The mean of those you mark below.</div>
    </div>
  );
}

function NotesLength() {
  const notes = useWatch<BrewForm, 'cup.notes'>({ name: 'cup.notes' });
  return notes.length > NOTES_MAX * 0.9 ? `${numberText(notes.length)} of ${numberText(NOTES_MAX)} characters` : null;
}

function RecordPart({ tasters, initial }: { tasters: readonly Taster[]; initial: BrewForm }) {
  const fault = useWatch<BrewForm, 'fault'>({ name: 'fault' });
  const { errors } = useFormState<BrewForm>();
  const open = errors.brewedAt !== undefined || errors.tasterId !== undefined || errors.faultNote !== undefined || initial.fault !== '' || initial.fromMemory || initial.cup.blind || initial.filter !== '' || initial.waterRecipe !== '';
  return (
    <fieldset>
      <legend>The record</legend>
      <div className="fields">
        <TextField name="brewedAt" label="Brewed at" type="datetime-local" className="half" />
        <TasterField tasters={tasters} />
      </div>
      <details open={open}>
        <summary>From memory, blind, another style, filter or water, or something went wrong</summary>
        <div className="fields">
          <div className="half">
            <SwitchField name="fromMemory" label="Written from memory" help="It weighs less in the judgement." />
          </div>
          <div className="half">
            <SwitchField name="cup.blind" label="Tasted blind" help="Two or more blind cups of one recipe on one day measure how repeatable your marks are." />
          </div>
          <TextField name="filter" label="Filter" />
          <TextField name="waterRecipe" label="Brewing water" />
          <SelectField name="style" label="Drunk as" options={STYLES.map((style) => ({ value: style, text: sentenceCase(style) }))} />
          <SelectField name="fault" label="What went wrong" className="half" options={[{ value: '', text: 'Nothing' }, ...FAULTS.map((code) => ({ value: code, text: sentenceCase(words(code)) }))]} help={FAULTS.some((one) => one === fault) ? FAULT_MEANING[fault as Fault] : 'A brew with a fault stays in the log and leaves the judgement.'} />
          {fault !== '' && <TextField name="faultNote" label="In your words" className="wide" />}
        </div>
      </details>
    </fieldset>
  );
}
