import { omit } from 'es-toolkit';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { LiveBrew, LivePatch } from '../../contract/live';
import { api, isPassing, problemOf } from '../api/api';
import { toastShown } from '../state/notices';
import { useAppDispatch } from '../state/store';

const PREFIX = 'slow-crest.bench.';
const AGAIN_MS = 1500;

function kept(id: string): LivePatch | null {
  try {
    return JSON.parse(localStorage.getItem(PREFIX + id) ?? 'null') as LivePatch | null;
  } catch {
    return null;
  }
}

/** Why a tap is not kept on the server yet, in words. */
function whyNotYet(error: Parameters<typeof problemOf>[0]): string {
  const answered = error && 'status' in error && typeof error.status === 'number';
  return (answered ? problemOf(error)?.message : null) ?? 'Slow Crest does not answer yet.';
}

/**
 * What a tap changes; worked out from the brew as the taps before it left it, however quickly they follow each other.
 */
export type Change = (tap: LivePatch | ((live: LiveBrew) => LivePatch)) => void;

/**
 * A brew on the bench with what was tapped on this device laid over it. A tap counts at once, is kept in this browser,
 * and is sent until the server has it: a server that is down or has no room, or a page that is closed, loses none.
 * `offline` says in words why the server does not have it yet.
 */
export function useLiveChanges(fromServer: LiveBrew): { live: LiveBrew; change: Change; offline: string | null } {
  const { id } = fromServer;
  const [pending, setPending] = useState<LivePatch | null>(() => kept(id));
  const [offline, setUnreached] = useState<string | null>(null);
  const dispatch = useAppDispatch();
  const [send] = api.useChangeLiveMutation();
  // An answer to a question asked earlier may come later: the higher revision is the newer.
  const [answered, setAnswered] = useState(fromServer);
  const known = answered.revision > fromServer.revision ? answered : fromServer;
  const newest = useRef({ known, pending });

  const hold = useCallback(
    (patch: LivePatch | null) => {
      newest.current.pending = patch;
      if (patch === null) localStorage.removeItem(PREFIX + id);
      else localStorage.setItem(PREFIX + id, JSON.stringify(patch));
      setPending(patch);
    },
    [id],
  );

  useEffect(() => {
    newest.current.known = known;
  }, [known]);

  const change: Change = useCallback(
    (tap) => {
      const { known: before, pending: held } = newest.current;
      const { ticked, marks } = before;
      // What the lists said before the first of these taps: what another device adds meanwhile is kept.
      hold({ was: { ticked, marks }, ...held, ...(typeof tap === 'function' ? tap({ ...before, ...held }) : tap) });
    },
    [hold],
  );

  useEffect(() => {
    if (pending === null) return;
    let timer: ReturnType<typeof setTimeout>;
    let over = false;
    const attempt = async (): Promise<void> => {
      const { data, error } = await send({ id, body: pending });
      if (over) return;
      const passing = isPassing(error);
      setUnreached(passing ? whyNotYet(error) : null);
      if (passing) {
        timer = setTimeout(() => void attempt(), AGAIN_MS);
        return;
      }
      if (error) dispatch(toastShown({ text: problemOf(error)?.message ?? 'The tap was not taken.' }));
      if (data) {
        // The next tap may come before the page is drawn with the answer.
        newest.current.known = data;
        setAnswered(data);
      }
      hold(null);
    };
    void attempt();
    return () => {
      over = true;
      clearTimeout(timer);
    };
  }, [pending, id, send, hold, dispatch]);

  return { live: pending === null ? known : { ...known, ...omit(pending, ['was']) }, change, offline };
}
