import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import type { Roaster } from '../../contract/plan';
import type { SettingsChange } from '../../contract/settings';

const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];

/** On which days each roaster roasts, how long before an order must be in, and how long the post takes. */
export function Roasters({ roasters, change }: { roasters: Roaster[]; change: (change: SettingsChange) => void }) {
  const [name, setName] = useState('');
  const set = (next: Roaster[]): void => change({ roasters: next, was: { roasters } });
  const isKnown = roasters.some((one) => one.name.toLowerCase() === name.trim().toLowerCase());
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
      <form
        className="d-flex gap-2 text-nowrap mt-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (name.trim() === '' || isKnown) return;
          set([...roasters, { name: name.trim(), roastsOn: [], leadDays: 1, shippingDays: 3 }]);
          setName('');
        }}
      >
        <Form.Control
          aria-label="Name of a roaster"
          value={name}
          maxLength={120}
          autoComplete="off"
          onChange={({ target }) => setName(target.value)}
        />
        <Button type="submit" variant="plain" disabled={name.trim() === '' || isKnown}>
          Add a roaster
        </Button>
      </form>
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
