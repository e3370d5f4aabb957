import { useState } from 'react';
import { useFormContext } from 'react-hook-form';
import type { InstrumentKind } from '../../contract/bench/instrument';
import { api } from '../api/api';
import { numberText } from '../ui/format';
import { asTyped } from '../forms/typed';
import { INSTRUMENT_WORDS } from '../domain/instrumentWords';
import { useInstrument } from '../domain/useInstrument';

interface Props {
  kind: InstrumentKind;
  /** The field of the sheet its value goes into. */
  field: string;
  brew: string | null;
}

/** Reads a connected instrument until its value is steady, and writes that into a field. */
export function MeasureButton({ kind, field, brew }: Props) {
  const { data: settings } = api.useSettingsQuery(undefined);
  const [listening, setListening] = useState(false);
  const { setValue } = useFormContext();
  const value = useInstrument(kind, brew, listening, (settled) => {
    setValue(field, asTyped(settled), { shouldDirty: true });
    setListening(false);
  });
  if (settings?.instruments.connected[kind] === undefined) return null;
  return (
    <button type="button" className="btn btn-bare p-0" onClick={() => setListening(!listening)}>
      {listening
        ? `${value === null ? 'Listening' : numberText(value, 2)}, settling …`
        : `Read the ${INSTRUMENT_WORDS[kind]}`}
    </button>
  );
}
