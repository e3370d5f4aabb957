import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import type { Grinder } from '../../core/brew';
import { GrindWords } from './GrindWords';
import { api, problemOf } from '../api/api';
import { dateText } from '../ui/format';
import { toastShown } from '../state/notices';
import { useAppDispatch } from '../state/store';
import { useToday } from '../state/today';

/** The grinders, each with the days its burrs were changed: before and after, its settings are not the same. */
export function Grinders() {
  const { data: grinders = [] } = api.useGrindersQuery(undefined);
  const [addGrinder, { error }] = api.useAddGrinderMutation();
  const [name, setName] = useState('');
  const add = async (): Promise<void> => {
    const { data } = await addGrinder({ body: { name, burrChanges: [] } });
    if (data) setName('');
  };
  return (
    <fieldset>
      <legend>Grinders</legend>
      <p className="quiet small">
        A setting means something on its own grinder only, and not across a change of burrs.
      </p>
      <ul className="effects">
        {grinders.map((grinder) => (
          <GrinderLine key={grinder.id} grinder={grinder} />
        ))}
      </ul>
      <form
        className="d-flex gap-2 mt-2"
        onSubmit={(event) => {
          event.preventDefault();
          void add();
        }}
      >
        <Form.Control
          aria-label="Name of a grinder"
          placeholder="Hand grinder"
          value={name}
          maxLength={60}
          autoComplete="off"
          onChange={(event) => setName(event.target.value)}
        />
        <Button type="submit" variant="plain" disabled={name.trim() === ''}>
          Add
        </Button>
      </form>
      {error && <div className="invalid-feedback d-block">{problemOf(error)?.message}</div>}
    </fieldset>
  );
}

function GrinderLine({ grinder }: { grinder: Grinder }) {
  const [changeGrinder] = api.useChangeGrinderMutation();
  const [removeGrinder] = api.useRemoveGrinderMutation();
  const dispatch = useAppDispatch();
  const today = useToday();
  const change = async (body: Parameters<typeof changeGrinder>[0]['body']): Promise<void> => {
    const problem = problemOf((await changeGrinder({ id: grinder.id, body })).error);
    if (problem) dispatch(toastShown({ text: problem.message }));
  };
  const burrs = (burrChanges: Grinder['burrChanges']): Promise<void> =>
    change({ burrChanges, was: { burrChanges: grinder.burrChanges } });
  const remove = async (): Promise<void> => {
    const { error } = await removeGrinder({ id: grinder.id });
    const problem = problemOf(error);
    dispatch(
      toastShown(
        problem
          ? { text: problem.message }
          : { text: `${grinder.name} is deleted.`, undo: { kind: 'grinder', id: grinder.id } },
      ),
    );
  };
  const changedToday = grinder.burrChanges.some(({ on }) => on === today);
  return (
    <li>
      <strong>{grinder.name}</strong>
      <div className="quiet small">
        {grinder.burrChanges.length === 0
          ? 'The burrs it came with.'
          : `New burrs on ${grinder.burrChanges.map(({ on }) => dateText(on, today)).join(', ')}.`}
      </div>
      <GrindWords
        grinder={grinder}
        keep={(grindWords) => void change({ grindWords, was: { grindWords: grinder.grindWords } })}
      />
      <Button
        variant="bare"
        className="px-0 me-3"
        onClick={() =>
          void burrs(
            changedToday
              ? grinder.burrChanges.filter(({ on }) => on !== today)
              : [...grinder.burrChanges, { on: today, note: '' }],
          )
        }
      >
        {changedToday ? 'No new burrs today after all' : 'New burrs today'}
      </Button>
      <Button variant="bare" className="px-0" onClick={() => void remove()}>
        Delete
      </Button>
    </li>
  );
}
