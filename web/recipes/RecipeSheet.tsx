import { api } from '../api/api';
import { useEffect, useRef } from 'react';
import Button from 'react-bootstrap/Button';
import { useFieldArray, useFormContext, useFormState, useWatch } from 'react-hook-form';
import type { ApiError } from '../../contract/error';
import { ACTS, BREW_KINDS, BREWERS, GRIND_WORDS, STYLES } from '../../core/brew';
import { OpenSelectField, SelectField, TextField } from '../forms/fields';
import { TemperatureField } from '../forms/TemperatureField';
import { numberText, sentenceCase } from '../ui/format';
import { Sheet } from '../forms/Sheet';
import { typedNumber, typedWater } from '../forms/typed';
import { EMPTY_STAGE, recipeResolver, traitsOf, type RecipeForm, type RecipeValues } from './recipeForm';

interface Props {
  draftKey: string;
  title: string;
  initial: RecipeForm;
  /** The recipe as it is kept now, where one is changed. */
  savedVersion?: RecipeForm;
  saveWord: string;
  save: (recipe: RecipeValues, over: RecipeForm | null) => Promise<ApiError | null>;
  cancel: () => void;
}

const KIND_NAMES: Readonly<Record<string, string>> = { own: 'Another kind, poured in stages' };

/** Everything a recipe says. What does not belong to its kind is not asked. */
export function RecipeSheet(props: Props) {
  return (
    <Sheet {...props} resolver={recipeResolver}>
      <div className="columns">
        <SettingFields />
        <StageFields />
      </div>
    </Sheet>
  );
}

function SettingFields() {
  const kind = useWatch<RecipeForm, 'kind'>({ name: 'kind' });
  const { data: grinders = [] } = api.useGrindersQuery(undefined);
  useKindTraits(kind);
  const shot = kind === 'espresso';
  return (
    <fieldset>
      <legend>The recipe</legend>
      <div className="fields">
        <TextField name="name" label="Name" className="half" />
        <SelectField
          name="kind"
          label="Kind of brewing"
          options={BREW_KINDS.map((one) => ({ value: one, text: KIND_NAMES[one] ?? sentenceCase(one) }))}
        />
        <OpenSelectField name="brewer" label="Brewer" options={BREWERS} ownLabel="Another kind" />
        <TextField name="doseG" label="Dose" unit="g" decimal />
        <TextField name="waterG" label={shot ? 'Yield' : 'Water'} unit="g" decimal help={<Ratio />} />
        {kind === 'iced' && <TextField name="iceG" label="Of it ice" unit="g" decimal />}
        <TemperatureField name="waterC" label="Water temperature" />
        {shot && <TextField name="shotS" label="Length of the shot" unit="s" decimal />}
        {shot && <TextField name="pressureBar" label="Pressure" unit="bar" decimal />}
        {(kind === 'cold steep' || kind === 'own') && <TextField name="steepHours" label="Steep" unit="h" decimal />}
        {kind !== 'cold steep' && (
          <TextField name="drain.fromS" label={shot ? 'Shot between' : 'Over between'} placeholder="2:45" />
        )}
        {kind !== 'cold steep' && <TextField name="drain.toS" label="and" placeholder="3:15" />}
      </div>
      <details>
        <summary>Grinder, water, filter, style</summary>
        <div className="fields">
          <SelectField
            name="grinderId"
            label="Grinder"
            options={[
              { value: '', text: grinders.length === 0 ? 'None in the store room' : 'Not stated' },
              ...grinders.map(({ id, name }) => ({ value: id, text: name })),
            ]}
          />
          <TextField
            name="grinderSetting"
            label="Its setting"
            decimal
            help="It means something on this grinder only."
          />
          <SelectField
            name="grindWord"
            label="Grind, in words"
            options={[
              { value: '', text: 'Not stated' },
              ...GRIND_WORDS.map((word) => ({ value: word, text: sentenceCase(word) })),
            ]}
          />
          <TextField name="tdsTarget" label="Dissolved solids wanted" unit="%" decimal />
          <TextField name="hardnessPpm" label="Hardness" unit="ppm" decimal />
          <TextField name="filter" label="Filter" />
          <TextField name="waterRecipe" label="Brewing water" />
          <SelectField
            name="style"
            label="Drunk as"
            options={STYLES.map((style) => ({ value: style, text: sentenceCase(style) }))}
          />
        </div>
      </details>
    </fieldset>
  );
}

/** The ratio of what is typed, or how to type one. */
function Ratio() {
  const [doseText, waterText] = useWatch<RecipeForm, ['doseG', 'waterG']>({ name: ['doseG', 'waterG'] });
  const dose = typedNumber(doseText);
  const water = typedWater(waterText, dose);
  return typeof dose === 'number' && typeof water === 'number' && dose > 0 ? (
    <>
      1:{numberText(water / dose, 1)}
      {waterText.includes(':') && `, ${numberText(water, 0)} g`}
    </>
  ) : (
    <>or a ratio, 1:16</>
  );
}

/** Choosing another kind of brewing brings its brewer and style with it. */
function useKindTraits(kind: RecipeForm['kind']): void {
  const { setValue } = useFormContext<RecipeForm>();
  const before = useRef(kind);
  useEffect(() => {
    if (before.current === kind) return;
    before.current = kind;
    const traits = traitsOf(kind);
    if (!traits) return;
    setValue('brewer', traits.brewer, { shouldDirty: true });
    setValue('style', traits.style, { shouldDirty: true });
  }, [kind, setValue]);
}

function StageFields() {
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
          <TextField name={`stages.${i}.atS`} label="At" placeholder="0:40" />
          <SelectField
            name={`stages.${i}.act`}
            label="Do"
            options={ACTS.map((act) => ({ value: act, text: sentenceCase(act) }))}
          />
          <TextField name={`stages.${i}.toG`} label="To" unit="g" decimal />
          <TextField name={`stages.${i}.forS`} label="For" unit="s" decimal />
          <TextField name={`stages.${i}.how`} label="How" className="how" />
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
