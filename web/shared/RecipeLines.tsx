import { minutesText, planOf, ratio, type RecipeCard, type StageTime } from '../../core/brew';
import { numberText, sentenceCase } from './format';

interface Props {
  card: RecipeCard;
  /** When the stages were really done, where that is known. */
  times?: readonly StageTime[];
}

/** A recipe in one line of numbers and a line for each stage; with what really happened beside the plan. */
export function RecipeLines({ card, times = [] }: Props) {
  const { steps } = planOf(card);
  return (
    <div className="recipe-lines">
      <p className="mb-1">{recipeFacts(card)}</p>
      <table>
        <tbody>
          {steps.map((step, i) => {
            const time = times.find((one) => one.step === i);
            return (
              <tr key={i}>
                <td className="at">{minutesText(step.fromS)}</td>
                <td>
                  {sentenceCase(step.text)}
                  {step.act === 'drain' && card.drain && `, by ${minutesText(card.drain.fromS)}–${minutesText(card.drain.toS)}`}
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

function whatHappened({ step, fromS, untilS, toG }: StageTime, times: readonly StageTime[]): string {
  if (fromS === null || untilS === null || toG === null) return `done at ${minutesText(untilS ?? 0)}`;
  const before = Math.max(0, ...times.filter((one) => one.step < step).map((one) => one.toG ?? 0));
  return `${minutesText(fromS)} to ${minutesText(untilS)}, ${numberText(toG, 0)} g, ${numberText((toG - before) / Math.max(0.1, untilS - fromS), 1)} g/s`;
}

/** "15 g to 240 g, 1:16, 94 °C, grind 22". */
export function recipeFacts(card: RecipeCard): string {
  const { doseG, waterG, waterC, iceG, kind, grinderSetting, pressureBar, hardnessPpm } = card;
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
