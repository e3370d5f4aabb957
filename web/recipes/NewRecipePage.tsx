import { useMemo } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { api, problemOf } from '../api/api';
import { ProblemNote } from '../ui/ProblemNote';
import { usePageTitle } from '../ui/usePageTitle';
import { Wait } from '../ui/Wait';
import { typedRecipe } from './recipeForm';
import { RecipeSheet } from './RecipeSheet';

/** A recipe of one's own; it begins as a copy of the standard, or of the one asked for (`?like=…`). */
export function NewRecipePage() {
  const navigate = useNavigate();
  const [address] = useSearchParams();
  const like = address.get('like');
  const { data: recipes, error } = api.useRecipesQuery(undefined);
  const [addRecipe] = api.useAddRecipeMutation();
  const model = recipes?.find(({ id }) => id === like) ?? recipes?.[0];
  const initial = useMemo(() => model && { ...typedRecipe(model.recipe), name: '' }, [model]);
  usePageTitle('Write a recipe');
  if (!initial) return error ? <ProblemNote error={error} /> : <Wait what="Reading the recipes" />;
  return (
    <>
      <h1>Write a recipe</h1>
      <p className="quiet">It begins as a copy of {model?.recipe.name}.</p>
      <RecipeSheet
        draftKey={`recipe.new.${like ?? ''}`}
        title="A new recipe"
        initial={initial}
        saveWord="Keep the recipe"
        cancel={() => void navigate('/recipes')}
        save={async (recipe) => {
          const { data, error: refused } = await addRecipe({ body: recipe });
          if (data) void navigate(`/recipes/${data.id}`, { replace: true });
          return problemOf(refused);
        }}
      />
    </>
  );
}
