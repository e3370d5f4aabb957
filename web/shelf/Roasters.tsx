import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import type { Roaster } from '../../contract/shelf/plan';
import type { SettingsChange } from '../../contract/settings';
import { NameForm } from '../forms/LineForm';
import { isSameName } from '../forms/typed';

const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];

/** On which days each roaster roasts, how long before an order must be in, and how long the post takes. */
export function Roasters({ roasters, change }: { roasters: Roaster[]; change: (change: SettingsChange) => void }) {
  const set = (next: Roaster[]): void => change({ roasters: next, was: { roasters } });
  const write = (at: number, differently: Partial<Roaster>): void =>
    set(roasters.map((one, k) => (k === at ? { ...one, ...differently } : one)));
  return (
    <details className="mt-3">
      <summary>Roasters: when they roast and ship</summary>
      {roasters.map((roaster, i) => (
        <fieldset key={roaster.name} className="habit" aria-label={roaster.name}>
          <div className="d-flex justify-content-between">
            <strong dir="auto">{roaster.name}</strong>
            <Button
              variant="bare"
              aria-label={`Take ${roaster.name} away`}
              onClick={() => set(roasters.filter((_, k) => k !== i))}
            >
              ×
            </Button>
          </div>
          <div className="d-flex flex-wrap gap-2" role="group" aria-label="Roasts on">
            {WEEKDAYS.map((day, at) => (
              <Form.Check
                key={day}
                type="checkbox"
                id={`roasts-${i}-${at}`}
                label={day}
                checked={roaster.roastsOn.includes(at)}
                onChange={() =>
                  write(i, {
                    roastsOn: roaster.roastsOn.includes(at)
                      ? roaster.roastsOn.filter((one) => one !== at)
                      : [...roaster.roastsOn, at].sort((a, b) => a - b),
                  })
                }
              />
            ))}
          </div>
          <div className="d-flex gap-3">
            <DaysInput label="Order before" days={roaster.leadDays} set={(leadDays) => write(i, { leadDays })} />
            <DaysInput
              label="On its way"
              days={roaster.shippingDays}
              set={(shippingDays) => write(i, { shippingDays })}
            />
          </div>
        </fieldset>
      ))}
      <NameForm
        className="mt-2"
        label="Name of a roaster"
        button="Add a roaster"
        maxLength={120}
        isKnown={(name) => roasters.some((one) => isSameName(one.name, name))}
        add={(name) => set([...roasters, { name, roastsOn: [], leadDays: 1, shippingDays: 3 }])}
      />
    </details>
  );
}

function DaysInput({ label, days, set }: { label: string; days: number; set: (days: number) => void }) {
  const [typed, setTyped] = useState<string | null>(null);
  const number = typed === null ? days : Number(typed);
  const isWrong = !(Number.isInteger(number) && number >= 0 && number <= 60);
  const keep = (): void => {
    if (typed !== null && !isWrong && number !== days) set(number);
    if (!isWrong) setTyped(null);
  };
  return (
    <label className="labelled">
      <span>{label}, days</span>
      <Form.Control
        className="dose"
        inputMode="numeric"
        autoComplete="off"
        value={typed ?? days}
        isInvalid={isWrong}
        onChange={({ target }) => setTyped(target.value)}
        onBlur={keep}
        onKeyDown={({ key }) => key === 'Enter' && keep()}
      />
    </label>
  );
}
