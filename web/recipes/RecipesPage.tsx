import { Link } from 'react-router';
import { minutesText, planOf, type RecipeCard } from '../../core/brew';
import { benchApi } from '../shared/benchApi';
import { numberText, sentenceCase } from '../shared/format';
import { ProblemNote } from '../shared/ProblemNote';
import { recipeFacts } from '../shared/RecipeLines';
import { usePageTitle } from '../shared/usePageTitle';
import { Wait } from '../shared/Wait';

/** Every recipe of the household, the standard first. */
export function RecipesPage() {
  const { data: recipes, error, refetch } = benchApi.useRecipesQuery(undefined);
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
        </div>
      </div>
      <ul className="recipe-list">
        {recipes.map(({ id, card, isStandard, version }) => (
          <li key={id}>
            <Link to={`/recipes/${id}`}>
              <strong>{card.name}</strong>
              <span className="quiet">
                {sentenceCase(card.brewer)}
                {isStandard && <span className="standard">standard</span>}
              </span>
              <span>{recipeFacts(card)}</span>
              <span className="quiet">
                {lengthText(card)}
                {version > 1 && `, version ${version}`}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </>
  );
}

function lengthText(card: RecipeCard): string {
  if (card.steepHours !== null) return `${numberText(card.steepHours, 1)} h`;
  const pours = planOf(card).steps.filter((step) => step.pours).length;
  return `${minutesText(planOf(card).endS)}${pours > 1 ? `, ${pours} pours` : ''}`;
}
