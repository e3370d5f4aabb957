import { minutesText, planOf, stageFlow, type Recipe, type StageTime } from '../../core/brew';
import { useUnits } from '../api/useUnits';
import { numberText, sentenceCase, weightText } from '../ui/format';
import { inUnits, type Units } from '../../core/text';
import { recipeFacts } from './recipeFacts';

interface Props {
  recipe: Recipe;
  /** When the stages were really done, where that is known. */
  times?: readonly StageTime[];
}

/** A recipe in one line of numbers and a line for each stage; with what really happened beside the plan. */
export function RecipeLines({ recipe, times = [] }: Props) {
  const { steps } = planOf(recipe);
  const units = useUnits();
  return (
    <div className="recipe-lines">
      <p className="mb-1">{recipeFacts(recipe, units)}</p>
      <table>
        <tbody>
          {steps.map((step, i) => {
            const time = times.find((one) => one.step === i);
            return (
              <tr key={i}>
                <td className="at">
                  {step.until !== '' && <span className="quiet">≈ </span>}
                  {minutesText(step.fromS)}
                </td>
                <td>
                  {sentenceCase(inUnits(units, step.text))}
                  {step.act === 'bloom' && `, ${numberText(step.toG / recipe.doseG, 1)} × the dose`}
                  {step.act === 'drain' &&
                    recipe.drain &&
                    `, by ${minutesText(recipe.drain.fromS)}–${minutesText(recipe.drain.toS)}`}
                  {step.act === 'steep' && `, until ${minutesText(step.untilS)}`}
                  {step.until && <strong> once {step.until}</strong>}
                  {step.how && <span className="quiet">, {step.how}</span>}
                  {step.pourNote && <span className="quiet">; {step.pourNote}</span>}
                  {time && <div className="small quiet">{whatHappened(time, times, units)}</div>}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}

function whatHappened(time: StageTime, times: readonly StageTime[], units: Units): string {
  const gPerS = stageFlow(times, time);
  const until = minutesText(time.untilS ?? 0);
  return gPerS === null
    ? `done at ${until}`
    : `${minutesText(time.fromS ?? 0)} to ${until}, ${weightText(time.toG ?? 0, units, 0)}, ${numberText(gPerS, 1)} g/s`;
}
