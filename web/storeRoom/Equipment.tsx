import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import type { Settings, SettingsChange } from '../../contract/settings';
import { LineForm, NameForm } from '../forms/LineForm';
import { isSameName } from '../forms/typed';
import { UnitInput } from '../forms/UnitInput';
import { OwnedList } from '../ui/OwnedList';

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
  return (
    <div className="mb-3">
      <OwnedList
        label={`Each ${what}`}
        items={names}
        keyOf={(name) => name}
        takesAway={(name) => `Take ${name} away`}
        takeAway={(name) => set(names.filter((one) => one !== name))}
      >
        {(name) => <span dir="auto">{name}</span>}
      </OwnedList>
      <NameForm
        label={`Name of a ${what}`}
        button={`Add a ${what}`}
        placeholder={placeholder}
        isKnown={(name) => names.some((one) => isSameName(one, name))}
        add={(name) => set([...names, name])}
      />
    </div>
  );
}

function Waters({ waters, change }: { waters: Settings['waters']; change: Props['change'] }) {
  const [typed, setTyped] = useState('');
  const [hardness, setHardness] = useState('');
  const name = typed.trim();
  const ppm = hardness.trim() === '' ? null : Number(hardness.replace(',', '.'));
  const isWrong = ppm !== null && !(ppm >= 0 && ppm <= 2000);
  const isKnown = waters.some((one) => isSameName(one.name, name));
  const set = (next: Settings['waters']): void => change({ waters: next, was: { waters } });
  return (
    <>
      <OwnedList
        label="Each water"
        items={waters}
        keyOf={(water) => water.name}
        takesAway={(water) => `Take ${water.name} away`}
        takeAway={(water) => set(waters.filter((one) => one !== water))}
      >
        {(water) => (
          <span dir="auto">
            {water.name}
            {water.hardnessPpm !== null && <span className="quiet small"> {water.hardnessPpm} ppm</span>}
          </span>
        )}
      </OwnedList>
      <LineForm
        className="flex-wrap"
        button="Add a water"
        isReady={name !== '' && !isWrong && !isKnown}
        take={() => {
          set([...waters, { name, hardnessPpm: ppm }]);
          setTyped('');
          setHardness('');
        }}
      >
        <Form.Control
          className="flex-fill w-auto"
          aria-label="Name of a water"
          placeholder="half tap, half distilled"
          value={typed}
          maxLength={60}
          autoComplete="off"
          onChange={({ target }) => setTyped(target.value)}
        />
        <UnitInput
          unit="ppm"
          aria-label="Its hardness, ppm"
          placeholder="hardness"
          value={hardness}
          isInvalid={isWrong}
          onChange={({ target }) => setHardness(target.value)}
        />
      </LineForm>
    </>
  );
}
