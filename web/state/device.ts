import { nanoid } from '@reduxjs/toolkit';

const KEY = 'slow-crest.device';

/**
 * The name this window goes by towards the server: its own, so that two windows of one browser never overwrite each
 * other; kept while the window is open, through reloads.
 */
export function deviceName(): string {
  const kept = sessionStorage.getItem(KEY);
  if (kept !== null) return kept;
  const name = nanoid();
  sessionStorage.setItem(KEY, name);
  return name;
}
