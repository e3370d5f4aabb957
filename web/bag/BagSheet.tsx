import Button from 'react-bootstrap/Button';
import { useFieldArray, useFormContext, useFormState, useWatch } from 'react-hook-form';
import { PROCESS_SUGGESTIONS, processKindOf, PROCESSES, ROAST_LEVELS } from '../../core/crest';
import { ATTRIBUTES, BEAN_SIZES, MEANT_FOR, SCORING_SCALES, SOLD_AGAIN, SPECIES } from '../../core/cup';
import { SelectField, TextField } from '../forms/fields';
import { SCORING_SCALE_NAMES, sentenceCase } from '../ui/format';
import { choices } from '../ui/choices';
import { Sheet } from '../forms/Sheet';
import { useToday } from '../state/today';
import type { ApiError } from '../../contract/error';
import { bagFieldName, bagResolver, type BagForm, type BagValues } from './bagForm';
import { ParametersFields, PublishedFields } from './ParametersFields';
import { useUnits } from '../api/useUnits';
import { doubtOfDrink, useUntouched } from '../forms/drinks';
import { WeightField } from '../forms/MeasuredField';

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

/** Everything that can be written about a bag. Two answers are enough: its name and when it was roasted. */
export function BagSheet(props: Props) {
  const { initial } = props;
  const units = useUnits();
  return (
    <Sheet
      {...props}
      resolver={bagResolver}
      nameOf={bagFieldName}
      doubtOf={({ reference }) => doubtOfDrink(reference, units, 'reference.style')}
    >
      <div className="columns">
        <LabelFields initial={initial} />
        <div>
          <fieldset>
            <legend>Reference recipe</legend>
            <p className="quiet small">The recipe you judge this bag by. Other brews are measured against it.</p>
            <ParametersFields at="reference" />
          </fieldset>
          <PublishedFields initial={initial} />
          <MoreFields initial={initial} />
        </div>
      </div>
    </Sheet>
  );
}

const LABEL_FIELDS = [
  ...(['roaster', 'producer', 'origin', 'altitude', 'variety', 'lot', 'harvest', 'certificates'] as const),
  ...(['printedNotes', 'link'] as const),
] as const;
const STOCK_FIELDS = ['boughtFor', 'price', 'shop', 'soldAgain', 'portions'] as const;
const BEAN_FIELDS = [
  'perceivedRoast',
  'beanSize',
  'colourWhole',
  'colourGround',
  'beanLook',
  'bet',
  'betMark',
] as const;

/** Whether anything stands in some fields: their fold is open then. */
const isWrittenOn = (form: BagForm, fields: readonly (keyof BagForm)[]): boolean =>
  fields.some((field) => form[field] !== '');

