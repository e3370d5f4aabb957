import { useFormState, useWatch } from 'react-hook-form';
import type { CupCompany } from '../../application/brewEvidence';
import { REMARKS_MAX } from '../../contract/bag/cup';
import { WORD_MAX } from '../../contract/palate/word';
import type { Bag } from '../../contract/bag/bag';
import type { Cup } from '../../contract/bag/cup';
import {
  ATTRIBUTES,
  DRYNESSES,
  LIQUOR_CLARITIES,
  LIQUOR_COLOURS,
  PROGRESSES,
  SHOT_LAYERS,
  TEXTURES,
} from '../../core/cup';
import { agreedList } from '../../core/cup/words';
import { api } from '../api/api';
import { SwitchField, TapsField, TextField } from '../forms/fields';
import { numberText } from '../ui/format';
import type { BrewForm } from './brewForm';
import { AgreedWords } from './words/agreedWords';
import { ComparePart } from './ComparePart';
import { ChipsField } from './words/ChipsField';
import { CoachPart } from './CoachPart';
import type { SheetName } from './CoolingClock';
import { FaultsField } from './FaultsField';
import { HoldField } from './HoldField';
import { NagPart } from './words/NagPart';
import { ScorePart } from './ScorePart';
import { SlipNote } from './SlipNote';
import { StagesPart, usePhase } from './StagesPart';
import { useInitialValues } from './useInitialValues';
import { CUP } from './labels';

interface Props {
  bag: Bag;
  sheet: SheetName;
  markFirst: boolean;
  /** What the cup is held against, and the brew it is of where that is changed. */
  company: CupCompany;
  id: string | null;
  /** The first cup of this bag. */
  first: boolean;
  /** The cup before, where this is a new one: its words can be said again by a tap. */
  before: Cup | null;
}

/** Whether those words stay out of everything that is written up; asked once there are any. */
function PrivateWords() {
  const remarks = useWatch<BrewForm, 'cup.remarks'>({ name: 'cup.remarks' });
  return remarks.trim() === '' ? null : (
    <div className="wide">
      <SwitchField name="cup.remarksPrivate" label={CUP.remarksPrivate} help="No write-up has these words." />
    </div>
  );
}

/** The cup: its score, its descriptors, and, for who wants them, its phases, intensities and mouthfeel. */
export function CupPart({ bag, sheet, company, id, markFirst, first, before }: Props) {
  const [phase, setPhase] = usePhase();
  const { cup: initialValues } = useInitialValues();
  const style = useWatch<BrewForm, 'style'>({ name: 'style' });
  const { errors } = useFormState<BrewForm>();
  const { data: settings } = api.useSettingsQuery(undefined);
  const staged = Object.entries(initialValues.descriptors).some(
    ([slot, { set, typing }]) => slot !== 'cup' && (set.length > 0 || typing !== ''),
  );
  const also = ATTRIBUTES.filter(
    (attribute) => initialValues[attribute] !== '' || (bag.weights !== null && bag.weights[attribute] > 0),
  );
  const coached = settings?.coaching === true;
  return (
    <AgreedWords value={bag.agreedWords}>
      <fieldset>
        <legend>The cup</legend>
        <CoachPart first={first} onPhase={setPhase} />
        <ScorePart scoringScale={initialValues.scoringScale} markFirst={markFirst} also={also} />
        {id === null && style === bag.reference.style && <SlipNote company={company} style={style} />}
        <ComparePart company={company} id={id} />
        {!first && <TapsField name="cup.progress" label={CUP.progress} options={PROGRESSES} />}
        <div className="fields mt-2">
          <ChipsField
            slot="cup"
            label="Notes"
            className="wide"
            before={before}
            help={
              bag.agreedWords === ''
                ? 'Enter takes the suggestion, a comma your own word. Tap a word to say how far forward it stands.'
                : `Only the words agreed on for this bag: ${agreedList(bag.agreedWords).join(', ')}.`
            }
          />
          <WordsProblem />
          <TextField name="cup.remarks" label={CUP.remarks} className="wide" rows={3} help={<RemarksLength />} />
          <PrivateWords />
        </div>
        <details open={staged || coached || initialValues.coolingFrom !== ''}>
          <summary>Look by look: beans, ground, wet, hot, warm, cool</summary>
          <StagesPart sheet={sheet} phase={phase} onPhase={setPhase} />
        </details>
        <details
          open={
            initialValues.finishS !== '' ||
            initialValues.dryness !== '' ||
            initialValues.textures.length > 0 ||
            errors.cup?.finishS !== undefined
          }
        >
          <summary>Finish, texture, dryness</summary>
          <HoldField />
          <TapsField name="cup.textures" label={CUP.textures} options={TEXTURES} />
          <TapsField name="cup.dryness" label={CUP.dryness} options={DRYNESSES} />
        </details>
        <details
          open={
            initialValues.liquorColour + initialValues.liquorClarity + initialValues.shotLayers !== '' ||
            initialValues.coffeeFaults.length > 0
          }
        >
          <summary>How it looks, and faults of the coffee</summary>
          <TapsField name="cup.liquorColour" label={CUP.liquorColour} options={LIQUOR_COLOURS} />
          <TapsField name="cup.liquorClarity" label={CUP.liquorClarity} options={LIQUOR_CLARITIES} />
          {style === 'espresso' && <TapsField name="cup.shotLayers" label={CUP.shotLayers} options={SHOT_LAYERS} />}
          <FaultsField />
        </details>
        <details open={initialValues.nag.on}>
          <summary>A word that will not come</summary>
          <NagPart />
        </details>
      </fieldset>
    </AgreedWords>
  );
}

function WordsProblem() {
  const { errors } = useFormState<BrewForm>();
  if (!errors.cup?.descriptors) return null;
  return (
    <div className="invalid-feedback d-block wide" role="alert">
      {errors.cup.descriptors.message ?? `A note is too long: ${WORD_MAX} characters are the most.`}
    </div>
  );
}

function RemarksLength() {
  const remarks = useWatch<BrewForm, 'cup.remarks'>({ name: 'cup.remarks' });
  const length = Array.from(remarks).length;
  return length > REMARKS_MAX * 0.9 ? `${numberText(length)} of ${numberText(REMARKS_MAX)} characters` : null;
}
