import { nanoid } from '@reduxjs/toolkit';
import { keptInWindow } from './kept';

/**
 * The name this window goes by towards the server: its own, so that two windows of one browser never overwrite each
 * other; kept while the window is open, through reloads.
 */
export function deviceName(): string {
  const kept = keptInWindow.get('device');
  if (kept !== null) return kept;
  const name = nanoid();
  keptInWindow.set('device', name);
  return name;
}
