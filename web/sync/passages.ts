import type { PassageChange } from '../../contract/writeUps/writeUp';
import type { Kept } from '../state/browserStore';
import type { Delivery, Policy } from './outbox';

/** What is written over one passage and the server does not have; null where it has all. */
export type PassageWriting = Kept<'passage'> | null;

/**
 * Sends a passage with what it was written over, so that nobody else’s is undone unseen. What the server refuses stays
 * here with the reason until it is written on. The answer is what stands there as far as this window has written it.
 */
export const passagePolicy = (
  key: string,
  send: (change: PassageChange, isOwn: boolean) => Promise<Delivery<string>>,
): Policy<'passage', PassageWriting, NonNullable<PassageWriting>, string> => ({
  name: 'passage',
  restored: (kept) => kept,
  stored: (writing) => writing,
  isGathered: true,
  isCounted: false,
  isOfWindow: false,
  due: (writing) => (writing?.refused === null ? [writing] : []),
  send: ({ text, was, isOwn }) => send({ key, text, was }, isOwn),
  settled: (writing, sent, refused) => {
    if (writing === null) return null;
    if (refused !== null) return writing.text === sent.text ? { ...writing, refused } : writing;
    // What was written meanwhile goes next, over this.
    return writing.text === sent.text ? null : { ...writing, was: sent.text };
  },
});
