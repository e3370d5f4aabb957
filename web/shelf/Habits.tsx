import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import type { Habit } from '../../contract/shelf/plan';
import type { Settings, SettingsChange } from '../../contract/settings';
import { roundTo, STYLES } from '../../core/brew';
import { learntRateText } from '../../core/text';
import { api } from '../api/api';
import { numberText, sentenceCase } from '../ui/format';

const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];
const MOST_VARIETY = 5;

interface Props {
  settings: Settings;
  change: (change: SettingsChange) => void;
}

/** Who drinks what on which weekday, how much variety is wished for, and whether there is a freezer. */
export function Habits({ settings: { habits, variety, hasFreezer, freezerRate }, change }: Props) {
  const set = (next: Habit[]): void => change({ habits: next, was: { habits } });
  return (
    <section>
      <h2>Who drinks what</h2>
      {habits.map((habit, i) => (
        <OneHabit
          key={i}
          habit={habit}
          place={i + 1}
          set={(next) => set(habits.map((one, k) => (k === i ? next : one)))}
          drop={habits.length > 1 ? () => set(habits.filter((_, k) => k !== i)) : null}
        />
      ))}
      <Button
        variant="plain"
        onClick={() => set([...habits, { tasterId: null, cups: [0, 0, 0, 0, 0, 0, 0], style: null, isDecaf: false }])}
      >
        Someone else, or something else
      </Button>
      <Form.Group controlId="variety" className="mt-3">
        <Form.Label>Another bag than the day before is worth</Form.Label>
        <Form.Select
          value={variety}
          onChange={({ target }) => change({ variety: Number(target.value), was: { variety } })}
        >
          {[...new Set([0, 0.5, 1, 2, 3, MOST_VARIETY, variety])]
            .sort((a, b) => a - b)
            .map((points) => (
              <option key={points} value={points}>
                {points === 0 ? 'nothing' : `${numberText(points, 1)} ${points === 1 ? 'point' : 'points'}`}
              </option>
            ))}
        </Form.Select>
      </Form.Group>
      <Form.Check
        type="switch"
        className="mt-3"
        id="has-freezer"
        label="Portions may be frozen"
        checked={hasFreezer}
        onChange={() => change({ hasFreezer: !hasFreezer, was: { hasFreezer } })}
      />
      {hasFreezer && <FreezerRate rate={freezerRate} change={change} />}
    </section>
  );
}

function OneHabit({
  habit,
  place,
  set,
  drop,
}: {
  habit: Habit;
  place: number;
  set: (habit: Habit) => void;
  drop: (() => void) | null;
}) {
  const { data: tasters = [] } = api.useTastersQuery(undefined);
  return (
    <fieldset className="habit" aria-label={`Habit ${place}`}>
      <div className="d-flex gap-2 flex-wrap">
        <Form.Select
          className="w-auto"
          aria-label="Who"
          value={habit.tasterId ?? ''}
          onChange={({ target }) => set({ ...habit, tasterId: target.value || null })}
        >
          <option value="">The household</option>
          {tasters.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Form.Select>
        <Form.Select
          className="w-auto"
          aria-label="What"
          value={habit.style ?? ''}
          onChange={({ target }) => set({ ...habit, style: STYLES.find((style) => style === target.value) ?? null })}
        >
          <option value="">any drink</option>
          {STYLES.map((style) => (
            <option key={style} value={style}>
              {sentenceCase(style)}
            </option>
          ))}
        </Form.Select>
        {drop && (
          <Button variant="bare" aria-label={`Take habit ${place} away`} onClick={drop}>
            ×
          </Button>
        )}
      </div>
      <div className="weekdays">
        {WEEKDAYS.map((name, i) => (
          <label key={name}>
            {name}
            <CupsInput
              cups={habit.cups[i] ?? 0}
              set={(cups) => set({ ...habit, cups: habit.cups.map((one, k) => (k === i ? cups : one)) })}
            />
          </label>
        ))}
      </div>
      <Form.Check
        type="switch"
        id={`decaf-${place}`}
        label="decaffeinated, as after noon"
        checked={habit.isDecaf}
        onChange={() => set({ ...habit, isDecaf: !habit.isDecaf })}
      />
    </fieldset>
  );
}

function CupsInput({ cups, set }: { cups: number; set: (cups: number) => void }) {
  const [typed, setTyped] = useState<string | null>(null);
  const number = typed === null ? cups : Number(typed);
  const isWrong = !(Number.isInteger(number) && number >= 0 && number <= 50);
  const keep = (): void => {
    if (typed !== null && !isWrong && number !== cups) set(number);
    if (!isWrong) setTyped(null);
  };
  return (
    <Form.Control
      inputMode="numeric"
      autoComplete="off"
      value={typed ?? cups}
      isInvalid={isWrong}
      onChange={({ target }) => setTyped(target.value)}
      onBlur={keep}
      onKeyDown={({ key }) => key === 'Enter' && keep()}
    />
  );
}

function FreezerRate({ rate, change }: { rate: number; change: Props['change'] }) {
  const [typed, setTyped] = useState<string | null>(null);
  const number = typed === null ? rate : Number(typed.replace(',', '.'));
  const isWrong = !(number >= 0 && number <= 1);
  const learnt = api.useFreezerRateQuery(undefined).data?.learnt ?? null;
  const keepRate = (freezerRate: number): void => change({ freezerRate, was: { freezerRate: rate } });
  const keep = (): void => {
    if (typed !== null && !isWrong && number !== rate) keepRate(number);
    if (!isWrong) setTyped(null);
  };
  return (
    <Form.Group controlId="freezer-rate" className="mt-2">
      <Form.Label>Rest days that pass there in one day</Form.Label>
      <Form.Control
        className="dose"
        inputMode="decimal"
        autoComplete="off"
        value={typed ?? numberText(rate, 3)}
        isInvalid={isWrong}
        onChange={({ target }) => setTyped(target.value)}
        onBlur={keep}
        onKeyDown={({ key }) => key === 'Enter' && keep()}
      />
      <Form.Text>
        {learnt
          ? learntRateText(learnt)
          : 'An assumption: nobody has measured your freezer. 0 stands still, 1 is as at room temperature.'}
      </Form.Text>
      {learnt && roundTo(learnt.median, 3) !== rate && (
        <Button variant="plain" className="mt-1" onClick={() => keepRate(roundTo(learnt.median, 3))}>
          Reckon with {numberText(learnt.median, 3)}
        </Button>
      )}
    </Form.Group>
  );
}
