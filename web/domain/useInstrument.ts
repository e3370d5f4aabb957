import { useEffect, useEffectEvent, useState } from 'react';
import type { InstrumentKind } from '../../contract/bench/instrument';
import { listen } from '../api/listen';

/** Readings in a row that must agree, and how closely, before a value is settled. */
const STEADY_READINGS = 6;
const STEADY_WITHIN: Readonly<Record<InstrumentKind, number>> = {
  scale: 0.3,
  thermometer: 0.4,
  refractometer: 0.03,
  'ph-pen': 0.05,
};

/**
 * The last value of an instrument that is listened to while `listening`; null before its first. Says when it is steady.
 */
export function useInstrument(
  kind: InstrumentKind,
  liveId: string | null,
  listening = true,
  onSteady?: (value: number) => void,
): number | null {
  const [value, setValue] = useState<number | null>(null);
  const steady = useEffectEvent((settled: number) => onSteady?.(settled));
  useEffect(() => {
    if (!listening) return;
    let row: number[] = [];
    return listen(
      'instrumentStream',
      { kind, brew: liveId ?? undefined },
      {
        readings: ({ readings }) => {
          row = [...row, ...readings.flatMap((reading) => reading.value ?? [])].slice(-STEADY_READINGS);
          const last = row.at(-1);
          if (last === undefined) return;
          setValue(last);
          if (row.length === STEADY_READINGS && Math.max(...row) - Math.min(...row) <= STEADY_WITHIN[kind])
            steady(last);
        },
      },
    );
  }, [kind, liveId, listening]);
  return value;
}
