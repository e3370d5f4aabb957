import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import type { Settings, SettingsChange } from '../../contract/settings';

interface Props {
  settings: Settings;
  change: (change: SettingsChange) => void;
}

/** Kettles, filters and waters of the household, by its own names; sheets and recipes offer them. */
export function Equipment({ settings: { kettles, filters, waters }, change }: Props) {
  return (
    <fieldset>
      <legend>Kettles, filters, waters</legend>
      <p className="quiet small">
        Named once, they are offered wherever one is asked for, and the judgement can tell them apart.
      </p>
      <NameList
        what="kettle"
        names={kettles}
        set={(next) => change({ kettles: next, was: { kettles } })}
        placeholder="the slow one"
      />
      <NameList
        what="filter"
        names={filters}
        set={(next) => change({ filters: next, was: { filters } })}
        placeholder="thin paper"
      />
      <Waters waters={waters} change={change} />
    </fieldset>
  );
}

function NameList({
  what,
  names,
  set,
  placeholder,
}: {
  what: string;
  names: readonly string[];
  set: (names: string[]) => void;
  placeholder: string;
}) {
  const [typed, setTyped] = useState('');
  const name = typed.trim();
  const isKnown = names.some((one) => one.toLowerCase() === name.toLowerCase());
  return (
    <div className="mb-3">
      <ul className="owned" aria-label={`Each ${what}`}>
        {names.map((one) => (
          <li key={one}>
            <span dir="auto">{one}</span>
            <Button variant="bare" aria-label={`Take ${one} away`} onClick={() => set(names.filter((n) => n !== one))}>
              ×
            </Button>
          </li>
        ))}
      </ul>
      <form
        className="d-flex gap-2 text-nowrap"
        onSubmit={(event) => {
          event.preventDefault();
          if (name === '' || isKnown) return;
          set([...names, name]);
          setTyped('');
        }}
      >
        <Form.Control
          aria-label={`Name of a ${what}`}
          placeholder={placeholder}
          value={typed}
          maxLength={60}
          autoComplete="off"
          onChange={({ target }) => setTyped(target.value)}
        />
        <Button type="submit" variant="plain" disabled={name === '' || isKnown}>
          Add a {what}
        </Button>
      </form>
    </div>
  );
}

function Waters({ waters, change }: { waters: Settings['waters']; change: Props['change'] }) {
  const [name, setName] = useState('');
  const [hardness, setHardness] = useState('');
  const ppm = hardness.trim() === '' ? null : Number(hardness.replace(',', '.'));
  const isWrong = ppm !== null && !(ppm >= 0 && ppm <= 2000);
  const isKnown = waters.some((one) => one.name.toLowerCase() === name.trim().toLowerCase());
  const set = (next: Settings['waters']): void => change({ waters: next, was: { waters } });
  return (
    <>
      <ul className="owned" aria-label="Each water">
        {waters.map((water) => (
          <li key={water.name}>
            <span dir="auto">
              {water.name}
              {water.hardnessPpm !== null && <span className="quiet small"> {water.hardnessPpm} ppm</span>}
            </span>
            <Button
              variant="bare"
              aria-label={`Take ${water.name} away`}
              onClick={() => set(waters.filter((one) => one !== water))}
            >
              ×
            </Button>
          </li>
        ))}
      </ul>
      <form
        className="d-flex gap-2 flex-wrap"
        onSubmit={(event) => {
          event.preventDefault();
          if (name.trim() === '' || isWrong || isKnown) return;
          set([...waters, { name: name.trim(), hardnessPpm: ppm }]);
          setName('');
          setHardness('');
        }}
      >
        <Form.Control
          className="flex-fill w-auto"
          aria-label="Name of a water"
          placeholder="half tap, half distilled"
          value={name}
          maxLength={60}
          autoComplete="off"
          onChange={({ target }) => setName(target.value)}
        />
        <div className="with-unit dose">
          <Form.Control
            aria-label="Its hardness, ppm"
            inputMode="decimal"
            autoComplete="off"
            placeholder="hardness"
            value={hardness}
            isInvalid={isWrong}
            onChange={({ target }) => setHardness(target.value)}
          />
          <span className="unit">ppm</span>
        </div>
        <Button type="submit" variant="plain" disabled={name.trim() === '' || isWrong || isKnown}>
          Add a water
        </Button>
      </form>
    </>
  );
}
