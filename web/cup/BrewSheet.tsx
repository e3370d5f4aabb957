import { useFormState, useWatch } from 'react-hook-form';
import type { CupCompany } from '../../application/brewEvidence';
import type { Bag } from '../../contract/bag/bag';
import type { Brew } from '../../contract/bag/brew';
import type { ApiError } from '../../contract/error';
import type { Taster } from '../../contract/table/taster';
import type { Verdict } from '../../contract/bag/verdict';
import {
  BREWERS,
  estimatedBeverageG,
  FAULTS,
  KIND_TRAITS,
  brewKindOf,
  STYLES,
  type Fault,
  type Recipe,
} from '../../core/brew';
import { FAULT_MEANING, parametersLine } from '../../core/text';
import { COMPANIES } from '../../core/cup';
import { OpenSelectField, SelectField, SwitchField, TapsField, TextField } from '../forms/fields';
import { doubtOfDrink, useUsualOfBrewer } from '../forms/drinks';
import { TemperatureField, WeightField } from '../forms/MeasuredField';
import { useUnits } from '../api/useUnits';
import { clockText, numberText, sentenceCase, words, weightText } from '../ui/format';
import { Sheet } from '../forms/Sheet';
import { typedNumber, typedWater } from '../forms/typed';
import { MakingPart } from './MakingPart';
import { CupPart } from './CupPart';
import { cupFieldName } from './cupFieldName';
import { IntensitiesPart } from './IntensitiesPart';
import { TasterField } from './TasterField';
import { useInitialValues } from './useInitialValues';
import { brewResolver, type BrewForm, type BrewValues } from './brewForm';
import { OwnedField } from '../forms/OwnedField';
import { BREW, CUP, MAKING } from './labels';

interface Props {
  draftKey: string;
  bag: Bag;
  /** The first cup of this bag. */
  first?: boolean;
  initial: BrewForm;
  /** The brew as it is kept now, where one is changed. */
  savedVersion?: BrewForm;
  tasters: readonly Taster[];
  verdict: Verdict;
  /** The recipe that was followed, where the bench knows it. */
  recipe?: Recipe | null;
  /** The brew that is changed; null for a new one. */
  id?: string | null;
  /** What the cup is read by when it asks what to change. */
  company: CupCompany;
  /** Puts the cursor at the mark: the recipe is known already. */
  markFirst?: boolean;
  save: (brew: BrewValues) => Promise<ApiError | null>;
  cancel: () => void;
}

/** A brew and its cup, in one visit. */
export function BrewSheet({ bag, tasters, verdict, recipe = null, id = null, company, ...props }: Props) {
  const { markFirst = false, first = false, ...sheet } = props;
  const units = useUnits();
  const title = `A cup of ${bag.name}`;
  return (
    <Sheet
      {...sheet}
      title={title}
      resolver={brewResolver}
      nameOf={cupFieldName}
      saveWord="Save the cup"
      doubtOf={(brew) => (brew.potId === null ? doubtOfDrink(brew, units, 'style', brew.drainS) : null)}
    >
      <div className="columns brew-cup-record">
        <div className="the-brew">
          {sheet.initial.potId === '' ? (
            <>
              <ParametersPart bag={bag} brews={company.brews} />
              <MakingPart {...{ verdict, recipe, id, company }} />
            </>
          ) : (
            <PotPart brews={company.brews} potId={sheet.initial.potId} />
          )}
          <RecordPart tasters={tasters} />
        </div>
        <CupPart
          bag={bag}
          sheet={{ key: sheet.draftKey, title }}
          company={company}
          id={id}
          markFirst={markFirst}
          first={first}
          before={id === null ? (company.brews[0]?.cup ?? null) : null}
        />
        <IntensitiesPart />
      </div>
    </Sheet>
  );
}

function ParametersPart({ bag: { heldPortions: portions, reference }, brews }: { bag: Bag; brews: readonly Brew[] }) {
  const units = useUnits();
  const [dose, water, brewer, style] = useWatch<BrewForm, ['doseG', 'waterG', 'brewer', 'style']>({
    name: ['doseG', 'waterG', 'brewer', 'style'],
  });
  const doseG = typedNumber(dose);
  const waterG = typedWater(water, doseG);
  const kind = brewKindOf({ brewer, style });
  const shot = kind === 'espresso';
  const known = [...brews.filter(({ fault }) => fault === null), reference];
  const isKnown = typeof doseG === 'number' && typeof waterG === 'number' && doseG > 0;
  return (
    <fieldset>
      <legend>The brew</legend>
      <div className="fields">
        <OpenSelectField
          name="brewer"
          label={BREW.brewer}
          options={BREWERS}
          ownLabel="Another kind"
          onPick={useUsualOfBrewer('', known)}
        />
        <WeightField name="doseG" label={BREW.doseG} />
        <WeightField
          name="waterG"
          label={shot ? 'Yield' : BREW.waterG}
          help={
            isKnown
              ? `1:${numberText(waterG / doseG, 1)}${shot ? '' : `, about ${weightText(estimatedBeverageG(kind, waterG, doseG), units, 0)} in the cup`}`
              : `or a ratio, ${shot ? '1:2' : '1:16'}`
          }
        />
        {portions.length > 0 && (
          <SelectField
            name="portionId"
            label={BREW.portionId}
            options={[
              { value: '', text: 'the bag itself' },
              ...portions.map(({ id, grams, stays }, i) => ({
                value: id,
                text: `portion ${i + 1}, ${weightText(grams, units, 0)}${stays.at(-1)?.to === null ? ', frozen' : ''}`,
              })),
            ]}
          />
        )}
        <TemperatureField name="waterC" label={BREW.waterC} />
        <TextField
          name="grindStep"
          label={BREW.grindStep}
          unit="steps"
          decimal
          help="From the reference; finer is negative"
        />
        <TextField
          name="drainS"
          label={`${sentenceCase(KIND_TRAITS[kind].end)} in`}
          placeholder={shot ? '28' : '3:05'}
        />
      </div>
      <p className="quiet small mt-2 mb-0">
        Boiling water and steam scald, and cold glass can crack: follow the makers' manuals.
      </p>
    </fieldset>
  );
}

