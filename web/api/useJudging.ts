import { throttle } from 'es-toolkit';
import { useEffect, useState } from 'react';
import type { Judging } from '../../contract/shelf/shelf';
import { listen } from './listen';
import { oneAfterAnother } from './oneAfterAnother';

/**
 * How the judging in the background stands, for as long as a page waits for it; the page is read anew as it goes on, at
 * most once in so many ms, and when it is over. Null while nothing was heard.
 *
 * @param again reads the page anew, and resolves once it was
 */
export function useJudging(waits: boolean, again: () => Promise<unknown>, everyMs: number): Judging | null {
  const [judging, setJudging] = useState<Judging | null>(null);
  useEffect(() => {
    if (!waits) return;
    const read = oneAfterAnother(again);
    const nowAndThen = throttle(read, everyMs);
    const stop = listen('judgingStream', undefined, {
      changed: (now) => {
        setJudging(now);
        if (now.waiting === 0) read();
        else nowAndThen();
      },
    });
    return () => {
      nowAndThen.cancel();
      stop();
    };
  }, [waits, again, everyMs]);
  return waits ? judging : null;
}
