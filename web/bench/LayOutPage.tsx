import { useId, useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import type { KeptRecipe } from '../../contract/bench/recipe';
import type { BagPage } from '../../contract/shelf/shelf';
import { doseSharingOut, minutesText, planOf, scaleRecipe, scaleChanges, type Recipe } from '../../core/brew';
import { api, problemOf } from '../api/api';
import { sentenceCase, weightText } from '../ui/format';
import { toastShown } from '../state/notices';
import { IdeasNote } from '../domain/IdeasNote';
import { ProblemNote } from '../ui/ProblemNote';
import { RecipeLines } from '../domain/RecipeLines';
import { useAppDispatch } from '../state/store';
import { useToday } from '../state/today';
import { typedNumber } from '../forms/typed';
import { usePageTitle } from '../ui/usePageTitle';
import { Wait } from '../ui/Wait';
import { recipeForBag, isReference, recipeFor, type Target } from './chooseRecipe';
import { GrindFields } from './GrindFields';
import { useUnits } from '../api/useUnits';
import { weightIn } from '../../core/text';
import { WeightInput } from '../forms/WeightInput';

/** Laying a brew out: which recipe, how much of it, ground how. */
export function LayOutPage() {
  const { bagId = '' } = useParams();
  const today = useToday();
  const { data: page, error } = api.useBagPageQuery({ id: bagId, today });
  const { data: recipes, error: noRecipes } = api.useRecipesQuery(undefined);
  usePageTitle('Lay out a brew');
  if (page?.bag.id !== bagId || !recipes)
    return (error ?? noRecipes) ? <ProblemNote error={error ?? noRecipes} /> : <Wait what="Reading the recipes" />;
  return <LayOut key={bagId} page={page} recipes={recipes} />;
}

function LayOut({ page, recipes }: { page: BagPage; recipes: readonly KeptRecipe[] }) {
  const units = useUnits();
  const { bag } = page;
  const [address, setAddress] = useSearchParams();
  const navigate = useNavigate();
  const [layOut, { error, isLoading }] = api.useLayOutMutation();
  // The bag's own recipe, or the one its roaster prints.
  const printed = address.has('printed') ? bag.publishedRecipe : null;
  const target: Target = printed
    ? { reference: { ...printed, grindStep: null }, referenceRecipeId: null }
    : { reference: bag.reference, referenceRecipeId: bag.referenceRecipeId };
  const kept = recipes.find(({ id }) => id === address.get('recipe')) ?? recipeFor(target, recipes);
  const [grind, setGrind] = useState<Pick<Recipe, 'grinderId' | 'grinderSetting'> | null>(null);
  const [typedDose, setTypedDose] = useState(address.get('dose') ?? '');
  if (!kept)
    return (
      <p>
        There is no recipe yet. <Link to="/recipes/new">Write one</Link>.
      </p>
    );

  const forBag = recipeForBag(kept.recipe, target);
  const written = printed?.grindWord ? { ...forBag, grindWord: printed.grindWord } : forBag;
  const dose = typedNumber(typedDose);
  const scaled = typeof dose === 'number' && dose > 0 ? scaleRecipe(written, dose) : written;
  const recipe = { ...scaled, ...(grind ?? {}) };
  const choose = (change: Record<string, string>): void =>
    setAddress((before) => ({ ...Object.fromEntries(before), ...change }), { replace: true });
  const changeDose = (text: string): void => {
    setTypedDose(text);
    choose({ dose: text });
  };
  const go = async (): Promise<void> => {
    const { data } = await layOut({ body: { bagId: bag.id, recipe, recipeVersionId: kept.versionId } });
    if (data) void navigate(`/bench?brew=${data.id}`, { replace: true });
  };
  return (
    <>
      <h1>Brew {bag.name}</h1>
      <p className="quiet">
        Day {page.verdict.restDay}, {weightText(page.gramsLeft, units)} left.
        {printed && ` As its roaster prints it; stages of the recipe below. ${printed.asPrinted}`}
      </p>
      <IdeasNote bag={bag} />
      <div className="lay-out form-sheet">
        <section>
          <RecipeChoice recipes={recipes} chosen={kept} bag={page.bag} onChoose={(recipe) => choose({ recipe })} />
          <DoseField typed={typedDose} written={written} gramsLeft={page.gramsLeft} onChange={changeDose} />
          <GrindFields recipe={recipe} written={written} bag={bag} recipes={recipes} onChange={setGrind} />
          <ReferenceChoice page={page} kept={kept} recipe={recipe} />
          <ProblemNote error={error} />
        </section>
        <section>
          <h2>{kept.recipe.name}</h2>
          <RecipeLines recipe={recipe} />
          <ScaleNote before={written} after={recipe} />
        </section>
      </div>
      <div className="form-actions">
        <Button disabled={isLoading} onClick={() => void go()}>
          Lay it out
        </Button>
        <Link className="btn btn-plain" to={`/recipes/${kept.id}`}>
          Edit the recipe
        </Link>
        <Link className="btn btn-plain" to={`/bags/${bag.id}`} replace>
          Cancel
        </Link>
      </div>
    </>
  );
}

function RecipeChoice({
  recipes,
  chosen,
  bag,
  onChoose,
}: {
  recipes: readonly KeptRecipe[];
  chosen: KeptRecipe;
  bag: BagPage['bag'];
  onChoose: (id: string) => void;
}) {
  const id = useId();
  return (
    <div className="mb-3">
      <Form.Label htmlFor={id}>Recipe</Form.Label>
      <Form.Select id={id} value={chosen.id} onChange={(event) => onChoose(event.target.value)}>
        {recipes.map(({ id: recipeId, recipe, isStandard }) => (
          <option key={recipeId} value={recipeId}>
            {recipe.name} – {recipe.brewer}
            {isStandard ? ' (standard)' : ''}
            {recipeId === bag.referenceRecipeId ? ' (this bag’s reference)' : ''}
          </option>
        ))}
      </Form.Select>
    </div>
  );
}

/** How much coffee: as written, another dose, or what is left of the bag shared out. */
function DoseField({
  typed,
  written,
  gramsLeft,
  onChange,
}: {
  typed: string;
  written: Recipe;
  gramsLeft: number;
  onChange: (typed: string) => void;
}) {
  const id = useId();
  const units = useUnits();
  const shared = doseSharingOut(gramsLeft, written.doseG);
  const value = typedNumber(typed);
  const wrong = typed !== '' && !(typeof value === 'number' && value > 0 && value <= 500);
  const last = shared !== null && gramsLeft < 3 * written.doseG;
  return (
    <div className="mb-3">
      <Form.Label htmlFor={id}>Dose</Form.Label>
      <div className="d-flex gap-2 flex-wrap align-items-center">
        <WeightInput id={id} value={typed} otherwise={written.doseG} isInvalid={wrong} onChange={onChange} />
        {last && shared.doseG !== written.doseG && (
          <Button variant="plain" onClick={() => onChange(String(shared.doseG))}>
            Share out what is left: {shared.cups} × {weightText(shared.doseG, units)}
          </Button>
        )}
        {typed !== '' && (
          <Button variant="bare" onClick={() => onChange('')}>
            As written
          </Button>
        )}
      </div>
      {wrong && (
        <div className="invalid-feedback d-block">{`The dose must be a number between ${weightText(0.1, units)} and ${weightText(500, units)}.`}</div>
      )}
      {!wrong && typeof value === 'number' && value > gramsLeft && (
        <div className="form-text">That is more than the {weightText(gramsLeft, units)} that should be left.</div>
      )}
    </div>
  );
}

/** What scaling changed, number by number. */
function ScaleNote({ before, after }: { before: Recipe; after: Recipe }) {
  const units = useUnits();
  const changes = scaleChanges(before, after);
  if (changes.length === 0) return null;
  const { endS } = planOf(after);
  return (
    <div className="scale-note" role="status">
      <h3>Scaled</h3>
      <ul>
        {changes.map(({ what, fromG, toG }) => (
          <li key={what}>
            {what}: <span className="quiet">{weightIn(units, fromG)}</span> → <strong>{weightText(toG, units)}</strong>
          </li>
        ))}
      </ul>
      <p className="quiet small mb-0">
        The ratio stays; so do the times, {minutesText(endS)} in all. A larger bed drains more slowly, a smaller one
        faster.
      </p>
    </div>
  );
}

/** Makes the recipe, as it stands here, what the bag is judged by. */
function ReferenceChoice({ page: { bag }, kept, recipe }: { page: BagPage; kept: KeptRecipe; recipe: Recipe }) {
  const [changeBag, { isLoading }] = api.useChangeBagMutation();
  const dispatch = useAppDispatch();
  if (kept.id === bag.referenceRecipeId && isReference(recipe, bag))
    return <p className="quiet small">This is the bag’s reference recipe: its other brews are measured against it.</p>;
  const make = async (): Promise<void> => {
    const { style, brewer, doseG, waterG, waterC, filter, waterRecipe } = recipe;
    const { error } = await changeBag({
      id: bag.id,
      body: {
        referenceRecipeId: kept.id,
        reference: { style, brewer, doseG, waterG, waterC, grindStep: 0, filter, waterRecipe },
      },
    });
    dispatch(
      toastShown({
        text:
          problemOf(error)?.message ??
          `${sentenceCase(kept.recipe.name)} is the reference of ${bag.name} now: its cups are judged against it.`,
      }),
    );
  };
  return (
    <Button variant="bare" className="px-0" disabled={isLoading} onClick={() => void make()}>
      Make it this bag’s reference
    </Button>
  );
}
