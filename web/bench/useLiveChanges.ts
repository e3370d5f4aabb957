import { useCallback, useEffect, useRef, useState } from 'react';
import type { LiveBrew, LivePatch } from '../../contract/live';
import { benchApi } from '../shared/benchApi';

const PREFIX = 'slow-crest.bench.';
const AGAIN_MS = 1500;

function kept(id: string): LivePatch | null {
  try {
    return JSON.parse(localStorage.getItem(PREFIX + id) ?? 'null') as LivePatch | null;
  } catch {
    return null;
  }
}

/**
 * A brew on the bench with what was tapped on this device laid over it. A tap counts at once, is kept in this browser, and
 * is sent until the server has it: a server that is down, or a page that is closed, loses none.
 */
export function useLiveChanges(live: LiveBrew): { live: LiveBrew; change: (patch: LivePatch) => void; unreached: boolean } {
  const { id } = live;
  const [pending, setPending] = useState<LivePatch | null>(() => kept(id));
  const [unreached, setUnreached] = useState(false);
  const [send] = benchApi.useChangeLiveMutation();
  const newest = useRef(pending);

  const hold = useCallback(
    (patch: LivePatch | null) => {
      newest.current = patch;
      if (patch === null) localStorage.removeItem(PREFIX + id);
      else localStorage.setItem(PREFIX + id, JSON.stringify(patch));
      setPending(patch);
    },
    [id],
  );

  const change = useCallback((patch: LivePatch) => hold({ ...newest.current, ...patch }), [hold]);

  useEffect(() => {
    if (pending === null) return;
    let timer: ReturnType<typeof setTimeout>;
    let over = false;
    const attempt = async (): Promise<void> => {
      const { error } = await send({ id, patch: pending });
      if (over) return;
      const unreachable = error && 'status' in error && typeof error.status !== 'number';
      setUnreached(unreachable === true);
      if (unreachable) timer = setTimeout(() => void attempt(), AGAIN_MS);
      else hold(null);
    };
    void attempt();
    return () => {
      over = true;
      clearTimeout(timer);
    };
  }, [pending, id, send, hold]);

  return { live: pending === null ? live : { ...live, ...pending }, change, unreached };
}
