import { useCallback, useEffect, useState, useSyncExternalStore } from 'react';
import type { LiveBrew, LivePatch } from '../../contract/bench/live';
import { api, isPassing, problemOf } from '../api/api';
import { keptInBrowser } from '../state/kept';
import { toastShown } from '../state/notices';
import { useAppDispatch } from '../state/store';
import { TapKeeper, withTaps, type Sent, type Tap } from './tapKeeper';

/** Why a tap is not kept on the server yet, in words. */
function whyNotYet(error: Parameters<typeof problemOf>[0]): string {
  const answered = error && 'status' in error && typeof error.status === 'number';
  return (answered ? problemOf(error)?.message : null) ?? 'Slow Crest does not answer yet.';
}

export type Change = (tap: Tap) => void;

/**
 * A brew on the bench with what was tapped on this device laid over it. A tap counts at once, is kept in this browser,
 * and is sent until the server has it: a server that is down or has no room, or a page that is closed, loses none.
 * `offline` says in words why the server does not have it yet.
 */
export function useLiveChanges(fromServer: LiveBrew): { live: LiveBrew; change: Change; offline: string | null } {
  const dispatch = useAppDispatch();
  const [send] = api.useChangeLiveMutation();
  const [keeper] = useState(() => {
    const { id } = fromServer;
    const sent = async (body: LivePatch): Promise<Sent> => {
      const { data, error } = await send({ id, body });
      if (data) return { live: data };
      return isPassing(error)
        ? { notYet: whyNotYet(error) }
        : { refused: problemOf(error)?.message ?? 'The tap was not taken.' };
    };
    return new TapKeeper(fromServer, keptInBrowser, sent, (text) => dispatch(toastShown({ text })));
  });
  const { known, pending, offline } = useSyncExternalStore(keeper.subscribe, keeper.snapshot);
  useEffect(() => keeper.hear(fromServer), [keeper, fromServer]);
  useEffect(() => {
    keeper.open();
    return () => keeper.close();
  }, [keeper]);
  const change: Change = useCallback((tap) => keeper.tap(tap), [keeper]);
  return { live: withTaps(known.revision > fromServer.revision ? known : fromServer, pending), change, offline };
}
