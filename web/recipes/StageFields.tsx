import Button from 'react-bootstrap/Button';
import { useFieldArray, useFormContext, useFormState, useWatch } from 'react-hook-form';
import { ACTS } from '../../core/brew';
import { SelectField, TextField } from '../forms/fields';
import { sentenceCase } from '../ui/format';
import { EMPTY_STAGE, type RecipeForm } from './recipeForm';
import { WeightField } from '../forms/MeasuredField';
import { OwnedField } from '../forms/OwnedField';

const WAITS = [
  { value: 'time', text: 'For its time' },
  { value: 'level', text: 'For a level' },
  { value: 'weight', text: 'For a weight' },
];

/** The stages of a recipe: when, what, to which weight; and folded, what else it waits for and how it is poured. */
export function StageFields() {
  const { control } = useFormContext<RecipeForm>();
  const { fields, append, remove, insert } = useFieldArray({ control, name: 'stages' });
  const kind = useWatch<RecipeForm, 'kind'>({ name: 'kind' });
  const { errors } = useFormState<RecipeForm>();
  if (kind === 'espresso')
    return <p className="quiet">A shot has no stages: its yield, seconds and pressure are the recipe.</p>;
  return (
    <fieldset>
      <legend>Stages</legend>
      <p className="quiet small">Times from the start; weights are what the scale shows when the pour is done.</p>
      {fields.map((stage, i) => (
        <div key={stage.id} className="stage-fields">
          <span className="number" aria-hidden="true">
            {i + 1}
          </span>
          <StageLine at={i} />
          <div className="tools">
            <Button
              variant="bare"
              aria-label={`Add a stage after stage ${i + 1}`}
              onClick={() => insert(i + 1, EMPTY_STAGE)}
            >
              +
            </Button>
            <Button variant="bare" aria-label={`Remove stage ${i + 1}`} onClick={() => remove(i)}>
              ×
            </Button>
          </div>
        </div>
      ))}
      {typeof errors.stages?.message === 'string' && (
        <div className="invalid-feedback d-block">{errors.stages.message}</div>
      )}
      <Button variant="plain" onClick={() => append(EMPTY_STAGE)}>
        Add a stage
      </Button>
    </fieldset>
  );
}

function StageLine({ at }: { at: number }) {
  const { errors } = useFormState<RecipeForm>();
  const stage = useWatch<RecipeForm, `stages.${number}`>({ name: `stages.${at}` });
  const { waitsFor, waitsUntil, pourHeight, flow, kettle } = stage;
  const wrong = errors.stages?.[at];
  const timed = waitsFor === 'time';
  return (
    <>
      <TextField
        name={`stages.${at}.atS`}
        label={timed ? 'At' : 'About'}
        placeholder={timed ? '0:40' : 'may be open'}
      />
      <SelectField
        name={`stages.${at}.act`}
        label="Do"
        options={ACTS.map((act) => ({ value: act, text: sentenceCase(act) }))}
      />
      <WeightField name={`stages.${at}.toG`} label="To" />
      <TextField name={`stages.${at}.forS`} label="For" unit="s" decimal />
      <TextField name={`stages.${at}.how`} label="How" className="how" />
      <details
        className="how"
        open={
          !timed ||
          waitsUntil + pourHeight + flow + kettle !== '' ||
          (wrong?.waitsUntil ?? wrong?.waitsForG) !== undefined
        }
      >
        <summary className="small">What it waits for, height, flow, kettle</summary>
        <div className="fields">
          <SelectField name={`stages.${at}.waitsFor`} label="It waits" options={WAITS} />
          {waitsFor === 'level' && (
            <TextField
              name={`stages.${at}.waitsUntil`}
              label="until the level is"
              placeholder="a finger’s width lower"
              help="None is late by the clock."
            />
          )}
          {waitsFor === 'weight' && <WeightField name={`stages.${at}.waitsForG`} label="until the scale shows" />}
          <TextField name={`stages.${at}.pourHeight`} label="Height" placeholder="from 5 cm" />
          <TextField name={`stages.${at}.flow`} label="Flow" placeholder="5 g/s" />
          <OwnedField name={`stages.${at}.kettle`} label="Kettle" of="kettles" placeholder="the slow one" />
        </div>
      </details>
    </>
  );
}
