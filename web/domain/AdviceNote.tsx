import type { Verdict } from '../../contract/verdict';
import { adviseChange, type BrewEvidence } from '../../core/brew';
import { holdWish } from '../../core/text';

/**
 * One change for the next brew with its reason; and, where the judgement would rather have the recipe still, that it
 * would.
 */
export function AdviceNote({ evidence, verdict }: { evidence: BrewEvidence; verdict: Verdict }) {
  const advice = adviseChange(evidence);
  const hold = advice.change === null ? null : holdWish(verdict.next[0]);
  return (
    <div className="advice">
      <p className="mb-1">
        <strong>{advice.headline}</strong> {advice.reason}
      </p>
      {hold && (
        <p className="mb-0 hold">
          <strong>But:</strong> {hold}
        </p>
      )}
    </div>
  );
}
