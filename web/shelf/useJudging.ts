import { useEffect, useRef } from 'react';
import type { Judging, Shelf } from '../../contract/shelf';
import { api } from '../api/api';

const ASK_EVERY_MS = 700;
/** A shelf that is still being judged is fetched anew this often, ms: often enough to be seen to grow. */
const SHELF_EVERY_MS = 4000;

/**
 * How the judging of a shelf stands, for as long as it is not all judged; fetches the shelf anew as it goes on. Null
 * once it is.
 */
export function useJudging(shelf: Shelf | undefined, refetch: () => unknown): Judging | null {
  const isUnsettled = shelf?.lanes.some(({ judged }) => judged !== 'now') ?? false;
  const { data, fulfilledTimeStamp = 0 } = api.useJudgingQuery(undefined, {
    skip: !isUnsettled,
    pollingInterval: ASK_EVERY_MS,
  });
  const fetchedAt = useRef(0);
  const judging = data ?? shelf?.judging;
  const waiting = judging?.waiting ?? 0;
  useEffect(() => {
    if (!isUnsettled || fulfilledTimeStamp === 0) return;
    if (waiting > 0 && fulfilledTimeStamp - fetchedAt.current < SHELF_EVERY_MS) return;
    fetchedAt.current = fulfilledTimeStamp;
    refetch();
    // Asked again with every answer, also one that says the same.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [fulfilledTimeStamp, isUnsettled]);
  return isUnsettled && judging ? judging : null;
}
