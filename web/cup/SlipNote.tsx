import { useFormContext, useWatch } from 'react-hook-form';
import type { CupCompany } from '../../application/brewEvidence';
import { isProbablySlip, slipQuestionOf } from '../../application/slips';
import type { Style } from '../../core/brew';
import { scoreText } from '../ui/format';
import type { BrewForm } from './brewForm';
import { typedScore } from './cupForm';

/** Asks, as soon as it is typed, about a mark of a new cup that the cups before it make a slip of the pen. */
export function SlipNote({ company: { brews, verdict }, style }: { company: CupCompany; style: Style }) {
  const { setValue } = useFormContext<BrewForm>();
  const { scoringScale, mark, meantScore } = useWatch<BrewForm, 'cup'>({ name: 'cup' });
  const score = typedScore({ scoringScale, mark });
  if (score === null || score === meantScore || !isProbablySlip(score, verdict)) return null;
  const question = slipQuestionOf({ id: null, style, scale: scoringScale, score }, brews, scoreText);
  return question === null ? null : (
    <div className="mark-question" role="status">
      <p className="small ember">{question}</p>
      <button type="button" className="btn btn-plain" onClick={() => setValue('cup.meantScore', score)}>
        Keep mark
      </button>
    </div>
  );
}
