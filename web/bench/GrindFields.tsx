import { api } from '../api/api';
import { useId, useState } from 'react';
import Form from 'react-bootstrap/Form';
import type { Bag } from '../../contract/bag/bag';
import type { KeptRecipe } from '../../contract/bench/recipe';
import { grindsOf, type GrindComparison, type Grinder, type Recipe } from '../../core/brew';
import { numberText, sentenceCase } from '../ui/format';
import { againstReference, type Grind } from '../domain/grind';
import { useToday } from '../state/today';
import { asTyped, typedNumber } from '../forms/typed';

interface Props {
  /** As it is laid out. */
  recipe: Recipe;
  /** As it is written: its settings for one grinder or several. */
  written: Recipe;
  bag: Bag;
  recipes: readonly KeptRecipe[];
  onChange: (grind: Grind) => void;
}

/** Which grinder, at which setting; and what that is against the reference, where the two can be compared. */
export function GrindFields({ recipe, written, bag, recipes, onChange }: Props) {
  const { data: grinders = [] } = api.useGrindersQuery(undefined);
  const [typed, setTyped] = useState(asTyped(recipe.grinderSetting));
  const [typedFor, setTypedFor] = useState<Readonly<Record<string, string>>>({});
  const today = useToday();
  const [whichId, settingId] = [useId(), useId()];
  if (grinders.length === 0)
    return written.grindWord ? <p className="form-text">Grind it {written.grindWord}.</p> : null;
  const setting = typedNumber(typed);
  const comparison = againstReference(
    { ...recipe, grinderSetting: typeof setting === 'number' ? setting : null },
    bag,
    recipes,
    grinders,
    today,
  );
  const inWords = grinders
    .find(({ id }) => id === recipe.grinderId)
    ?.grindWords.find(({ word }) => word === written.grindWord)?.setting;
  const change = (grind: Partial<Grind>): void =>
    onChange({ grinderId: recipe.grinderId, grinderSetting: recipe.grinderSetting, ...grind });
  return (
    <div className="fields mb-3">
      <div>
        <Form.Label htmlFor={whichId}>Grinder</Form.Label>
        <Form.Select
          id={whichId}
          value={recipe.grinderId ?? ''}
          onChange={({ target }) => {
            const id = target.value;
            // What was typed for a grinder comes back with it; else what the recipe has for it.
            setTypedFor({ ...typedFor, [recipe.grinderId ?? '']: typed });
            const inRecipe = grindsOf(written).find(({ grinderId }) => grinderId === id)?.setting;
            const inWords = grinders
              .find((one) => one.id === id)
              ?.grindWords.find(({ word }) => word === written.grindWord)?.setting;
            const known = inRecipe ?? inWords;
            const next = typedFor[id] ?? (known === undefined ? typed : asTyped(known));
            setTyped(next);
            const value = typedNumber(next);
            change({ grinderId: id === '' ? null : id, grinderSetting: typeof value === 'number' ? value : null });
          }}
        >
          <option value="">Not stated</option>
          {grinders.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Form.Select>
      </div>
      <div>
        <Form.Label htmlFor={settingId}>Its setting</Form.Label>
        <Form.Control
          id={settingId}
          value={typed}
          inputMode="decimal"
          autoComplete="off"
          onChange={(event) => {
            setTyped(event.target.value);
            const value = typedNumber(event.target.value);
            change({ grinderSetting: typeof value === 'number' ? value : null });
          }}
        />
      </div>
      {writtenText(written, grinders) !== '' && (
        <p className="wide form-text mb-0">The recipe: {writtenText(written, grinders)}.</p>
      )}
      {inWords !== undefined && (
        <p className="wide form-text mb-0">
          {sentenceCase(written.grindWord ?? '')} is {numberText(inWords, 2)} on this grinder.
        </p>
      )}
      {comparison && <p className="wide form-text mb-0">{comparisonText(comparison)}</p>}
    </div>
  );
}

/**
 * What the recipe says of its grind, where that is more than the one setting shown: grinder by grinder, and in words.
 */
function writtenText(recipe: Recipe, grinders: readonly Grinder[]): string {
  const grinds = grindsOf(recipe);
  const named = grinds.map(
    ({ grinderId, setting }) =>
      `${grinders.find(({ id }) => id === grinderId)?.name ?? 'another grinder'} ${numberText(setting, 2)}`,
  );
  return [...(grinds.length > 1 ? named : []), recipe.grindWord].filter(Boolean).join(', ');
}

function comparisonText({ steps, why }: GrindComparison): string {
  if (steps === null) return why;
  if (steps === 0) return 'The grind of the reference recipe.';
  return `${numberText(Math.abs(steps), 2)} ${steps < 0 ? 'finer' : 'coarser'} than the reference recipe.`;
}
