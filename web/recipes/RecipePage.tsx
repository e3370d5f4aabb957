import { useMemo, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import type { KeptRecipeVersion, KeptRecipe } from '../../contract/bench/recipe';
import { scaleRecipe, scaleChanges } from '../../core/brew';
import { api, problemOf } from '../api/api';
import { dateText, numberText, weightText } from '../ui/format';
import { toastShown } from '../state/notices';
import { ProblemNote } from '../ui/ProblemNote';
import { RecipeLines } from '../domain/RecipeLines';
import { useAppDispatch } from '../state/store';
import { typedNumber } from '../forms/typed';
import { usePageTitle } from '../ui/usePageTitle';
import { Wait } from '../ui/Wait';
import { typedRecipe } from './recipeForm';
import { RecipeSheet } from './RecipeSheet';
import { useUnits } from '../api/useUnits';
import { weightIn } from '../../core/text';
import { WeightInput } from '../forms/WeightInput';

/** One recipe: as it is followed, at another dose, its versions, and the sheet to change it. */
export function RecipePage() {
  const { recipeId = '' } = useParams();
  const { data: recipes, error, refetch } = api.useRecipesQuery(undefined);
  const kept = recipes?.find(({ id }) => id === recipeId);
  usePageTitle(kept?.recipe.name ?? 'Recipe');
  if (!recipes)
    return error ? <ProblemNote error={error} retry={() => void refetch()} /> : <Wait what="Reading the recipe" />;
  if (!kept) return <div className="panel-error">This recipe is not here. It may have been deleted.</div>;
  return <Recipe key={kept.id} kept={kept} />;
}

function Recipe({ kept }: { kept: KeptRecipe }) {
  const [address, setAddress] = useSearchParams();
  const navigate = useNavigate();
  const dispatch = useAppDispatch();
  const [changeRecipe] = api.useChangeRecipeMutation();
  const [makeStandard] = api.useMakeStandardMutation();
  const [removeRecipe] = api.useRemoveRecipeMutation();
  const savedVersion = useMemo(() => typedRecipe(kept.recipe, kept.versionId), [kept]);
  const editing = address.get('edit') === 'yes';
  const say = (text: string): void => void dispatch(toastShown({ text }));

  const standard = async (): Promise<void> => {
    const { error } = await makeStandard({ id: kept.id });
    say(problemOf(error)?.message ?? `${kept.recipe.name} is the standard recipe now.`);
  };
  const remove = async (): Promise<void> => {
    const { error } = await removeRecipe({ id: kept.id });
    const problem = problemOf(error);
    if (problem) {
      say(problem.message);
      return;
    }
    dispatch(
      toastShown({
        text: `${kept.recipe.name} is deleted; brews made with it keep it.`,
        undo: { kind: 'recipe', id: kept.id },
      }),
    );
    void navigate('/recipes');
  };

  if (editing) {
    return (
      <>
        <h1>Edit {kept.recipe.name}</h1>
        <p className="quiet">
          Saving makes version {kept.version + 1}; brews already logged keep the one they were made with.
        </p>
        <RecipeSheet
          draftKey={`recipe.${kept.id}`}
          title={`The recipe ${kept.recipe.name}`}
          initial={savedVersion}
          savedVersion={savedVersion}
          saveWord="Save the recipe"
          cancel={() => setAddress({}, { replace: true })}
          save={async (recipe, over) => {
            const { error } = await changeRecipe({ id: kept.id, body: { ...recipe, over: over?.versionId ?? null } });
            if (!error) setAddress({}, { replace: true });
            return problemOf(error);
          }}
        />
      </>
    );
  }
  return (
    <>
      <div className="bag-head">
        <div>
          <h1>{kept.recipe.name}</h1>
          <p className="quiet">
            {kept.recipe.brewer}, version {kept.version}
            {kept.isStandard && ', the standard recipe of the household'}
          </p>
        </div>
        <div className="bag-actions">
          <Button onClick={() => setAddress({ edit: 'yes' })}>Edit</Button>
          <Button variant="plain" onClick={() => void navigate(`/write-ups/new?kind=card&of=${kept.id}`)}>
            Card for others
          </Button>
          {!kept.isStandard && (
            <Button variant="plain" onClick={() => void standard()}>
              Make it the standard
            </Button>
          )}
          <Button variant="plain" onClick={() => void navigate(`/recipes/new?like=${kept.id}`)}>
            Copy
          </Button>
          {!kept.isStandard && (
            <Button variant="plain" onClick={() => void remove()}>
              Delete
            </Button>
          )}
        </div>
      </div>
      <div className="row">
        <section className="col-lg-7">
          <ScaledRecipe kept={kept} />
        </section>
        <section className="col-lg-5">
          <Versions kept={kept} />
        </section>
      </div>
    </>
  );
}

/** The recipe at the dose asked for, with what that changes. */
function ScaledRecipe({ kept: { recipe } }: { kept: KeptRecipe }) {
  const units = useUnits();
  const [typed, setTyped] = useState('');
  const dose = typedNumber(typed);
  const scaled = typeof dose === 'number' && dose > 0 && dose <= 500 ? scaleRecipe(recipe, dose) : recipe;
  const changes = scaleChanges(recipe, scaled);
  return (
    <>
      <RecipeLines recipe={scaled} />
      {recipe.grindsElsewhere.length > 0 && (
        <p className="quiet mt-2 mb-0">
          Its grind elsewhere:{' '}
          {recipe.grindsElsewhere.map(({ grinder, setting }) => `${grinder} ${numberText(setting, 2)}`).join(', ')}
        </p>
      )}
      {recipe.why !== '' && (
        <p className="recipe-why mt-2 mb-0" dir="auto">
          {recipe.why}
        </p>
      )}
      <div className="d-flex gap-2 align-items-center mt-3 flex-wrap">
        <label htmlFor="scale-to">At another dose</label>
        <WeightInput id="scale-to" value={typed} otherwise={recipe.doseG} onChange={setTyped} />
      </div>
      {changes.length > 0 && (
        <p className="quiet mt-2">
          {changes
            .map(({ what, fromG, toG }) => `${what} ${weightIn(units, fromG)} → ${weightText(toG, units)}`)
            .join(', ')}
        </p>
      )}
    </>
  );
}

function Versions({ kept }: { kept: KeptRecipe }) {
  const { data: versions = [] } = api.useVersionsQuery({ id: kept.id });
  const [shown, setShown] = useState<KeptRecipeVersion | null>(null);
  return (
    <>
      <h2>Versions</h2>
      <ul className="effects">
        {versions.map((one) => (
          <li key={one.id}>
            <button
              type="button"
              className="btn-link-plain"
              aria-expanded={shown?.id === one.id}
              onClick={() => setShown(shown?.id === one.id ? null : one)}
            >
              Version {one.version}, {dateText(one.createdAt.slice(0, 10))}
              <span className="quiet">{one.brews > 0 && `, ${one.brews} ${one.brews === 1 ? 'brew' : 'brews'}`}</span>
            </button>
            {shown?.id === one.id && <RecipeLines recipe={one.recipe} />}
          </li>
        ))}
      </ul>
    </>
  );
}
