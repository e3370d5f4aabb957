import { useEffect, useEffectEvent, useRef, useState } from 'react';
import { useFormContext, useWatch } from 'react-hook-form';
import { minutesText } from '../../core/brew';
import { cupC, lookDueS, SIPPED_LOOKS, type SippedLook } from '../../core/cup';
import { numberText, sentenceCase } from '../shared/format';
import type { BrewForm } from './brewForm';

/** Counts a poured cup down to its next look, and calls it. Temperatures are reckoned, not measured. */
export function CoolingClock({ onDue }: { onDue: (look: SippedLook) => void }) {
  const { setValue } = useFormContext<BrewForm>();
  const from = Number(useWatch<BrewForm, 'cup.coolingFrom'>({ name: 'cup.coolingFrom' }));
  const running = from > 0;
  const [now, setNow] = useState(Date.now);
  const sinceS = Math.max(0, (now - from) / 1000);
  const next = SIPPED_LOOKS.find((look) => lookDueS(look) > sinceS) ?? null;
  const last = running ? (SIPPED_LOOKS.findLast((look) => lookDueS(look) <= sinceS) ?? null) : null;
  const set = (at: number | null): void => {
    setNow(Date.now());
    setValue('cup.coolingFrom', at === null ? '' : String(at), { shouldDirty: true });
  };

  useEffect(() => {
    if (!running) return;
    const timer = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(timer);
  }, [running]);
  const called = useEffectEvent(onDue);
  useEffect(() => {
    if (last !== null) called(last);
  }, [last]);
  // A look that was due before the sheet was opened has been called out already.
  const heard = useRef(last);
  useEffect(() => {
    if (last === heard.current) return;
    heard.current = last;
    if (last === null) return;
    const title = document.title;
    document.title = `${sentenceCase(last)} now · ${title}`;
    // A browser lets a page shake the phone only once it was touched.
    if ('vibrate' in navigator && navigator.userActivation.hasBeenActive) navigator.vibrate(200);
    return () => {
      document.title = title;
    };
  }, [last]);

  if (!running) {
    return (
      <p className="cooling">
        <button type="button" className="btn btn-plain" onClick={() => set(Date.now())}>
          Poured: start the cooling clock
        </button>
        <span className="quiet small d-block mt-1">It calls the hot look in {minutesText(lookDueS('hot'))}, warm in {minutesText(lookDueS('warm'))}, cool in {minutesText(lookDueS('cool'))}, reckoned for an open cup of 200 ml.</span>
      </p>
    );
  }
  return (
    <p className="cooling">
      <strong role="status">{last === null ? 'Too hot to sip yet.' : `Time for the ${last} look.`}</strong>{' '}
      <span>
        About {numberText(cupC(sinceS), 0)} °C{next ? `; ${next} in ${minutesText(Math.ceil(lookDueS(next) - sinceS))}` : ''}.
      </span>{' '}
      {next && (
        <button type="button" className="btn btn-bare" onClick={() => set(Date.now() - lookDueS(next) * 1000)}>
          It is {next} already
        </button>
      )}
      <button type="button" className="btn btn-bare" onClick={() => set(null)}>
        Stop
      </button>
    </p>
  );
}
