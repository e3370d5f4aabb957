import type { LiveBrew } from '../../contract/bench/live';
import { temperatureText } from '../../core/text';
import { useUnits } from '../api/useUnits';
import { useInstrument } from '../domain/useInstrument';

/** The water in the kettle, where a thermometer says how hot it is. */
export function Thermometer({ live: { id, instruments }, listening }: { live: LiveBrew; listening: boolean }) {
  const connected = listening && instruments.connected.thermometer !== undefined;
  const value = useInstrument('thermometer', id, connected);
  const units = useUnits();
  if (!connected) return null;
  return (
    <p className="quiet">
      Water in the kettle: {value === null ? 'waiting for the thermometer' : temperatureText(Math.round(value), units)}
    </p>
  );
}
