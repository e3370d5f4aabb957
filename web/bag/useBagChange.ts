import type { Bag, BagDraft } from '../../contract/bag';
import { api, problemOf } from '../shared/api';
import { noticed } from '../shared/notices';
import { useAppDispatch } from '../shared/store';

/** Changes something written on a bag and says so, or what went wrong; without a word to say, only the latter. */
export function useBagChange(bag: Bag): (differently: Partial<BagDraft>, said?: string) => Promise<void> {
  const dispatch = useAppDispatch();
  const [changeBag] = api.useChangeBagMutation();
  return async (differently, said) => {
    const { error } = await changeBag({ id: bag.id, change: differently });
    const text = problemOf(error)?.message ?? said;
    if (text !== undefined) dispatch(noticed({ text }));
  };
}
