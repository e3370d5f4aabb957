import { useCallback, useEffect, useMemo, useSyncExternalStore } from 'react';
import type { LiveBrew } from '../../contract/bench/live';
import { sync } from '../state/store';
import { queuedTap, withTaps, type Tap } from '../sync/taps';

export type Change = (tap: Tap) => void;

/**
 * A brew on the bench with what was tapped on this device laid over it. A tap counts at once, is kept in this browser,
 * and is sent until the server has it: a server that is down or has no room, or a page that is closed, loses none.
 * `offline` says in words why the server does not have it yet.
 */
export function useLiveChanges(fromServer: LiveBrew): { live: LiveBrew; change: Change; offline: string | null } {
  const { id } = fromServer;
  const outbox = useMemo(() => sync.taps(id), [id]);
  const { state: queue, answer, why } = useSyncExternalStore(outbox.subscribe, outbox.snapshot);
  useEffect(() => outbox.retry(), [outbox]);
  // An answer to a question asked earlier may come later.
  const known = answer && answer.revision > fromServer.revision ? answer : fromServer;
  const change: Change = useCallback((tap) => outbox.change((taps) => queuedTap(taps, known, tap)), [outbox, known]);
  return { live: withTaps(known, queue), change, offline: why };
}
