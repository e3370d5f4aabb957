import { Scatter, ScatterChart, XAxis, YAxis } from 'recharts';
import type { BagPage } from '../../../contract/shelf/shelf';
import { VIGOURS } from '../../../core/brew';
import { useWidth } from '../../ui/useWidth';
import { restDayAxis } from './restDayAxis';

interface Point {
  day: number;
  vigour: number;
}

/** Two signs of the gas going out of the beans, each over the rest days: the bloom of a filter, the crema of a shot. */
const SIGNS = [
  { title: 'Bloom', of: (style: string) => style !== 'espresso', what: 'the bloom' },
  { title: 'Crema', of: (style: string) => style === 'espresso', what: 'the crema' },
];

export function VigourCharts({ page }: { page: BagPage }) {
  return SIGNS.map(({ title, of, what }) => {
    const points = page.brews
      .flatMap(({ restDay, style, making }) =>
        making?.vigour == null || !of(style) ? [] : [{ day: restDay, vigour: VIGOURS.indexOf(making.vigour) }],
      )
      .sort((a, b) => a.day - b.day);
    return points.length === 0 ? null : <Chart key={title} {...{ page, title, what, points }} />;
  });
}

interface ChartProps {
  page: BagPage;
  title: string;
  what: string;
  points: readonly Point[];
}

function Chart({ page, title, what, points }: ChartProps) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const { left, right, lastDay, ticks } = restDayAxis(page, width);
  const first = points[0];
  const last = points.at(-1);
  return (
    <section className="mt-3">
      <h2>{title}</h2>
      <p className="quiet small mb-1">
        {first && last && first !== last && last.vigour < first.vigour
          ? `From ${VIGOURS[first.vigour]} on day ${first.day} to ${VIGOURS[last.vigour]} on day ${last.day}: the gas is going.`
          : `How lively ${what} was: it calms as the gas goes.`}
      </p>
      <div
        ref={ref}
        className="vigour-chart"
        role="img"
        aria-label={`${title} by rest day: ${points.map(({ day, vigour }) => `day ${day} ${VIGOURS[vigour]}`).join(', ')}.`}
      >
        {width > 0 && (
          <ScatterChart
            width={width}
            height={150}
            margin={{ top: 8, right, bottom: 20, left: 0 }}
            accessibilityLayer={false}
          >
            <XAxis
              dataKey="day"
              type="number"
              domain={[0, lastDay]}
              ticks={ticks}
              label={{ value: 'rest day', position: 'insideBottom', offset: -12 }}
            />
            <YAxis
              dataKey="vigour"
              type="number"
              domain={[0, VIGOURS.length - 1]}
              ticks={VIGOURS.map((_, i) => i)}
              tickFormatter={(i: number) => VIGOURS[i] ?? ''}
              interval={0}
              width={left}
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
    </section>
  );
}
