import { useMemo } from 'react';
import { useNavigate } from 'react-router';
import { api, problemOf } from '../shared/api';
import { usePageTitle } from '../shared/usePageTitle';
import { BagSheet } from './BagSheet';
import { emptyBag } from './bagForm';

/** A new bag. */
export function AddBagPage() {
  const navigate = useNavigate();
  const [addBag] = api.useAddBagMutation();
  const initial = useMemo(() => emptyBag(), []);
  usePageTitle('Add a bag');
  return (
    <>
      <h1>Add a bag</h1>
      <BagSheet
        draftKey="bag.new"
        initial={initial}
        saveWord="Put it on the shelf"
        cancel={() => void navigate(-1)}
        save={async (bag) => {
          const { data, error } = await addBag(bag);
          if (data) void navigate(`/bags/${data.id}`, { replace: true });
          return problemOf(error);
        }}
      />
    </>
  );
}
