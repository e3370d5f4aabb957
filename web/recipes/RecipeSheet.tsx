import { useEffect, useRef, type ReactNode } from 'react';
import Button from 'react-bootstrap/Button';
import { useFieldArray, useFormContext, useWatch } from 'react-hook-form';
import type { ApiError } from '../../contract/error';
import { BREW_KINDS, BREWERS, GRIND_WORDS, STARTER_RECIPES, STYLES, type Grinder } from '../../core/brew';
import { api } from '../api/api';
import { useUnits } from '../api/useUnits';
import { OpenSelectField, SelectField, TextField } from '../forms/fields';
import { doubtOfDrink, useUntouched } from '../forms/drinks';
import { TemperatureField, WeightField } from '../forms/MeasuredField';
import { choices } from '../ui/choices';
import { numberText, sentenceCase, weightText } from '../ui/format';
import { Sheet } from '../forms/Sheet';
import { typedNumber, typedWater } from '../forms/typed';
import { recipeResolver, traitsOf, typedRecipe, type RecipeForm, type RecipeValues } from './recipeForm';
import { StageFields } from './StageFields';
import { OwnedField } from '../forms/OwnedField';

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
  const units = useUnits();
  return (
    <Sheet {...props} resolver={recipeResolver} doubtOf={(recipe) => doubtOfDrink(recipe, units, 'style')}>
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
        <WeightField name="doseG" label="Dose" />
        <WeightField name="waterG" label={shot ? 'Yield' : 'Water'} help={<Ratio />} />
        {kind === 'iced' && <WeightField name="iceG" label="Of it ice" />}
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
          <OtherGrinds grinders={grinders} />
          <GrindsElsewhere />
          <SelectField name="grindWord" label="Grind, in words" options={choices(GRIND_WORDS, 'Not stated')} />
          <TextField name="tdsTarget" label="Dissolved solids wanted" unit="%" decimal />
          <TextField name="hardnessPpm" label="Hardness" unit="ppm" decimal />
          <OwnedField name="filter" label="Filter" of="filters" />
          <OwnedField name="waterRecipe" label="Brewing water" of="waters" />
          <SelectField
            name="style"
            label="Drunk as"
            options={STYLES.map((style) => ({ value: style, text: sentenceCase(style) }))}
          />
        </div>
      </details>
      <TextField
        name="why"
        label="Why it is so"
        className="wide"
        rows={3}
        help="For whoever reads its card: what each step does for this coffee."
      />
    </fieldset>
  );
}

/** The same grind on grinders that are not of this household, for whoever has one. */
function GrindsElsewhere() {
  const { control } = useFormContext<RecipeForm>();
  const { fields, append, remove } = useFieldArray({ control, name: 'grindsElsewhere' });
  return (
    <GrindRows
      rows={fields}
      remove={remove}
      addText="Its setting on a grinder of others"
      add={() => append({ grinder: '', setting: '' })}
    >
      {(i) => (
        <>
          <TextField name={`grindsElsewhere.${i}.grinder`} label="A grinder of others" />
          <TextField name={`grindsElsewhere.${i}.setting`} label="Its setting on that" decimal />
        </>
      )}
    </GrindRows>
  );
}

/** The same grind on other grinders: whoever lays the recipe out chooses the one at hand. */
function OtherGrinds({ grinders }: { grinders: readonly Grinder[] }) {
  const { control } = useFormContext<RecipeForm>();
  const own = useWatch<RecipeForm, 'grinderId'>({ name: 'grinderId' });
  const { fields, append, remove } = useFieldArray({ control, name: 'otherGrinds' });
  const others = grinders.filter(({ id }) => id !== own);
  if (others.length === 0 && fields.length === 0) return null;
  return (
    <GrindRows
      rows={fields}
      remove={remove}
      addText="Its setting on another grinder"
      add={() => append({ grinderId: others[0]?.id ?? '', setting: '' })}
    >
      {(i) => (
        <>
          <SelectField
            name={`otherGrinds.${i}.grinderId`}
            label="On another grinder"
            options={others.map(({ id, name }) => ({ value: id, text: name }))}
          />
          <TextField name={`otherGrinds.${i}.setting`} label="Its setting there" decimal />
        </>
      )}
    </GrindRows>
  );
}

interface GrindRowsProps {
  rows: readonly { id: string }[];
  remove: (at: number) => void;
  addText: string;
  add: () => void;
  /** The fields of the row at a place. */
  children: (at: number) => ReactNode;
}

/** Grinds one under another, each of which can be removed, and a button for one more. */
function GrindRows({ rows, remove, addText, add, children }: GrindRowsProps) {
  return (
    <div className="wide">
      {rows.map(({ id }, i) => (
        <div key={id} className="fields mb-2">
          {children(i)}
          <div className="align-self-center">
            <Button variant="bare" onClick={() => remove(i)}>
              Remove
            </Button>
          </div>
        </div>
      ))}
      <Button variant="plain" onClick={add}>
        {addText}
      </Button>
    </div>
  );
}

/** The ratio of what is typed, or how to type one. */
function Ratio() {
  const units = useUnits();
  const [doseText, waterText] = useWatch<RecipeForm, ['doseG', 'waterG']>({ name: ['doseG', 'waterG'] });
  const dose = typedNumber(doseText);
  const water = typedWater(waterText, dose);
  return typeof dose === 'number' && typeof water === 'number' && dose > 0 ? (
    <>
      1:{numberText(water / dose, 1)}
      {waterText.includes(':') && `, ${weightText(water, units, 0)}`}
    </>
  ) : (
    <>or a ratio, 1:16</>
  );
}

const USUAL_FIELDS = ['doseG', 'waterG', 'waterC', 'iceG', 'shotS', 'pressureBar', 'steepHours'] as const;

/** Choosing another kind of brewing brings its brewer and style with it, and what else is usual until it is typed. */
function useKindTraits(kind: RecipeForm['kind']): void {
  const { setValue } = useFormContext<RecipeForm>();
  const { bring, getValues } = useUntouched<RecipeForm>();
  const before = useRef(kind);
  useEffect(() => {
    if (before.current === kind) return;
    before.current = kind;
    const traits = traitsOf(kind);
    if (!traits) return;
    setValue('brewer', traits.brewer, { shouldDirty: true });
    setValue('style', traits.style, { shouldDirty: true });
    // What was kept before was typed once.
    const starter = getValues('versionId') === '' && STARTER_RECIPES.find((one) => one.kind === kind);
    if (!starter) return;
    const usual = typedRecipe(starter);
    for (const field of USUAL_FIELDS) bring(field, usual[field]);
    bring('stages', usual.stages);
    bring('drain.fromS', usual.drain.fromS);
    bring('drain.toS', usual.drain.toS);
    // How fields are set does not change with what is set.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [kind, setValue]);
}
