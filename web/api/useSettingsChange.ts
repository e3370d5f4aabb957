import type { SettingsChange } from '../../contract/settings';
import { toastShown } from '../state/notices';
import { useAppDispatch } from '../state/store';
import { api, problemOf } from './api';

/** Keeps a change of the settings at once; says so only when it could not. */
export function useSettingsChange(): (change: SettingsChange) => void {
  const [send] = api.useChangeSettingsMutation();
  const dispatch = useAppDispatch();
  return (change) =>
    void send({ body: change }).then(({ error }) => {
      const problem = problemOf(error);
      if (problem) dispatch(toastShown({ text: problem.message }));
    });
}
