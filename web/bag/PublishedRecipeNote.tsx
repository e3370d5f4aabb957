import { Link } from 'react-router';
import type { PublishedRecipe } from '../../contract/bagRecord';
import type { BagPage } from '../../contract/shelf';
import { claimedRecipeText, parametersLine } from '../../core/text';
import { useUnits } from '../api/useUnits';
import { inScale, numberText, sentenceCase } from '../ui/format';

/** The recipe its roaster prints, held against the reference; and the way to brew it so. */
export function PublishedRecipeNote({ page: { bag, verdict }, recipe }: { page: BagPage; recipe: PublishedRecipe }) {
  const units = useUnits();
  const write = (points: number): string => numberText(inScale(verdict.scale, points), 1);
  return (
    <div className="published mb-2">
      <p className="mb-1" dir="auto">
        <strong>Printed recipe:</strong> {sentenceCase(parametersLine(recipe, units))}
        {recipe.grindWord && `, ground ${recipe.grindWord}`}. {recipe.asPrinted}
      </p>
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
