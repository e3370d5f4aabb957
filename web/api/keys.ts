import { useHotkeys } from 'react-hotkeys-hook';
import type { KeyAction, KeyChoices } from '../../contract/settings';
import { api } from './api';

/** The keys a household begins with. */
export const FIRST_KEYS: Readonly<Record<KeyAction, string>> = {
  search: '/',
  shelf: 's',
  addBag: 'n',
  logBrew: 'b',
  waterOn: 'w',
  sameAgain: 'a',
  keys: '?',
};

/** The key of each action; empty for none. */
export const keysOf = (chosen: KeyChoices): Record<KeyAction, string> => ({ ...FIRST_KEYS, ...chosen });

export function useKeys(): Record<KeyAction, string> {
  return keysOf(api.useSettingsQuery(undefined).data?.keys ?? {});
}

/** Does something at the key the household chose for it; at none where it chose none. */
export function useActionKey(action: KeyAction, act: () => void, dependencies: readonly unknown[] = []): void {
  const key = useKeys()[action];
  const options = { preventDefault: true, useKey: true, enabled: key !== '' };
  useHotkeys(key === '' ? 'a' : key, act, options, [key, ...dependencies]);
}
