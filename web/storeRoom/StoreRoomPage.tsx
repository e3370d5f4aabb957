import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import type { Settings, SettingsChange } from '../../contract/settings';
import { BREWERS } from '../../core/brew';
import { TEMPERATURE_UNITS, type TemperatureUnit } from '../../core/text';
import { api, problemOf, SIGN_IN } from '../api/api';
import { sentenceCase } from '../ui/format';
import { toastShown } from '../state/notices';
import { ProblemNote } from '../ui/ProblemNote';
import { useAppDispatch } from '../state/store';
import { usePageTitle } from '../ui/usePageTitle';
import { Wait } from '../ui/Wait';
import { Grinders } from './Grinders';
import { Instruments } from './Instruments';
import { Safekeeping } from './Safekeeping';
import { Scoring } from './Scoring';

/** What the household owns and how it likes to be advised. Every change is kept at once. */
export function StoreRoomPage() {
  const { data: settings, error, refetch } = api.useSettingsQuery(undefined);
  const change = useChange();
  usePageTitle('Store room');
  if (!settings)
    return error ? <ProblemNote error={error} retry={() => void refetch()} /> : <Wait what="Reading the store room" />;
  return (
    <>
      <h1>Store room</h1>
      <div className="form-sheet">
        <div className="columns">
          <div>
            <Brewers settings={settings} />
            <Advice settings={settings} />
            <Units settings={settings} />
            <Scoring settings={settings} change={change} />
            <Safekeeping settings={settings} change={change} />
          </div>
          <div>
            <Instruments instruments={settings.instruments} change={change} />
            <Grinders />
            <SignedIn />
          </div>
        </div>
      </div>
    </>
  );
}

/** Keeps a change at once; says so only when it could not. */
function useChange(): (change: SettingsChange) => void {
  const [send] = api.useChangeSettingsMutation();
  const dispatch = useAppDispatch();
  return (change) =>
    void send({ body: change }).then(({ error }) => {
      const problem = problemOf(error);
      if (problem) dispatch(toastShown({ text: problem.message }));
    });
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
  const change = useChange();
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
    </fieldset>
  );
}

function Units({ settings: { temperatureUnit } }: { settings: Settings }) {
  const change = useChange();
  return (
    <fieldset>
      <legend>Units</legend>
      <Form.Label htmlFor="temperature-unit">Temperatures in</Form.Label>
      <Form.Select
        id="temperature-unit"
        value={temperatureUnit}
        onChange={(event) =>
          change({ temperatureUnit: event.target.value as TemperatureUnit, was: { temperatureUnit } })
        }
      >
        {TEMPERATURE_UNITS.map((unit) => (
          <option key={unit}>{unit}</option>
        ))}
      </Form.Select>
      <p className="quiet small mt-1">Everything is kept in °C and grams; this changes what is shown and typed.</p>
    </fieldset>
  );
}

function Advice({ settings }: { settings: Settings }) {
  const change = useChange();
  return (
    <fieldset>
      <legend>What to brew next</legend>
      <Form.Check
        type="switch"
        id="one-change"
        label="One change at a time"
        checked={settings.oneChange}
        onChange={() => change({ oneChange: !settings.oneChange, was: { oneChange: settings.oneChange } })}
      />
      <p className="quiet small">
        On: a proposal changes at most one setting from the last brew. Off: it may change two at once; when the cup then
        differs, nobody can say which of them it was.
      </p>
      <Form.Check
        type="switch"
        id="reads-signs"
        label="Read the table of signs"
        checked={settings.readsSigns}
        onChange={() => change({ readsSigns: !settings.readsSigns, was: { readsSigns: settings.readsSigns } })}
      />
      <p className="quiet small">
        On: of a cup that was disliked, sour, salty and thin are read as too little drawn out, bitter, dry, chalky and
        medicinal as too much. That is one school. Off: only the clock and the recipe’s own targets speak.
      </p>
    </fieldset>
  );
}
