import Button from 'react-bootstrap/Button';
import { useFieldArray, useFormContext, useFormState, useWatch } from 'react-hook-form';
import { BREWERS, brewKindOf, STYLES } from '../../core/brew';
import { PROCESSES, ROAST_LEVELS } from '../../core/crest';
import { ATTRIBUTES, SCORING_SCALES } from '../../core/cup';
import { OpenSelectField, SelectField, TextField } from '../forms/fields';
import { TemperatureField } from '../forms/TemperatureField';
import { SCORING_SCALE_NAMES, sentenceCase, words } from '../ui/format';
import { Sheet } from '../forms/Sheet';
import { useToday } from '../state/today';
import type { ApiError } from '../../contract/error';
import { bagFieldName, bagResolver, type BagForm, type BagValues } from './bagForm';

interface Props {
  draftKey: string;
  title: string;
  initial: BagForm;
  /** The bag as it is kept now, where one is changed. */
  savedVersion?: BagForm;
  saveWord: string;
  save: (bag: BagValues, over: BagForm | null) => Promise<ApiError | null>;
  cancel: () => void;
}

const choices = (codes: readonly string[], unknown: string) => [
  { value: '', text: unknown },
  ...codes.map((code) => ({ value: code, text: sentenceCase(words(code)) })),
];

/** Everything that can be written about a bag. Two answers are enough: its name and when it was roasted. */
export function BagSheet(props: Props) {
  const { initial } = props;
  return (
    <Sheet {...props} resolver={bagResolver} nameOf={bagFieldName}>
      <div className="columns">
        <LabelFields initial={initial} />
        <div>
          <fieldset>
            <legend>Reference recipe</legend>
            <p className="quiet small">The recipe you judge this bag by. Other brews are measured against it.</p>
            <ReferenceFields />
          </fieldset>
          <MoreFields initial={initial} />
        </div>
      </div>
    </Sheet>
  );
}

function LabelFields({ initial }: { initial: BagForm }) {
  const { errors } = useFormState<BagForm>();
  const today = useToday();
  return (
    <fieldset>
      <legend>The bag</legend>
      <div className="fields">
        <TextField name="name" label="Name" className="half" autoFocus />
        <TextField name="roastedOn" label="Roasted on" type="date" max={today} />
        <TextField name="weightG" label="Weight" unit="g" decimal />
        <SelectField name="roastLevel" label="Claimed roast" options={choices(ROAST_LEVELS, 'Not stated')} />
        <SelectField name="process" label="Process" options={choices(PROCESSES, 'Not stated')} />
        <TextField name="restAdviceDays" label="Roaster's rest advice" unit="days" decimal />
      </div>
      <details
        open={
          errors.bestBefore !== undefined ||
          errors.shelfLifeDays !== undefined ||
          (initial.roastedOn === '' && initial.bestBefore !== '')
        }
      >
        <summary>No roast date on the label?</summary>
        <div className="fields">
          <TextField name="bestBefore" label="Best before" type="date" />
          <TextField
            name="shelfLifeDays"
            label="Stated shelf life"
            unit="days"
            decimal
            help="Without one, twelve months are assumed."
          />
        </div>
      </details>
    </fieldset>
  );
}

function MoreFields({ initial }: { initial: BagForm }) {
  const { errors } = useFormState<BagForm>();
  return (
    <fieldset>
      <legend>More</legend>
      <details open={initial.roaster !== '' || initial.origin !== ''}>
        <summary>What the label says, and your bet</summary>
        <div className="fields">
          <TextField name="roaster" label="Roaster" className="half" />
          <TextField name="origin" label="Origin" />
          <TextField name="variety" label="Variety" />
          <TextField name="price" label="Price" decimal />
          <TextField name="printedNotes" label="Printed notes" className="wide" />
          <SelectField
            name="perceivedRoast"
            label="What the beans look like"
            options={choices(ROAST_LEVELS, 'Not looked at')}
          />
          <TextField
            name="bet"
            label="Your bet before the first sip"
            className="wide"
            rows={2}
            help="Kept as written, to be held against the verdict."
          />
          <TextField name="betMark" label="The mark you bet on" help="At its best, in the scoring of this bag" />
        </div>
      </details>
      <details open={initial.spells.length > 0 || errors.spells !== undefined}>
        <summary>Freezer</summary>
        <FreezerStays />
      </details>
      <details open={initial.scoringScale !== 'mark10' || initial.best === 'weights' || errors.weights !== undefined}>
        <summary>How you score, and what best means</summary>
        <div className="fields">
          <SelectField
            name="scoringScale"
            label="Overall mark"
            className="half"
            options={SCORING_SCALES.map((scoringScale) => ({
              value: scoringScale,
              text: SCORING_SCALE_NAMES[scoringScale],
            }))}
          />
          <SelectField
            name="best"
            label="Best means"
            className="half"
            options={[
              { value: 'overall', text: 'The overall mark' },
              { value: 'weights', text: 'Attributes, weighed as below' },
            ]}
          />
          <WeightFields />
        </div>
      </details>
    </fieldset>
  );
}

/** One weight per attribute, while those are what best means. */
function WeightFields() {
  const best = useWatch<BagForm, 'best'>({ name: 'best' });
  if (best === 'overall') return null;
  return ATTRIBUTES.map((attribute) => (
    <TextField
      key={attribute}
      name={`weights.${attribute}`}
      label={sentenceCase(attribute)}
      decimal
      help={attribute === 'aroma' ? '0 leaves it out.' : undefined}
    />
  ));
}

function ReferenceFields() {
  const [brewer, style] = useWatch<BagForm, ['reference.brewer', 'reference.style']>({
    name: ['reference.brewer', 'reference.style'],
  });
  return (
    <div className="fields">
      <OpenSelectField name="reference.brewer" label="Brewer" options={BREWERS} ownLabel="Another kind" />
      <SelectField
        name="reference.style"
        label="Drunk as"
        options={STYLES.map((style) => ({ value: style, text: sentenceCase(style) }))}
      />
      <TextField name="reference.doseG" label="Dose" unit="g" decimal />
      <TextField
        name="reference.waterG"
        label={brewKindOf({ brewer, style }) === 'espresso' ? 'Yield' : 'Water'}
        unit="g"
        decimal
      />
      <TemperatureField name="reference.waterC" label="Water temperature" />
      <TextField name="reference.filter" label="Filter" placeholder="if you tell them apart" />
      <TextField name="reference.waterRecipe" label="Brewing water" placeholder="if you tell them apart" />
    </div>
  );
}

function FreezerStays() {
  const { control } = useFormContext<BagForm>();
  const { fields, append, remove } = useFieldArray({ control, name: 'spells' });
  const today = useToday();
  return (
    <>
      {fields.map((stay, i) => (
        <div key={stay.id} className="fields mb-2">
          <TextField name={`spells.${i}.from`} label="Went in" type="date" />
          <TextField name={`spells.${i}.to`} label="Came out" type="date" help="Empty: still there." />
          <div className="align-self-center">
            <Button variant="bare" onClick={() => remove(i)}>
              Remove
            </Button>
          </div>
        </div>
      ))}
      <Button variant="plain" onClick={() => append({ from: today, to: '' })}>
        Add a stay
      </Button>
    </>
  );
}