function LabelFields({ initial }: { initial: BagForm }) {
  const { currency } = useUnits();
  const { errors } = useFormState<BagForm>();
  const today = useToday();
  return (
    <fieldset>
      <legend>The bag</legend>
      <div className="fields">
        <TextField name="name" label="Name" className="half" autoFocus />
        <TextField name="roastedOn" label="Roasted on" type="date" max={today} />
        <WeightField name="weightG" label="Weight" />
        <SelectField name="roastLevel" label="Claimed roast" options={choices(ROAST_LEVELS, 'Not stated')} />
        <ProcessFields />
        <TextField name="restAdviceDays" label="Roaster's rest advice" unit="days" decimal />
      </div>
      <details
        open={
          errors.bestBefore !== undefined ||
          errors.shelfLifeDays !== undefined ||
          errors.roastedOn !== undefined ||
          (initial.roastedOn === '' && isWrittenOn(initial, ['bestBefore', 'arrivedOn', 'openedOn']))
        }
      >
        <summary>Other dates, or no roast date on the label?</summary>
        <div className="fields">
          <TextField name="bestBefore" label="Best before" type="date" />
          <TextField name="shelfLifeDays" label="Stated shelf life" unit="days" decimal help="Left empty: 12 months" />
          <TextField name="arrivedOn" label="Arrived on" type="date" max={today} />
          <TextField name="openedOn" label="Opened on" type="date" max={today} />
        </div>
        <p className="quiet small">
          Any one of these dates will do. The age is then assumed, and your cups and their bloom narrow it.
        </p>
      </details>
      <details open={isWrittenOn(initial, LABEL_FIELDS) || errors.blend !== undefined}>
        <summary>What the label says</summary>
        <div className="fields">
          <TextField name="roaster" label="Roaster" className="half" />
          <TextField name="producer" label="Producer or farm" className="half" />
          <TextField name="origin" label="Origin" />
          <TextField name="altitude" label="Altitude" />
          <TextField name="variety" label="Variety" />
          <TextField name="lot" label="Lot" />
          <TextField name="harvest" label="Harvest" />
          <SelectField name="species" label="Species" options={choices(SPECIES, 'Not stated')} />
          <SelectField name="meantFor" label="Meant for" options={choices(MEANT_FOR, 'Not stated')} />
          <TextField name="certificates" label="Certificates or awards" className="wide" help="Claims, kept as such." />
          <PrintedNotes initial={initial} />
          <TextField name="link" label="Link" className="wide" placeholder="https://" />
        </div>
        <BlendParts />
      </details>
      <details open={isWrittenOn(initial, STOCK_FIELDS)}>
        <summary>Why you bought it, and how it came</summary>
        <div className="fields">
          <TextField
            name="boughtFor"
            label="Bought for"
            className="wide"
            rows={2}
            help="Its story, or your reason; held against the end."
          />
          <TextField name="price" label="Price" unit={currency} decimal />
          <TextField name="shop" label="Bought at" className="half" />
          <SelectField name="soldAgain" label="Sold again" options={choices(SOLD_AGAIN, 'Not known')} />
          <TextField name="portions" label="Divided into" unit="portions" decimal />
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
      <details open={isWrittenOn(initial, BEAN_FIELDS)}>
        <summary>How the beans look, and your bet</summary>
        <div className="fields">
          <SelectField name="perceivedRoast" label="The roast looks" options={choices(ROAST_LEVELS, 'Not looked at')} />
          <SelectField name="beanSize" label="Size of the beans" options={choices(BEAN_SIZES, 'Not looked at')} />
          <TextField name="colourWhole" label="Roast colour, whole" decimal help="On your meter’s own scale" />
          <TextField name="colourGround" label="Roast colour, ground" decimal />
          <TextField name="beanLook" label="What the beans look like" className="wide" />
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
      <details
        open={
          initial.scoringScale !== 'mark10' ||
          initial.best === 'weights' ||
          initial.agreedWords !== '' ||
          errors.weights !== undefined
        }
      >
        <summary>How you score, what best means, and in which words</summary>
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
          <TextField
            name="agreedWords"
            label="Only these words"
            className="wide"
            rows={2}
            help="With commas. Left empty, any word will do; else the household’s cups of this bag keep to them."
          />
        </div>
      </details>
    </fieldset>
  );
}

/** The process in the label's own words, and the kind of process its rest is expected by, until somebody says otherwise. */
function ProcessFields() {
  const { bring } = useUntouched<BagForm>();
  const typed = useWatch<BagForm, 'processName'>({ name: 'processName' });
  return (
    <>
      <TextField
        name="processName"
        label="Process"
        offers={PROCESS_SUGGESTIONS}
        onTyped={(name) => bring('process', processKindOf(name) ?? '')}
      />
      {typed !== '' && (
        <SelectField
          name="process"
          label="Rests like"
          options={choices(PROCESSES, 'Not known')}
          help="The kind of process its rest days are expected by"
        />
      )}
    </>
  );
}

/** The printed notes; while they are hidden, they can be written over but are not shown. */
function PrintedNotes({ initial }: { initial: BagForm }) {
  const hidden = initial.labelNotes === 'hidden' && initial.labelRevealedAt === '' && initial.printedNotes !== '';
  return (
    <>
      {!hidden && <TextField name="printedNotes" label="Printed notes" className="wide" />}
      <SelectField
        name="labelNotes"
        label="The printed notes are"
        className="half"
        options={[
          { value: 'shown', text: 'Shown from the start' },
          { value: 'hidden', text: 'Hidden until you reveal them' },
        ]}
        help={
          hidden
            ? 'Written, and hidden. Reveal them on the page of the bag.'
            : 'Hidden, your first cups are tasted blind to the label.'
        }
      />
    </>
  );
}

/** What a blend is made of. */
function BlendParts() {
  const { control } = useFormContext<BagForm>();
  const { errors } = useFormState<BagForm>();
  const { fields, append, remove } = useFieldArray({ control, name: 'blend' });
  return (
    <>
      {fields.map((part, i) => (
        <div key={part.id} className="fields mb-2">
          <TextField name={`blend.${i}.name`} label="Part of the blend" className="half" />
          <TextField name={`blend.${i}.sharePercent`} label="Its share" unit="%" decimal />
          <div className="align-self-center">
            <Button variant="bare" onClick={() => remove(i)}>
              Remove
            </Button>
          </div>
        </div>
      ))}
      {errors.blend?.root?.message && <div className="invalid-feedback d-block">{errors.blend.root.message}</div>}
      {errors.blend?.message && <div className="invalid-feedback d-block">{errors.blend.message}</div>}
      <Button variant="plain" onClick={() => append({ name: '', sharePercent: '' })}>
        {fields.length === 0 ? 'It is a blend' : 'Add a part'}
      </Button>
    </>
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
