import { useEffect, useEffectEvent } from 'react';
import { looksAt } from '../core/cup';
import { called, keepCups, vibrate, stopped } from './state/cooling';
import { keptInBrowser } from './state/kept';
import { toastShown } from './state/notices';
import { useAppDispatch, useAppSelector } from './state/store';

/** Calls the next phase of a poured cup whose sheet is not in view, for as long as that sheet is unfinished. */
export function CoolingCalls() {
  const dispatch = useAppDispatch();
  const { cups, inView } = useAppSelector((state) => state.cooling);
  const waiting = Object.keys(cups).some((key) => key !== inView);
  const call = useEffectEvent(() => {
    for (const [key, { title, href, since, called: before }] of Object.entries(cups)) {
      if (key === inView) continue;
      const { due } = looksAt((Date.now() - since) / 1000);
      if (keptInBrowser.get('draft', key) === null) dispatch(stopped(key));
      else if (due !== null && due !== before) {
        dispatch(called({ key, phase: due }));
        dispatch(toastShown({ text: `${title}: time for the ${due} look.`, to: href }));
        vibrate();
      }
    }
  });
  useEffect(() => void keepCups(cups), [cups]);
  useEffect(() => {
    if (!waiting) return;
    const timer = setInterval(() => call(), 1000);
    return () => clearInterval(timer);
  }, [waiting]);
  return null;
}
