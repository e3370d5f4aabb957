import Button from 'react-bootstrap/Button';
import type { Grinder } from '../../core/brew';
import { GrindWords } from './GrindWords';
import { api, problemOf } from '../api/api';
import { NameForm } from '../forms/LineForm';
import { dateText } from '../ui/format';
import { toastShown } from '../state/notices';
import { useAppDispatch } from '../state/store';
import { useToday } from '../state/today';

/** The grinders, each with the days its burrs were changed: before and after, its settings are not the same. */
export function Grinders() {
  const { data: grinders = [] } = api.useGrindersQuery(undefined);
  const [addGrinder, { error }] = api.useAddGrinderMutation();
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
      <NameForm
        className="mt-2"
        label="Name of a grinder"
        button="Add"
        placeholder="Hand grinder"
        add={async (name) => (await addGrinder({ body: { name, burrChanges: [] } })).error === undefined}
      />
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
