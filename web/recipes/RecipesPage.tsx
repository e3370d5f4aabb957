import { api } from '../api/api';
import { useUnits } from '../api/useUnits';
import { Link } from 'react-router';
import { minutesText, planOf, type Recipe } from '../../core/brew';
import { numberText, sentenceCase } from '../ui/format';
import { ProblemNote } from '../ui/ProblemNote';
import { recipeFacts } from '../domain/recipeFacts';
import { usePageTitle } from '../ui/usePageTitle';
import { Wait } from '../ui/Wait';

/** Every recipe of the household, the standard first. */
export function RecipesPage() {
  const { data: recipes, error, refetch } = api.useRecipesQuery(undefined);
  const units = useUnits();
  usePageTitle('Recipes');
  if (!recipes)
    return error ? <ProblemNote error={error} retry={() => void refetch()} /> : <Wait what="Reading the recipes" />;
  return (
    <>
      <div className="bag-head">
        <div>
          <h1>Recipes</h1>
          <p className="quiet">
            Brew every bag by the standard first, so that first impressions compare. A brew keeps the version it was
            made with.
          </p>
        </div>
        <div className="bag-actions">
          <Link className="btn btn-primary" to="/recipes/new">
            Write a recipe
          </Link>
          <Link className="btn btn-plain" to="/recipes/from-card">
            Read a card
          </Link>
        </div>
      </div>
      <ul className="recipe-list">
        {recipes.map(({ id, recipe, isStandard, version }) => (
          <li key={id}>
            <Link to={`/recipes/${id}`}>
              <strong>{recipe.name}</strong>
              <span className="quiet">
                {sentenceCase(recipe.brewer)}
                {isStandard && <span className="standard">standard</span>}
              </span>
              <span>{recipeFacts(recipe, units)}</span>
              <span className="quiet">
                {lengthText(recipe)}
                {version > 1 && `, version ${version}`}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </>
  );
}

function lengthText(recipe: Recipe): string {
  if (recipe.steepHours !== null) return `${numberText(recipe.steepHours, 1)} h`;
  const pours = planOf(recipe).steps.filter((step) => step.pours).length;
  return `${minutesText(planOf(recipe).endS)}${pours > 1 ? `, ${pours} pours` : ''}`;
}
