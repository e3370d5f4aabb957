import Form from 'react-bootstrap/Form';
import {
  BEHAVIOURS,
  HANDS,
  INSTRUMENTS,
  SPEEDS,
  type Behaviour,
  type Hand,
  type InstrumentKind,
  type InstrumentSettings,
} from '../../contract/bench/instrument';
import type { SettingsChange } from '../../contract/settings';
import { sentenceCase } from '../ui/format';

const NAMES: Readonly<Record<InstrumentKind, string>> = {
  scale: 'Scale',
  thermometer: 'Thermometer',
  refractometer: 'Refractometer',
  'ph-pen': 'pH pen',
};
const OFF = 'not connected';

/** Which instruments stand on the bench. All of them are simulated: nothing outside is contacted. */
export function Instruments({
  instruments,
  change,
}: {
  instruments: InstrumentSettings;
  change: (change: SettingsChange) => void;
}) {
  const connect = (kind: InstrumentKind, behaviour: string): void =>
    change({ instruments: { connected: { [kind]: behaviour === OFF ? null : (behaviour as Behaviour) } } });
  const scale = instruments.connected.scale !== undefined;
  return (
    <fieldset>
      <legend>Instruments</legend>
      <p className="quiet small">
        Simulated stand-ins, to try the bench with; they can be told to misbehave. Without any, every stage is one tap.
      </p>
      <div className="fields">
        {INSTRUMENTS.map((kind) => (
          <div key={kind}>
            <Form.Label htmlFor={`instrument-${kind}`}>{NAMES[kind]}</Form.Label>
            <Form.Select
              id={`instrument-${kind}`}
              value={instruments.connected[kind] ?? OFF}
              onChange={(event) => connect(kind, event.target.value)}
            >
              <option value={OFF}>Not connected</option>
              {BEHAVIOURS.map((behaviour) => (
                <option key={behaviour} value={behaviour}>
                  {behaviour === 'well' ? 'Works well' : sentenceCase(behaviour)}
                </option>
              ))}
            </Form.Select>
          </div>
        ))}
        {scale && (
          <div>
            <Form.Label htmlFor="hand">Hand that pours</Form.Label>
            <Form.Select
              id="hand"
              value={instruments.hand}
              onChange={(event) => change({ instruments: { hand: event.target.value as Hand } })}
            >
              {HANDS.map((hand) => (
                <option key={hand} value={hand}>
                  {sentenceCase(hand)}
                </option>
              ))}
            </Form.Select>
          </div>
        )}
        {scale && (
          <div>
            <Form.Label htmlFor="speed">Simulated time</Form.Label>
            <Form.Select
              id="speed"
              value={instruments.speed}
              onChange={(event) =>
                change({ instruments: { speed: Number(event.target.value) as InstrumentSettings['speed'] } })
              }
            >
              {SPEEDS.map((speed) => (
                <option key={speed} value={speed}>
                  {speed === 1 ? 'As on the wall' : `${speed} × faster`}
                </option>
              ))}
            </Form.Select>
          </div>
        )}
      </div>
    </fieldset>
  );
}
