import { Link } from 'react-router';
import type { PublishedRecipe } from '../../contract/bag/bagRecord';
import type { BagPage } from '../../contract/shelf/shelf';
import { heldReference } from '../../application/writeUp/recordFacts';
import { claimedDifferenceText, claimedRecipeText, parametersLine } from '../../core/text';
import { api } from '../api/api';
import { RecipeLines } from '../domain/RecipeLines';
import { useUnits } from '../api/useUnits';
import { inScale, numberText, sentenceCase } from '../ui/format';

/** The recipe its roaster prints, held against the reference; and the way to brew it so. */
export function PublishedRecipeNote({
  page: { bag, brews, verdict },
  recipe,
}: {
  page: BagPage;
  recipe: PublishedRecipe;
}) {
  const units = useUnits();
  const { data: recipes = [] } = api.useRecipesQuery(undefined);
  const card = recipes.find(({ id }) => id === bag.referenceRecipeId)?.recipe ?? null;
  const own = brews.filter(({ fault, style }) => fault === null && style === bag.reference.style);
  const held = { ...recipe, grindStep: null, pours: recipe.pours ?? null };
  const write = (points: number): string => numberText(inScale(verdict.scale, points), 1);
  return (
    <div className="published mb-2">
      <p className="mb-1" dir="auto">
        <strong>Printed recipe:</strong> {sentenceCase(parametersLine(recipe, units))}
        {recipe.grindWord && `, ground ${recipe.grindWord}`}
        {recipe.pours && `, ${recipe.pours === 1 ? '1 pour' : `${recipe.pours} pours`}`}. {recipe.asPrinted}
      </p>
      {recipe.style === bag.reference.style && (
        <p className="mb-1">{claimedDifferenceText(held, heldReference(bag, card, own), units)}</p>
      )}
      {card && (
        <details className="mb-1">
          <summary>Your stages</summary>
          <RecipeLines recipe={card} />
        </details>
      )}
      <p className="mb-1">
        {verdict.claimed
          ? claimedRecipeText(verdict.claimed, write)
          : recipe.style === bag.reference.style
            ? 'It is your reference recipe.'
            : 'It is for another drink than your reference, and is not held against it.'}
      </p>
      <p className="mb-0 d-flex flex-wrap gap-3">
        <Link to={`/bags/${bag.id}/brew?printed`}>Log it as printed</Link>
        <Link to={`/bags/${bag.id}/bench?printed`}>Brew it so at the bench</Link>
      </p>
    </div>
  );
}
