import { nanoid } from '@reduxjs/toolkit';

const KEY = 'slow-crest.device';

/** The name this browser goes by towards the server; made once. */
export function deviceName(): string {
  const kept = localStorage.getItem(KEY);
  if (kept !== null) return kept;
  const name = nanoid();
  localStorage.setItem(KEY, name);
  return name;
}
