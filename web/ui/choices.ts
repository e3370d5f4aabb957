import { sentenceCase, words } from './format';

/** The options of a choice that may stay open: `unknown` says so, and comes first. */
export const choices = (codes: readonly string[], unknown: string): { value: string; text: string }[] => [
  { value: '', text: unknown },
  ...codes.map((code) => ({ value: code, text: sentenceCase(words(code)) })),
];
