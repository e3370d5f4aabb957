import type { z } from 'zod';
import { onStep, SCALE_RANGES, type ScoringScale } from '../../core/cup';

/** Refuses a mark its scale does not have, at the mark. */
export function checkMark(
  { scoringScale, mark }: { scoringScale: ScoringScale; mark: number | null },
  context: z.RefinementCtx,
): void {
  if (mark === null) return;
  const { min, max, step } = SCALE_RANGES[scoringScale];
  const wrong = (message: string): void => context.addIssue({ code: 'custom', path: ['mark'], message });
  if (!(mark >= min && mark <= max)) wrong(`The mark must be between ${min} and ${max}`);
  // A total written beside a sheet of parts may be any: it was perhaps summed elsewhere.
  else if (scoringScale !== 'parts' && Math.abs(onStep(scoringScale, mark) - mark) > 1e-6)
    wrong(
      scoringScale === 'levels'
        ? 'A level goes by halves, and by thirds for high and low: 3, 3+, 3.5, 4-'
        : `This mark goes in steps of ${step}`,
    );
}
