import Dropdown from 'react-bootstrap/Dropdown';
import { useNavigate } from 'react-router';
import type { BagPage } from '../../contract/shelf/shelf';
import { api, problemOf } from '../api/api';
import { toastShown } from '../state/notices';
import { useAppDispatch } from '../state/store';
import { useBagChange } from './useBagChange';

/** What can be done with a bag besides brewing it. Everything here can be taken back. */
export function BagMenu({ page: { bag, frozen }, today }: { page: BagPage; today: string }) {
  const navigate = useNavigate();
  const dispatch = useAppDispatch();
  const change = useBagChange(bag);
  const [removeBag] = api.useRemoveBagMutation();

  const remove = async (): Promise<void> => {
    const { error } = await removeBag({ id: bag.id });
    const problem = problemOf(error);
    if (problem) return void dispatch(toastShown({ text: problem.message }));
    dispatch(toastShown({ text: `${bag.name} and its log are deleted.`, undo: { kind: 'bag', id: bag.id } }));
    void navigate('/');
  };

  // A stay that began today and ends today never was.
  const thawed = bag.spells
    .map((spell) => (spell.to === null ? { ...spell, to: today } : spell))
    .filter((spell) => spell.from !== spell.to);
  return (
    <Dropdown align="end">
      <Dropdown.Toggle variant="plain">More</Dropdown.Toggle>
      <Dropdown.Menu>
        <Dropdown.Item onClick={() => void navigate(`/bags/${bag.id}/edit`)}>Edit the bag</Dropdown.Item>
        {frozen ? (
          <Dropdown.Item
            onClick={() => void change({ spells: thawed }, 'Out of the freezer: its days run again from today.')}
          >
            Take it out of the freezer
          </Dropdown.Item>
        ) : (
          <Dropdown.Item
            onClick={() =>
              void change(
                { spells: [...bag.spells, { place: 'freezer', from: today, to: null }] },
                'In the freezer: its days stand almost still.',
              )
            }
          >
            Put it in the freezer
          </Dropdown.Item>
        )}
        {bag.finishedOn === null ? (
          <Dropdown.Item
            onClick={() => void change({ finishedOn: today }, 'Finished. Its verdict stays among the finished bags.')}
          >
            Mark as finished
          </Dropdown.Item>
        ) : (
          <Dropdown.Item onClick={() => void change({ finishedOn: null }, 'Back on the shelf.')}>
            Put back on the shelf
          </Dropdown.Item>
        )}
        <Dropdown.Item onClick={() => void navigate(`/write-ups/new?kind=bag&of=${bag.id}`)}>Write it up</Dropdown.Item>
        <Dropdown.Item onClick={() => void navigate(`/write-ups/new?kind=comparison&of=${bag.id}`)}>
          Write it up against another
        </Dropdown.Item>
        <Dropdown.Item onClick={() => void navigate(`/store-room/changes?bag=${bag.id}`)}>
          What was changed
        </Dropdown.Item>
        <Dropdown.Divider />
        <Dropdown.Item onClick={() => void remove()}>Delete the bag and its log</Dropdown.Item>
      </Dropdown.Menu>
    </Dropdown>
  );
}
