import type { Verdict } from '../../contract/bag/verdict';
import { adviseChange, type BrewEvidence } from '../../core/brew';
import { adviceText, holdWish } from '../../core/text';
import { useUnits } from '../api/useUnits';

/**
 * One change for the next brew with its reason; and, where the judgement would rather have the recipe still, that it
 * would.
 */
export function AdviceNote({ evidence, verdict }: { evidence: BrewEvidence; verdict: Verdict }) {
  const units = useUnits();
  const advice = adviseChange(evidence);
  const { headline, reason, hint } = adviceText(advice, units);
  const hold = advice.change === null ? null : holdWish(verdict.next[0]);
  return (
    <div className="advice">
      <p className="mb-1">
        <strong>{headline}</strong> {reason}
      </p>
      {hint && <p className="mb-1">{hint}</p>}
      {hold && (
        <p className="mb-0 hold">
          <strong>But:</strong> {hold}
        </p>
      )}
    </div>
  );
}
