import type { ReactNode } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import type { Settings } from '../../contract/settings';
import { BREWERS } from '../../core/brew';
import { api, SIGN_IN } from '../api/api';
import { useSettingsChange } from '../api/useSettingsChange';
import { OddDrinks } from '../domain/OddDrinks';
import { NameForm } from '../forms/LineForm';
import { sentenceCase } from '../ui/format';
import { ProblemNote } from '../ui/ProblemNote';
import { usePageTitle } from '../ui/usePageTitle';
import { Wait } from '../ui/Wait';
import { Care } from './Care';
import { Crests } from './Crests';
import { Equipment } from './Equipment';
import { Grinders } from './Grinders';
import { Instruments } from './Instruments';
import { Safekeeping } from './Safekeeping';
import { Keys } from './Keys';
import { Scoring } from './Scoring';
import { Tasters } from './Tasters';
import { Writing } from './Writing';

/** What the household owns and how it likes to be advised. Every change is kept at once. */
export function StoreRoomPage() {
  const { data: settings, error, refetch } = api.useSettingsQuery(undefined);
  const change = useSettingsChange();
  usePageTitle('Store room');
  if (!settings)
    return error ? <ProblemNote error={error} retry={() => void refetch()} /> : <Wait what="Reading the store room" />;
  return (
    <>
      <h1>Store room</h1>
      <OddDrinks />
      <div className="form-sheet">
        <div className="columns">
          <div>
            <Brewers settings={settings} />
            <Advice settings={settings} />
            <Writing settings={settings} change={change} />
            <Scoring settings={settings} change={change} />
            <Safekeeping settings={settings} change={change} />
            <Crests />
          </div>
          <div>
            <Instruments instruments={settings.instruments} change={change} />
            <Grinders />
            <Equipment settings={settings} change={change} />
            <Tasters />
            <Care settings={settings} change={change} />
            <Keys settings={settings} change={change} />
            <SignedIn />
          </div>
        </div>
      </div>
    </>
  );
}

/** For a household that asks for its passphrase: how to be asked again. */
function SignedIn() {
  const { data: session } = api.useSessionQuery(undefined);
  const [signOut] = api.useSignOutMutation();
  if (!session?.needed) return null;
  return (
    <fieldset>
      <legend>Signed in</legend>
      <p className="quiet small">
        Other machines on the network reach this household with its passphrase. This browser stays signed in for thirty
        days.
      </p>
      <Button variant="plain" onClick={() => void signOut(undefined).then(() => location.assign(SIGN_IN))}>
        Sign out
      </Button>
    </fieldset>
  );
}

function Brewers({ settings }: { settings: Settings }) {
  const change = useSettingsChange();
  const { brewers } = settings;
  const own = brewers?.filter((brewer) => !BREWERS.some((kind) => kind === brewer)) ?? [];
  const toggle = (brewer: string): void => {
    const all = brewers ?? [...BREWERS];
    change({
      brewers: all.includes(brewer) ? all.filter((one) => one !== brewer) : [...all, brewer],
      was: { brewers },
    });
  };
  return (
    <fieldset>
      <legend>Brewers at hand</legend>
      <p className="quiet small">
        The next brew is proposed only with these, and with each bag’s own reference brewer.
      </p>
      <Form.Check
        type="switch"
        id="any-brewer"
        label="Whatever was used before"
        checked={brewers === null}
        onChange={() => change({ brewers: brewers === null ? [...BREWERS] : null, was: { brewers } })}
      />
      {brewers !== null && (
        <div className="check-list">
          {[...BREWERS, ...own].map((brewer) => (
            <Form.Check
              key={brewer}
              type="checkbox"
              id={`brewer-${brewer}`}
              label={sentenceCase(brewer)}
              checked={brewers.includes(brewer)}
              onChange={() => toggle(brewer)}
            />
          ))}
        </div>
      )}
      {brewers !== null && (
        <NameForm
          label="Another kind of brewer"
          button="Add"
          placeholder="another kind"
          maxLength={40}
          isKnown={(name) => brewers.includes(name.toLowerCase())}
          add={(name) => change({ brewers: [...brewers, name.toLowerCase()], was: { brewers } })}
        />
      )}
    </fieldset>
  );
}

function Advice({ settings }: { settings: Settings }) {
  return (
    <fieldset>
      <legend>What to brew next</legend>
      <AdviceSwitch of="oneChange" label="One change at a time" settings={settings}>
        On: a proposal changes at most one setting from the last brew. Off: it may change two at once; when the cup then
        differs, nobody can say which of them it was.
      </AdviceSwitch>
      <AdviceSwitch of="readsSigns" label="Read the table of signs" settings={settings}>
        On: of a cup that was disliked, sour, salty and thin are read as too little drawn out, bitter, dry, chalky and
        medicinal as too much. That is one school. Off: only the clock and the recipe’s own targets speak.
      </AdviceSwitch>
      <AdviceSwitch of="learnsShapes" label="Finished bags teach how the next ones run" settings={settings}>
        On: of how a new bag may run (one crest, opening twice, hardly changing) more is believed of what your finished
        bags did. Off: every bag begins with the same stated shares. Nothing of a bag is lost either way.
      </AdviceSwitch>
    </fieldset>
  );
}

interface AdviceSwitchProps {
  of: 'oneChange' | 'readsSigns' | 'learnsShapes';
  label: string;
  settings: Settings;
  /** What it does on and off. */
  children: ReactNode;
}

function AdviceSwitch({ of, label, settings, children }: AdviceSwitchProps) {
  const change = useSettingsChange();
  const isOn = settings[of];
  return (
    <>
      <Form.Check
        type="switch"
        id={of}
        label={label}
        checked={isOn}
        onChange={() => change({ [of]: !isOn, was: { [of]: isOn } })}
      />
      <p className="quiet small">{children}</p>
    </>
  );
}
