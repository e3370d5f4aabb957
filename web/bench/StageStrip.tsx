import { minutesText, type Plan, type StageMark } from '../../core/brew';
import { inUnits, weightIn } from '../../core/text';
import { useUnits } from '../api/useUnits';

/** The whole brew as a strip, each step as long as it lasts, with how far it has come. */
export function StageStrip({ plan, nowS, marks }: { plan: Plan; nowS: number; marks: readonly StageMark[] }) {
  const units = useUnits();
  return (
    <ol className="stage-strip" aria-label="Stages">
      {plan.steps.map((step, i) => {
        const lasts = Math.max(1, step.untilS - step.fromS);
        const share = Math.min(1, Math.max(0, (nowS - step.fromS) / lasts));
        const now = share > 0 && share < 1;
        return (
          <li
            key={i}
            className={now ? 'on' : ''}
            aria-current={now ? 'step' : undefined}
            style={{ flexGrow: Math.sqrt(lasts) }}
            title={inUnits(
              units,
              `${step.until === '' ? minutesText(step.fromS) : `Once ${step.until}:`} ${step.text}`,
            )}
          >
            <span className="filled" style={{ width: `${share * 100}%` }} />
            <span className="label">
              {step.pours
                ? `${weightIn(units, step.toG)}`
                : step.act === 'drain' || step.act === 'steep'
                  ? minutesText(step.untilS)
                  : step.act}
            </span>
            {marks.some((mark) => mark.step === i) && <span className="marked">✓</span>}
          </li>
        );
      })}
    </ol>
  );
}
