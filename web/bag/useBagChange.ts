import { pick } from 'es-toolkit';
import { useRef } from 'react';
import type { Bag, BagDraft } from '../../contract/bag';
import { api, problemOf } from '../api/api';
import { toastShown } from '../state/notices';
import { useAppDispatch } from '../state/store';

/**
 * Changes something written on a bag, as it is shown, and says so, or what went wrong; without a word to say, only the
 * latter. What another window changed meanwhile is kept, and told where it is the same thing.
 */
export function useBagChange(bag: Bag): (differently: Partial<BagDraft>, said?: string) => Promise<void> {
  const dispatch = useAppDispatch();
  const [changeBag] = api.useChangeBagMutation();
  // A second tap may come before the page is drawn with what the first one changed.
  const tapped = useRef<{ over: number; values: Partial<BagDraft> }>({ over: bag.revision, values: {} });
  return async (differently, said) => {
    if (tapped.current.over !== bag.revision) tapped.current = { over: bag.revision, values: {} };
    const was = pick({ ...bag, ...tapped.current.values }, Object.keys(differently) as (keyof BagDraft)[]);
    Object.assign(tapped.current.values, differently);
    const { error } = await changeBag({ id: bag.id, body: { ...differently, was } });
    if (error) tapped.current.values = {};
    const text = problemOf(error)?.message ?? said;
    if (text !== undefined) dispatch(toastShown({ text }));
  };
}
