import { useFormState, useWatch } from 'react-hook-form';
import { NOTES_MAX } from '../../contract/cup';
import { WORD_MAX } from '../../contract/word';
import type { Bag } from '../../contract/bag';
import { ATTRIBUTES, DRYNESSES, PARTS, TEXTURES } from '../../core/cup';
import { api } from '../shared/api';
import { TapsField, TextField } from '../shared/fields';
import { numberText } from '../shared/format';
import type { BrewForm } from './brewForm';
import { ChipsField } from './ChipsField';
import { CoachPart } from './CoachPart';
import type { SheetName } from './CoolingClock';
import { HoldField } from './HoldField';
import { NagPart } from './NagPart';
import { ScorePart } from './ScorePart';
import { StagesPart, useLook } from './StagesPart';
import { useLaid } from './useLaid';

interface Props {
  bag: Bag;
  sheet: SheetName;
  markFirst: boolean;
  /** The first cup of this bag. */
  first: boolean;
}

/** The cup: its score, its words, and, for who wants them, its looks, levels and mouthfeel. */
export function CupPart({ bag, sheet, markFirst, first }: Props) {
  const [look, setLook] = useLook();
  const { cup: laid } = useLaid();
  const { errors } = useFormState<BrewForm>();
  const { data: settings } = api.useSettingsQuery(undefined);
  const staged = Object.entries(laid.words).some(
    ([line, { set, typing }]) => line !== 'cup' && (set.length > 0 || typing !== ''),
  );
  const alsoParts = PARTS.filter(
    (part) =>
      laid[part] !== '' ||
      (bag.weights !== null &&
        ATTRIBUTES.some((attribute) => attribute === part && (bag.weights?.[attribute] ?? 0) > 0)),
  );
  const coached = settings?.coaching === true;
  return (
    <fieldset>
      <legend>The cup</legend>
      <CoachPart first={first} onLook={setLook} />
      <ScorePart scoringScale={laid.scoringScale} markFirst={markFirst} alsoParts={alsoParts} />
      <div className="fields mt-2">
        <ChipsField
          line="cup"
          label="Notes"
          className="wide"
          help="Enter takes the suggestion, a comma your own word."
        />
        <WordsProblem />
        <TextField name="cup.notes" label="In your words" className="wide" rows={3} help={<NotesLength />} />
      </div>
      <details open={staged || coached || laid.coolingFrom !== ''}>
        <summary>Look by look: beans, ground, wet, hot, warm, cool</summary>
        <StagesPart sheet={sheet} look={look} onLook={setLook} />
      </details>
      <details
        open={
          laid.finishS !== '' || laid.dryness !== '' || laid.textures.length > 0 || errors.cup?.finishS !== undefined
        }
      >
        <summary>Finish, texture, dryness</summary>
        <HoldField />
        <TapsField name="cup.textures" label="It feels" options={TEXTURES} />
        <TapsField name="cup.dryness" label="Dryness" options={DRYNESSES} />
      </details>
      <details open={laid.nag.on}>
        <summary>A word that will not come</summary>
        <NagPart />
      </details>
    </fieldset>
  );
}

function WordsProblem() {
  const { errors } = useFormState<BrewForm>();
  if (!errors.cup?.words) return null;
  return (
    <div className="invalid-feedback d-block wide" role="alert">
      {errors.cup.words.message ?? `A note is too long: ${WORD_MAX} characters are the most.`}
    </div>
  );
}

function NotesLength() {
  const notes = useWatch<BrewForm, 'cup.notes'>({ name: 'cup.notes' });
  const length = Array.from(notes).length;
  return length > NOTES_MAX * 0.9 ? `${numberText(length)} of ${numberText(NOTES_MAX)} characters` : null;
}
