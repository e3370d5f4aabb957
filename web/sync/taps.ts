import { isEqual, omit } from 'es-toolkit';
import type { LiveBrew, LivePatch } from '../../contract/bench/live';
import type { Delivery, Policy } from './outbox';

/**
 * What a tap changes; worked out from the brew as the taps before it left it, however quickly they follow each other.
 */
export type Tap = LivePatch | ((live: LiveBrew) => LivePatch);

/**
 * The taps on one brew the server does not have yet: what is under way, which goes on unchanged until it is answered,
 * and what follows it, whose lists follow on from the first's. Sent together, a tick put back would look like no change
 * at all.
 */
export type TapQueue = readonly LivePatch[];

/** Sends each tap at once. What is refused is let go: the sender says why. */
export const tapPolicy = (
  send: (patch: LivePatch) => Promise<Delivery<LiveBrew>>,
): Policy<'bench', TapQueue, LivePatch, LiveBrew> => ({
  name: 'bench',
  restored: (kept) => kept ?? [],
  stored: (queue) => (queue.length > 0 ? [...queue] : null),
  isGathered: false,
  isCounted: false,
  isOfWindow: false,
  due: (queue) => queue,
  send,
  settled: (queue, patch) => (isEqual(queue[0], patch) ? queue.slice(1) : queue),
});

/** The queue with one more tap, on a brew as the server last told of it. */
export function queuedTap(queue: TapQueue, known: LiveBrew, tap: Tap): TapQueue {
  const [first, next] = queue;
  const change = typeof tap === 'function' ? tap(withTaps(known, queue)) : tap;
  // What the lists said before these taps: what another device adds meanwhile is kept.
  const { ticked, marks } = withTaps(known, first ? [first] : []);
  const patch = { was: { ticked, marks }, ...next, ...change };
  return first ? [first, patch] : [patch];
}

/** A brew with what was tapped on it laid over. */
export function withTaps(known: LiveBrew, queue: TapQueue): LiveBrew {
  return queue.reduce((live, patch) => ({ ...live, ...omit(patch, ['was']) }), known);
}
