import type { InstrumentKind } from '../../contract/bench/instrument';

/** What each instrument is called inside a sentence. */
export const INSTRUMENT_WORDS: Readonly<Record<InstrumentKind, string>> = {
  scale: 'scale',
  thermometer: 'thermometer',
  refractometer: 'refractometer',
  'ph-pen': 'pH pen',
};
