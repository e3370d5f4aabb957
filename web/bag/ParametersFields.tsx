import { useFormState, useWatch } from 'react-hook-form';
import { BREWERS, brewKindOf, GRIND_WORDS, STYLES } from '../../core/brew';
import { OpenSelectField, SelectField, TextField } from '../forms/fields';
import { useUsualOfBrewer } from '../forms/drinks';
import { TemperatureField, WeightField } from '../forms/MeasuredField';
import { choices } from '../ui/choices';
import { sentenceCase } from '../ui/format';
import { isPublished, type BagForm } from './bagForm';
import { OwnedField } from '../forms/OwnedField';

/** Brew parameters: the reference's, or those its roaster prints. */
export function ParametersFields({ at }: { at: 'reference' | 'publishedRecipe' }) {
  const [brewer, style] = useWatch<BagForm, [`${typeof at}.brewer`, `${typeof at}.style`]>({
    name: [`${at}.brewer`, `${at}.style`],
  });
  return (
    <div className="fields">
      <OpenSelectField
        name={`${at}.brewer`}
        label="Brewer"
        options={BREWERS}
        ownLabel="Another kind"
        onPick={useUsualOfBrewer(`${at}.`)}
      />
      <SelectField
        name={`${at}.style`}
        label="Drunk as"
        options={STYLES.map((one) => ({ value: one, text: sentenceCase(one) }))}
      />
      <WeightField name={`${at}.doseG`} label="Dose" />
      <WeightField name={`${at}.waterG`} label={brewKindOf({ brewer, style }) === 'espresso' ? 'Yield' : 'Water'} />
      <TemperatureField name={`${at}.waterC`} label="Water temperature" />
      <OwnedField name={`${at}.filter`} label="Filter" of="filters" placeholder="if you tell them apart" />
      <OwnedField name={`${at}.waterRecipe`} label="Brewing water" of="waters" placeholder="if you tell them apart" />
    </div>
  );
}

/** The recipe its roaster prints: a claim, to be held against the cups. */
export function PublishedFields({ initial }: { initial: BagForm }) {
  const { errors } = useFormState<BagForm>();
  return (
    <details className="mb-3" open={isPublished(initial.publishedRecipe) || errors.publishedRecipe !== undefined}>
      <summary>Does the roaster print a recipe?</summary>
      <fieldset>
        <legend className="visually-hidden">The roaster’s own recipe</legend>
        <p className="quiet small">Kept as a claim: brew it once or twice, and it is held against your reference.</p>
        <ParametersFields at="publishedRecipe" />
        <div className="fields">
          <SelectField
            name="publishedRecipe.grindWord"
            label="Grind, in words"
            options={choices(GRIND_WORDS, 'Not stated')}
          />
          <TextField name="publishedRecipe.pours" label="Pours" decimal help="The bloom counts as one" />
          <TextField name="publishedRecipe.asPrinted" label="The rest, as printed" className="wide" rows={2} />
        </div>
      </fieldset>
    </details>
  );
}
