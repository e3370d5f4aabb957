import { Line, LineChart, ReferenceLine, XAxis, YAxis } from 'recharts';
import { minutesText, planLine, planOf, thin, type Recipe, type Trace } from '../../core/brew';
import { useWidth } from '../ui/useWidth';

/** Finer than a pixel of the chart, grams. */
const DRAWN_G = 0.5;
const STEPS_G = [5, 10, 20, 50, 100, 200, 500, 1000, 2000];
const STEPS_S = [5, 10, 15, 30, 60, 120, 300, 600, 3600, 7200, 14_400];

interface Props {
  recipe: Recipe;
  trace: Trace;
  /** The present moment of a brew under way. */
  nowS?: number;
  height?: number;
}

/**
 * Weight against time: the plan as a thin line, what was poured as a thick one, with gaps where the scale was silent.
 */
export function TraceChart({ recipe, trace, nowS, height = 220 }: Props) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const plan = planOf(recipe);
  const lastS = Math.max(plan.endS, trace.at(-1)?.at(-1)?.[0] ?? 0, nowS ?? 0);
  const topG = Math.max(...plan.steps.map((step) => step.toG), ...trace.flat().map(([, g]) => g));
  const stepS = STEPS_S.find((s) => lastS / s <= (width < 420 ? 5 : 9)) ?? 14_400;
  const stepG = STEPS_G.find((g) => topG / g <= 5) ?? 2000;
  const points = (corners: readonly (readonly [number, number])[]) =>
    corners.map(([s, g]) => ({ s, g: Math.max(0, g) }));
  return (
    <div
      ref={ref}
      className="trace-chart"
      role="img"
      aria-label={`Weight against time, to ${Math.round(topG)} grams in ${minutesText(lastS)}; the table of stages gives the numbers.`}
      style={{ height }}
    >
      {width > 0 && (
        <LineChart
          width={width}
          height={height}
          margin={{ top: 10, right: 12, bottom: 20, left: 4 }}
          accessibilityLayer={false}
        >
          <XAxis
            dataKey="s"
            type="number"
            domain={[0, lastS]}
            ticks={ticks(lastS, stepS)}
            tickFormatter={minutesText}
            label={{ value: 'time', position: 'insideBottom', offset: -12 }}
            allowDuplicatedCategory={false}
          />
          <YAxis
            dataKey="g"
            type="number"
            domain={[0, Math.ceil(topG / stepG) * stepG]}
            ticks={ticks(Math.ceil(topG / stepG) * stepG, stepG)}
            width={50}
            label={{ value: 'grams', angle: -90, position: 'insideLeft', style: { textAnchor: 'middle' } }}
          />
          <Line
            data={points(planLine(plan))}
            dataKey="g"
            stroke="var(--sc-soft)"
            strokeWidth={1.25}
            strokeDasharray="4 3"
            dot={false}
            activeDot={false}
            isAnimationActive={false}
          />
          {thin(trace, [], DRAWN_G).map((run, i) => (
            <Line
              key={i}
              data={points(run)}
              dataKey="g"
              stroke="var(--sc-lichen)"
              strokeWidth={2.5}
              dot={run.length === 1}
              activeDot={false}
              isAnimationActive={false}
            />
          ))}
          {nowS !== undefined && <ReferenceLine x={nowS} stroke="var(--sc-ember)" strokeWidth={1.5} />}
        </LineChart>
      )}
    </div>
  );
}

function ticks(last: number, step: number): number[] {
  return Array.from({ length: Math.floor(last / step) + 1 }, (_, i) => i * step);
}
