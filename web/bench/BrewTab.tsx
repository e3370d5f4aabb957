import type { LiveBrew } from '../../contract/bench/live';
import { minutesText, planOf, secondsTo, stepNow } from '../../core/brew';
import { useBrewClock } from './brewClock';
import { inUnits } from '../../core/text';
import { useUnits } from '../api/useUnits';

/** One of several brews on the bench, with its clock: tapped to bring it to hand. */
export function BrewTab({
  brew,
  aheadMs,
  chosen,
  onChoose,
}: {
  brew: LiveBrew;
  aheadMs: number;
  chosen: boolean;
  onChoose: () => void;
}) {
  const nowS = useBrewClock(brew, aheadMs);
  const plan = planOf(brew.recipe);
  const units = useUnits();
  const marked = brew.marks.map((mark) => mark.step);
  const step = nowS === null ? undefined : plan.steps[stepNow(plan, marked, nowS)];
  const next = step && plan.steps[plan.steps.indexOf(step) + 1];
  const said =
    nowS === null
      ? 'not started'
      : brew.endedS !== null
        ? 'over'
        : nowS < 0
          ? `in ${secondsTo(0, nowS)} s`
          : next
            ? `${next.until === '' ? `${secondsTo(next.fromS, nowS)} s` : `once ${next.until}`}: ${next.text}`
            : (step?.text ?? '');
  return (
    <button type="button" className="btn btn-plain" aria-pressed={chosen} onClick={onChoose}>
      <span className="name">{brew.bagName}</span>
      <span className="clock">{nowS === null ? '0:00' : minutesText(nowS)}</span>
      <span className="what">{inUnits(units, said)}</span>
    </button>
  );
}
