import type { KeyAction } from '../../contract/settings';

/** What each key does, in words. */
export const KEY_ACTION_WORDS: Readonly<Record<KeyAction, string>> = {
  search: 'Search bags and notes',
  shelf: 'To the shelf',
  addBag: 'Add a bag',
  logBrew: "Log a brew: of the bag in view, or of this morning's",
  waterOn: "Water on: lay out a brew at the bench, of the bag in view or of this morning's",
  sameAgain: "Same again: log a repeat of the last brew, of the bag in view or of this morning's",
  keys: 'The list of keys',
};
