import { toastShown } from '../state/notices';
import { useAppDispatch } from '../state/store';
import { problemOf } from './api';

/** Says what a change came to: the problem it met, or else a sentence. */
export function useSayOutcome(): (error: Parameters<typeof problemOf>[0], text: string) => void {
  const dispatch = useAppDispatch();
  return (error, text) => {
    dispatch(toastShown({ text: problemOf(error)?.message ?? text }));
  };
}
