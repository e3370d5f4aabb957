import { useMemo } from 'react';
import { useNavigate } from 'react-router';
import { api, problemOf } from '../api/api';
import { usePageTitle } from '../ui/usePageTitle';
import { Wait } from '../ui/Wait';
import { BagSheet } from './BagSheet';
import { emptyBag } from './bagForm';

/** A new bag. */
export function AddBagPage() {
  const navigate = useNavigate();
  const [addBag] = api.useAddBagMutation();
  const { data: recipes, isLoading } = api.useRecipesQuery(undefined);
  const standard = recipes?.find(({ isStandard }) => isStandard) ?? null;
  const settings = api.useSettingsQuery(undefined);
  const scoringScale = settings.data?.scoringScale;
  const initial = useMemo(() => emptyBag(standard, scoringScale), [standard, scoringScale]);
  usePageTitle('Add a bag');
  if (isLoading || settings.isLoading) return <Wait what="Reading the standard recipe" />;
  return (
    <>
      <h1>Add a bag</h1>
      <BagSheet
        draftKey="bag.new"
        title="A new bag"
        initial={initial}
        saveWord="Put it on the shelf"
        cancel={() => void navigate(-1)}
        save={async (bag) => {
          const { data, error } = await addBag({ body: bag });
          if (data) void navigate(`/bags/${data.id}`, { replace: true });
          return problemOf(error);
        }}
      />
    </>
  );
}
