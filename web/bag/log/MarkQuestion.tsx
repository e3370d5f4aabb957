import Dropdown from 'react-bootstrap/Dropdown';
import { Link } from 'react-router';
import { slipQuestionOf } from '../../../application/slips';
import type { Brew } from '../../../contract/bag/brew';
import { api, problemOf } from '../../api/api';
import { toastShown } from '../../state/notices';
import { useAppDispatch } from '../../state/store';
import { scoreText } from '../../ui/format';
import { FaultItems } from './FaultItems';

/** Asks about a mark that is probably a slip of the pen: it is corrected, kept as it is, or the brew had a fault. */
export function MarkQuestion({ brew, brews }: { brew: Brew; brews: readonly Brew[] }) {
  const dispatch = useAppDispatch();
  const [setMeant, { isLoading }] = api.useSetMeantMutation();
  const { id, bagId, style, score, cup } = brew;
  const question =
    score === null ? null : slipQuestionOf({ id, style, scale: cup.scoringScale, score }, brews, scoreText);
  if (question === null) return null;
  const keep = async (): Promise<void> => {
    const problem = problemOf((await setMeant({ id, body: { score } })).error);
    dispatch(toastShown({ text: problem?.message ?? 'The mark counts as it is.' }));
  };
  return (
    <div className="mark-question">
      <p className="small ember">{question} Until you say, it hardly counts.</p>
      <Link className="btn btn-plain" to={`/bags/${bagId}/brews/${id}`}>
        Correct mark
      </Link>
      <button type="button" className="btn btn-plain" disabled={isLoading} onClick={() => void keep()}>
        Keep mark
      </button>
      <Dropdown>
        <Dropdown.Toggle variant="plain">Mark a fault</Dropdown.Toggle>
        <Dropdown.Menu>
          <FaultItems brew={brew} />
        </Dropdown.Menu>
      </Dropdown>
    </div>
  );
}
