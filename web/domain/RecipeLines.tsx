import { minutesText, planOf, ratio, stageFlow, type Recipe, type StageTime } from '../../core/brew';
import { numberText, sentenceCase } from '../ui/format';

interface Props {
  recipe: Recipe;
  /** When the stages were really done, where that is known. */
  times?: readonly StageTime[];
}

/** A recipe in one line of numbers and a line for each stage; with what really happened beside the plan. */
export function RecipeLines({ recipe, times = [] }: Props) {
  const { steps } = planOf(recipe);
  return (
    <div className="recipe-lines">
      <p className="mb-1">{recipeFacts(recipe)}</p>
      <table>
        <tbody>
          {steps.map((step, i) => {
            const time = times.find((one) => one.step === i);
            return (
              <tr key={i}>
                <td className="at">{minutesText(step.fromS)}</td>
                <td>
                  {sentenceCase(step.text)}
                  {step.act === 'drain' &&
                    recipe.drain &&
                    `, by ${minutesText(recipe.drain.fromS)}–${minutesText(recipe.drain.toS)}`}
                  {step.act === 'steep' && `, until ${minutesText(step.untilS)}`}
                  {step.how && <span className="quiet">, {step.how}</span>}
                  {time && <div className="small quiet">{whatHappened(time, times)}</div>}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}

function whatHappened(time: StageTime, times: readonly StageTime[]): string {
  const gPerS = stageFlow(times, time);
  const until = minutesText(time.untilS ?? 0);
  return gPerS === null
    ? `done at ${until}`
    : `${minutesText(time.fromS ?? 0)} to ${until}, ${numberText(time.toG ?? 0, 0)} g, ${numberText(gPerS, 1)} g/s`;
}

/** "17 g to 272 g, 1:16, 92 °C, grind 22". */
export function recipeFacts(recipe: Recipe): string {
  const { doseG, waterG, waterC, iceG, kind, grinderSetting, pressureBar, hardnessPpm } = recipe;
  return [
    `${numberText(doseG, 1)} g ${kind === 'espresso' ? 'in, ' : 'to '}${numberText(waterG, 0)} g${kind === 'espresso' ? ' out' : ''}`,
    `1:${numberText(ratio(waterG, doseG), 1)}`,
    iceG > 0 && `${numberText(iceG, 0)} g of it ice`,
    waterC !== null && `${numberText(waterC, 1)} °C`,
    pressureBar !== null && `${numberText(pressureBar, 1)} bar`,
    grinderSetting !== null && `grind ${numberText(grinderSetting, 2)}`,
    hardnessPpm !== null && `${numberText(hardnessPpm, 0)} ppm`,
  ]
    .filter(Boolean)
    .join(', ');
}
