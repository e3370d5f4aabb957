import { useMemo } from 'react';
import { useNavigate, useParams } from 'react-router';
import type { Bag } from '../../contract/bag/bag';
import { api, problemOf } from '../api/api';
import { ProblemNote } from '../ui/ProblemNote';
import { useToday } from '../state/today';
import { usePageTitle } from '../ui/usePageTitle';
import { Wait } from '../ui/Wait';
import { BagSheet } from './BagSheet';
import { bagChange, typedBag } from './bagForm';

/** Changing what is written on a bag. */
export function EditBagPage() {
  const { bagId = '' } = useParams();
  const today = useToday();
  const { data: page, error } = api.useBagPageQuery({ id: bagId, today });
  usePageTitle('Edit a bag');
  if (page?.bag.id !== bagId) return error ? <ProblemNote error={error} /> : <Wait what="Reading the bag" />;
  return <Edit key={bagId} bag={page.bag} />;
}

function Edit({ bag }: { bag: Bag }) {
  const navigate = useNavigate();
  const [changeBag] = api.useChangeBagMutation();
  const savedVersion = useMemo(() => typedBag(bag), [bag]);
  const back = (): void => void navigate(`/bags/${bag.id}`, { replace: true });
  return (
    <>
      <h1>Edit {bag.name}</h1>
      <BagSheet
        draftKey={`bag.${bag.id}`}
        title={`What is written on ${bag.name}`}
        initial={savedVersion}
        savedVersion={savedVersion}
        saveWord="Save"
        cancel={back}
        save={async (changed, over) => {
          const { error } = await changeBag({ id: bag.id, body: bagChange(changed, over) });
          if (!error) back();
          return problemOf(error);
        }}
      />
    </>
  );
}