/** The brew a further cup was poured from: what was shared stands there, and is changed there. */
function PotPart({ brews, potId }: { brews: readonly Brew[]; potId: string }) {
  const units = useUnits();
  const first = brews.find(({ id }) => id === potId);
  return (
    <fieldset>
      <legend>The brew</legend>
      <p className="mb-0">
        {first
          ? `Another cup of the brew of ${clockText(first.brewedAt)} on day ${first.restDay}: ${parametersLine(first, units)}.`
          : 'Another cup of a brew that is no longer in the log.'}{' '}
        <span className="quiet">Its beans are counted once, and the judgement knows that both share a brew.</span>
      </p>
    </fieldset>
  );
}

const WRITTEN = [
  { value: 'cup', text: 'At the cup' },
  { value: 'later', text: 'Later the same day' },
  { value: 'memory', text: 'From memory' },
];

function RecordPart({ tasters }: { tasters: readonly Taster[] }) {
  const initialValues = useInitialValues();
  const fault = useWatch<BrewForm, 'fault'>({ name: 'fault' });
  const { errors } = useFormState<BrewForm>();
  const open =
    errors.brewedAt !== undefined ||
    errors.tasterId !== undefined ||
    errors.faultNote !== undefined ||
    initialValues.fault !== '' ||
    initialValues.recordedFrom !== 'cup' ||
    initialValues.cup.blind ||
    initialValues.cup.company !== '' ||
    initialValues.filter !== '' ||
    initialValues.waterRecipe !== '';
  const style = useWatch<BrewForm, 'style'>({ name: 'style' });
  // Of a further cup of a brew only what is the cup's own is asked.
  const shared = initialValues.potId !== '';
  const drunkAs = (
    <SelectField
      name="style"
      label={BREW.style}
      options={STYLES.map((one) => ({ value: one, text: sentenceCase(one) }))}
    />
  );
  return (
    <fieldset className="the-record">
      <legend>The record</legend>
      <div className="fields">
        {!shared && <TextField name="brewedAt" label={BREW.brewedAt} type="datetime-local" className="half" />}
        <TasterField tasters={tasters} />
        {shared && drunkAs}
        {style === 'milk' && <TextField name="cup.milkKind" label={CUP.milkKind} placeholder="whole, soy …" />}
        {style === 'milk' && <WeightField name="making.milkG" label={MAKING.milkG} />}
        {style === 'cold' && <WeightField name="making.iceG" label={MAKING.iceG} help="None for a cold steep" />}
      </div>
      <details open={open}>
        <summary>
          When written, who with, blind, {shared ? '' : 'another drink, filter or water, '}or something went wrong
        </summary>
        <div className="fields">
          <SelectField
            name="recordedFrom"
            label={BREW.recordedFrom}
            className="half"
            options={WRITTEN}
            help="The later, the less it weighs in the judgement."
          />
          <TapsField name="cup.company" label={CUP.company} options={COMPANIES} />
          <div className="half">
            <SwitchField
              name="cup.blind"
              label={CUP.blind}
              help="Two or more blind cups of one recipe on one day measure how repeatable your marks are."
            />
          </div>
          {!shared && <OwnedField name="filter" label={BREW.filter} of="filters" />}
          {!shared && <OwnedField name="waterRecipe" label={BREW.waterRecipe} of="waters" />}
          {!shared && drunkAs}
          <SelectField
            name="fault"
            label={BREW.fault}
            className="half"
            options={[
              { value: '', text: 'Nothing' },
              ...FAULTS.map((code) => ({ value: code, text: sentenceCase(words(code)) })),
            ]}
            help={
              FAULTS.some((one) => one === fault)
                ? FAULT_MEANING[fault as Fault]
                : 'A brew with a fault stays in the log and leaves the judgement.'
            }
          />
          {fault !== '' && <TextField name="faultNote" label="In your words" className="wide" />}
        </div>
      </details>
    </fieldset>
  );
}
