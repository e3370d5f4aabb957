import { pick } from 'es-toolkit';
import { useRef } from 'react';
import type { Bag, BagDraft } from '../../contract/bag/bag';
import { api, problemOf } from '../api/api';
import { toastShown } from '../state/notices';
import { useAppDispatch } from '../state/store';

/** What is to be different, or what makes it so of the bag as it has become. */
type BagDifference = Partial<BagDraft> | ((now: Bag) => Partial<BagDraft>);

/**
 * Changes something written on a bag, as it is shown, and says so, or what went wrong; without a word to say, only the
 * latter. What another window changed meanwhile is kept, and told where it is the same thing. A list is changed by what
 * it has become since the page was drawn: a second tap must not undo the first.
 */
export function useBagChange(bag: Bag): (change: BagDifference, said?: string) => Promise<void> {
  const dispatch = useAppDispatch();
  const [changeBag] = api.useChangeBagMutation();
  // A second tap may come before the page is drawn with what the first one changed.
  const tapped = useRef<{ over: number; values: Partial<BagDraft> }>({ over: bag.revision, values: {} });
  return async (change, said) => {
    if (tapped.current.over !== bag.revision) tapped.current = { over: bag.revision, values: {} };
    const now = { ...bag, ...tapped.current.values } as Bag;
    const differently = typeof change === 'function' ? change(now) : change;
    const was = pick(now, Object.keys(differently) as (keyof Bag)[]);
    Object.assign(tapped.current.values, differently);
    const { error } = await changeBag({ id: bag.id, body: { ...differently, was } });
    if (error) tapped.current.values = {};
    const text = problemOf(error)?.message ?? said;
    if (text !== undefined) dispatch(toastShown({ text }));
  };
}
