import { Scatter, ScatterChart, XAxis, YAxis } from 'recharts';
import type { Brew } from '../../contract/brew';
import { VIGOURS } from '../../core/brew';
import { useWidth } from '../ui/useWidth';
import { dayTicks } from './ticks';

/** How lively the bloom or the crema was over the rest days: the gas going out of the beans. */
export function VigourChart({ brews }: { brews: readonly Brew[] }) {
  const points = brews
    .flatMap(({ restDay, making }) =>
      making?.vigour == null ? [] : [{ day: restDay, vigour: VIGOURS.indexOf(making.vigour) }],
    )
    .sort((a, b) => a.day - b.day);
  return points.length === 0 ? null : <Chart points={points} />;
}

function Chart({ points }: { points: readonly { day: number; vigour: number }[] }) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const lastDay = Math.max(14, ...points.map(({ day }) => day + 2));
  const first = points[0];
  const last = points.at(-1);
  return (
    <section>
      <h2>Gas</h2>
      <div
        ref={ref}
        className="vigour-chart"
        role="img"
        aria-label={`Bloom or crema by rest day: ${points.map(({ day, vigour }) => `day ${day} ${VIGOURS[vigour]}`).join(', ')}.`}
      >
        {width > 0 && (
          <ScatterChart
            width={width}
            height={150}
            margin={{ top: 8, right: 12, bottom: 20, left: 0 }}
            accessibilityLayer={false}
          >
            <XAxis
              dataKey="day"
              type="number"
              domain={[0, lastDay]}
              ticks={dayTicks(lastDay, true)}
              label={{ value: 'rest day', position: 'insideBottom', offset: -12 }}
            />
            <YAxis
              dataKey="vigour"
              type="number"
              domain={[0, VIGOURS.length - 1]}
              ticks={VIGOURS.map((_, i) => i)}
              tickFormatter={(i: number) => VIGOURS[i] ?? ''}
              interval={0}
              width={52}
            />
            <Scatter
              data={[...points]}
              fill="var(--sc-lichen)"
              line={{ stroke: 'var(--sc-lichen)', strokeDasharray: '2 3' }}
              isAnimationActive={false}
            />
          </ScatterChart>
        )}
      </div>
      <p className="quiet small">
        {first && last && first !== last && last.vigour < first.vigour
          ? `From ${VIGOURS[first.vigour]} on day ${first.day} to ${VIGOURS[last.vigour]} on day ${last.day}: the gas is going.`
          : 'How lively the bloom was: it calms as the gas goes.'}
      </p>
    </section>
  );
}
