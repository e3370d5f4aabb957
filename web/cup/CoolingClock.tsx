import { useEffect, useEffectEvent, useState } from 'react';
import { useFormContext, useWatch } from 'react-hook-form';
import { minutesText } from '../../core/brew';
import { cupC, phaseDueS, looksAt, type SippedPhase } from '../../core/cup';
import { temperatureText } from '../../core/text';
import { useUnits } from '../api/useUnits';
import { called, poured, vibrate, sheetInView, stopped } from '../state/cooling';
import { sentenceCase } from '../ui/format';
import { useAppDispatch, useAppSelector } from '../state/store';
import type { BrewForm } from './brewForm';

/** The sheet a cup is written on: the key of its draft, and what it is called elsewhere. */
export interface SheetName {
  key: string;
  title: string;
}

interface Props {
  /** Its phases are called too when it is out of view. */
  sheet: SheetName;
  onDue: (phase: SippedPhase) => void;
}

/** Counts a poured cup down to its next phase, and calls it. Temperatures are reckoned, not measured. */
export function CoolingClock({ sheet: { key, title }, onDue }: Props) {
  const dispatch = useAppDispatch();
  const { setValue } = useFormContext<BrewForm>();
  const from = Number(useWatch<BrewForm, 'cup.coolingFrom'>({ name: 'cup.coolingFrom' }));
  const units = useUnits();
  const running = from > 0;
  const [now, setNow] = useState(Date.now);
  const sinceS = Math.max(0, (now - from) / 1000);
  const { due, next } = looksAt(sinceS);
  const last = running ? due : null;
  // What was called, here or out of view, is not called again.
  const heard = useAppSelector((state) => state.cooling.cups[key]?.called ?? null);
  const set = (at: number | null): void => {
    setNow(Date.now());
    setValue('cup.coolingFrom', at === null ? '' : String(at), { shouldDirty: true });
  };

  useEffect(() => {
    if (!running) return;
    const timer = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(timer);
  }, [running]);
  useEffect(() => {
    dispatch(running ? poured({ key, title, href: location.pathname + location.search, since: from }) : stopped(key));
  }, [dispatch, key, title, running, from]);
  useEffect(() => {
    dispatch(sheetInView(key));
    return () => void dispatch(sheetInView(null));
  }, [dispatch, key]);
  const open = useEffectEvent(onDue);
  const callOut = useEffectEvent((phase: SippedPhase) => {
    if (phase === heard) return undefined;
    const before = document.title;
    document.title = `${sentenceCase(phase)} now · ${before}`;
    vibrate();
    dispatch(called({ key, phase }));
    return () => {
      document.title = before;
    };
  });
  useEffect(() => {
    if (last === null) return;
    open(last);
    return callOut(last);
  }, [last]);

  if (!running) {
    return (
      <p className="cooling">
        <button type="button" className="btn btn-plain" onClick={() => set(Date.now())}>
          Poured: start the cooling clock
        </button>
        <span className="quiet small d-block mt-1">
          It calls the hot look in {minutesText(phaseDueS('hot'))}, warm in {minutesText(phaseDueS('warm'))}, cool in{' '}
          {minutesText(phaseDueS('cool'))}, reckoned for an open cup of 200 ml.
        </span>
      </p>
    );
  }
  return (
    <p className="cooling">
      <strong role="status">{last === null ? 'Too hot to sip yet.' : `Time for the ${last} look.`}</strong>{' '}
      <span>
        About {temperatureText(Math.round(cupC(sinceS)), units)}
        {next ? `; ${next} in ${minutesText(Math.ceil(phaseDueS(next) - sinceS))}` : ''}.
      </span>{' '}
      {next && (
        <button type="button" className="btn btn-bare" onClick={() => set(Date.now() - phaseDueS(next) * 1000)}>
          It is {next} already
        </button>
      )}
      <button type="button" className="btn btn-bare" onClick={() => set(null)}>
        Stop
      </button>
    </p>
  );
}
