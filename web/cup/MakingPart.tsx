import { api } from '../api/api';
import { useFormContext, useFormState, useWatch } from 'react-hook-form';
import type { Verdict } from '../../contract/bag/verdict';
import { brewEvidence, type CupCompany } from '../../application/brewEvidence';
import {
  assessBrew,
  brewKindOf,
  estimatedBeverageG,
  GRIND_WORDS,
  shareOf,
  TASTES,
  VIGOURS,
  type Bed,
  type Fault,
  type Recipe,
} from '../../core/brew';
import type { Adequacy, Progress } from '../../core/cup';
import { AdviceNote } from '../domain/AdviceNote';
import { BedPicture } from '../domain/BedPicture';
import { SelectField, TapsField, TextField } from '../forms/fields';
import { choices } from '../ui/choices';
import { numberText, weightText } from '../ui/format';
import { numberIn, typedChoice, typedNumber, typedSeconds, typedWater } from '../forms/typed';
import { MeasureButton } from './MeasureButton';
import { somethingMade, type BrewForm } from './brewForm';
import { typedScore } from './cupForm';
import { useInitialValues } from './useInitialValues';
import { WeightField } from '../forms/MeasuredField';
import { useUnits } from '../api/useUnits';
import { MAKING } from './labels';

interface Props {
  verdict: Verdict;
  recipe: Recipe | null;
  /** The brew that is changed; null for a new one. */
  id: string | null;
  /** What the cup is read by. */
  company: CupCompany;
}

/**
 * How the brew went: signs of gas and flow, what was measured, tastes that say something of the recipe, and the advice.
 */
export function MakingPart(props: Props) {
  const initialValues = useInitialValues();
  const { errors } = useFormState<BrewForm>();
  const [style, liveId, bed] = useWatch<BrewForm, ['style', 'liveId', 'making.bed']>({
    name: ['style', 'liveId', 'making.bed'],
  });
  const { setValue } = useFormContext<BrewForm>();
  const { data: grinders = [] } = api.useGrindersQuery(undefined);
  const shot = style === 'espresso';
  const open = initialValues.liveId !== '' || errors.making !== undefined || somethingMade(initialValues.making);
  const brew = liveId === '' ? null : liveId;
  return (
    <fieldset className="how-it-went">
      <legend>How it went</legend>
      <details open={open}>
        <summary>{shot ? 'Crema' : 'Bloom, bed'}, tastes, measurements, and what to change</summary>
        <TapsField
          name="making.vigour"
          label={shot ? 'Crema' : MAKING.vigour}
          options={VIGOURS}
          help="How much gas came out: a sign of how far the rest has gone."
        />
        {!shot && <BedPicture bed={bed} onTap={(one) => setValue('making.bed', one ?? '', { shouldDirty: true })} />}
        <TapsField name="making.tastes" label={MAKING.tastes} options={TASTES} />
        <div className="fields mt-2">
          <TextField
            name="making.tdsPercent"
            label={MAKING.tdsPercent}
            unit="%"
            decimal
            help={<MeasureButton kind="refractometer" field="making.tdsPercent" brew={brew} />}
          />
          <WeightField name="making.beverageG" label={MAKING.beverageG} help={<Estimate />} />
          <TextField
            name="making.ph"
            label={MAKING.ph}
            decimal
            help={<MeasureButton kind="ph-pen" field="making.ph" brew={brew} />}
          />
          <TextField name="making.hardnessPpm" label={MAKING.hardnessPpm} unit="ppm" decimal />
          {shot && <TextField name="making.pressureBar" label={MAKING.pressureBar} unit="bar" decimal />}
          {grinders.length > 0 && (
            <SelectField
              name="making.grinderId"
              label={MAKING.grinderId}
              options={[
                { value: '', text: 'Not stated' },
                ...grinders.map(({ id, name }) => ({ value: id, text: name })),
              ]}
            />
          )}
          {grinders.length > 0 && <TextField name="making.grinderSetting" label="Its setting" decimal />}
          <SelectField name="making.grindWord" label={MAKING.grindWord} options={choices(GRIND_WORDS, 'Not stated')} />
        </div>
        <Reading {...props} />
      </details>
    </fieldset>
  );
}

/** What the beverage is taken to weigh while nobody has weighed it. */
function Estimate() {
  const units = useUnits();
  const [dose, water, brewer, style] = useWatch<BrewForm, ['doseG', 'waterG', 'brewer', 'style']>({
    name: ['doseG', 'waterG', 'brewer', 'style'],
  });
  const doseG = typedNumber(dose);
  const waterG = typedWater(water, doseG);
  if (typeof doseG !== 'number' || typeof waterG !== 'number') return null;
  return (
    <>about {weightText(estimatedBeverageG(brewKindOf({ brewer, style }), waterG, doseG), units, 0)} if not weighed</>
  );
}

function Reading({ verdict, recipe, id, company }: Props) {
  const typed = useWatch<BrewForm>() as BrewForm;
  const number = (text: string): number | null => numberIn(typedNumber(text));
  const [doseG, drainS] = [number(typed.doseG), numberIn(typedSeconds(typed.drainS))];
  const waterG = numberIn(typedWater(typed.waterG, doseG));
  if (doseG === null || waterG === null) return null;
  const kind = recipe?.kind ?? brewKindOf(typed);
  const measured = {
    doseG,
    waterG,
    drainS,
    tdsPercent: number(typed.making.tdsPercent),
    beverageG: number(typed.making.beverageG),
  };
  const { extraction, flow, beverage } = assessBrew({ ...measured, kind });
  const evidence = brewEvidence(
    {
      ...measured,
      id,
      recipe,
      style: typed.style,
      brewer: typed.brewer,
      waterC: number(typed.waterC),
      pressureBar: number(typed.making.pressureBar) ?? recipe?.pressureBar ?? null,
      tastes: typed.making.tastes,
      bed: typedChoice(typed.making.bed) as Bed | null,
      fault: typedChoice(typed.fault) as Fault | null,
      intensities: Object.entries(typed.cup.intensities).map(([attribute, given]) => ({
        attribute,
        adequacy: typedChoice(given?.adequacy ?? '') as Adequacy | null,
      })),
      score: typedScore(typed.cup),
      progress: typedChoice(typed.cup.progress) as Progress | null,
    },
    company,
  );
  const [iceG, milkG] = [number(typed.making.iceG) ?? 0, number(typed.making.milkG) ?? 0];
  return (
    <div className="reading" aria-live="polite">
      {extraction && (
        <p className="mb-1">
          Extraction <strong>{numberText(extraction.percent, 1)} %</strong>
          <span className="quiet small">
            {' '}
            {extraction.formula}; {extraction.basis}.
          </span>
        </p>
      )}
      {flow !== null && kind === 'espresso' && <p className="mb-1">{numberText(flow, 1)} g/s over the shot.</p>}
      {iceG > 0 && (
        <p className="mb-1">
          {numberText(100 * shareOf(iceG, waterG - iceG), 0)} % of the water was ice: the hot part was brewed at 1:
          {numberText((waterG - iceG) / doseG, 1)}.
        </p>
      )}
      {milkG > 0 && <p className="mb-1">{numberText(100 * shareOf(milkG, beverage), 0)} % of the drink was milk.</p>}
      <AdviceNote evidence={evidence} verdict={verdict} />
    </div>
  );
}
