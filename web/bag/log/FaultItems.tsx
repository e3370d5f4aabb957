import Dropdown from 'react-bootstrap/Dropdown';
import type { Brew } from '../../../contract/bag/brew';
import { FAULTS, type Fault } from '../../../core/brew';
import { FAULT_MEANING } from '../../../core/text';
import { api, problemOf } from '../../api/api';
import { toastShown } from '../../state/notices';
import { useAppDispatch } from '../../state/store';
import { sentenceCase, words } from '../../ui/format';

/** Lines of a menu that mark a fault of a brew, or take it back. */
export function FaultItems({ brew }: { brew: Brew }) {
  const dispatch = useAppDispatch();
  const [setFault] = api.useSetFaultMutation();
  const mark = async (fault: Fault | null): Promise<void> => {
    const body = { fault, faultNote: fault === null ? '' : brew.faultNote };
    const { error } = await setFault({ id: brew.id, body });
    dispatch(
      toastShown({
        text:
          problemOf(error)?.message ??
          (fault === null ? 'It counts again.' : `${sentenceCase(words(fault))}. ${FAULT_MEANING[fault]}`),
      }),
    );
  };
  if (brew.fault !== null) return <Dropdown.Item onClick={() => void mark(null)}>No fault after all</Dropdown.Item>;
  return (
    <>
      <Dropdown.Header>Something went wrong</Dropdown.Header>
      {FAULTS.map((fault) => (
        <Dropdown.Item key={fault} onClick={() => void mark(fault)}>
          {sentenceCase(words(fault))}
        </Dropdown.Item>
      ))}
    </>
  );
}
