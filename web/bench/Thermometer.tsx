import { numberText } from '../shared/format';
import { useInstrument } from './useInstrument';

/** The water in the kettle, as the thermometer has it. */
export function Thermometer({ liveId }: { liveId: string }) {
  const value = useInstrument('thermometer', liveId);
  return <p className="quiet">Water in the kettle: {value === null ? 'waiting for the thermometer' : `${numberText(value, 0)} °C`}</p>;
}
