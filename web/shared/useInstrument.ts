import { useEffect, useEffectEvent, useState } from 'react';
import { readings as readingsSchema, type InstrumentKind } from '../../contract/instrument';

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
    const source = new EventSource(`/api/bench/instruments/${kind}/stream${liveId === null ? '' : `?brew=${liveId}`}`);
    let row: number[] = [];
    source.addEventListener('readings', (event: MessageEvent<string>) => {
      const parsed = readingsSchema.safeParse(JSON.parse(event.data));
      if (!parsed.success) return;
      row = [...row, ...parsed.data.readings.flatMap((reading) => reading.value ?? [])].slice(-STEADY_READINGS);
      const last = row.at(-1);
      if (last === undefined) return;
      setValue(last);
      if (row.length === STEADY_READINGS && Math.max(...row) - Math.min(...row) <= STEADY_WITHIN[kind]) steady(last);
    });
    return () => source.close();
  }, [kind, liveId, listening]);
  return value;
}
