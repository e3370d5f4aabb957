import { toastShown, type Undo } from '../state/notices';
import { useAppDispatch } from '../state/store';
import { problemOf } from './api';

/**
 * Says what a change came to: the problem it met, or else a sentence, with a way to take it back where there is one.
 */
export function useSayOutcome(): (error: Parameters<typeof problemOf>[0], text: string, undo?: Undo) => void {
  const dispatch = useAppDispatch();
  return (error, text, undo) => {
    const problem = problemOf(error);
    dispatch(toastShown(problem ? { text: problem.message } : { text, ...(undo && { undo }) }));
  };
}
