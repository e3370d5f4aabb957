import { CartesianGrid, ReferenceLine, Scatter, ScatterChart, XAxis, YAxis } from 'recharts';
import type { PalateRecord } from '../../contract/palate/palate';
import { numberText } from '../ui/format';
import { useWidth } from '../ui/useWidth';
import { NumberHeads } from './NumberHeads';

const PERCENT = [0, 25, 50, 75, 100];
const percent = (share: number): number => Math.round(100 * share);

/** Stated probabilities against how often what they were stated of happened; on the line they would be right. */
export function CalibrationChart({ bins }: { bins: PalateRecord['overall']['bins'] }) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const points = bins.map(({ said, happened, count }) => ({ said: percent(said), happened: percent(happened), count }));
  const axis = { type: 'number', domain: [0, 100], ticks: PERCENT, unit: ' %' } as const;
  if (points.length === 0) return <p className="quiet">No probability was stated yet that could have come true.</p>;
  return (
    <figure className="mb-0">
      <div
        ref={ref}
        className="calibration-chart"
        role="img"
        aria-label="How often what was said came true, by how likely it was called. The table below gives the numbers."
      >
        {width > 0 && (
          <ScatterChart
            width={width}
            height={300}
            margin={{ top: 12, right: 20, bottom: 28, left: 8 }}
            accessibilityLayer={false}
          >
            <CartesianGrid stroke="var(--bs-border-color)" strokeDasharray="2 4" />
            <XAxis dataKey="said" {...axis} label={{ value: 'said', position: 'insideBottom', offset: -16 }} />
            <YAxis
              dataKey="happened"
              {...axis}
              width={62}
              label={{ value: 'happened', angle: -90, position: 'insideLeft', style: { textAnchor: 'middle' } }}
            />
            <ReferenceLine
              segment={[
                { x: 0, y: 0 },
                { x: 100, y: 100 },
              ]}
              stroke="var(--bs-secondary-color)"
              strokeDasharray="4 4"
            />
            <Scatter
              data={points}
              isAnimationActive={false}
              shape={({ cx = 0, cy = 0, payload }: { cx?: number; cy?: number; payload?: { count: number } }) => (
                <circle
                  cx={cx}
                  cy={cy}
                  r={4 + Math.sqrt(payload?.count ?? 0)}
                  fill="var(--sc-lichen-fill)"
                  fillOpacity={0.55}
                  stroke="var(--sc-lichen)"
                  strokeWidth={1.5}
                />
              )}
            />
          </ScatterChart>
        )}
      </div>
      <figcaption className="quiet small">
        Whether a cup would beat the best before it, and what it would be called against another. The larger, the more
        often it was said; on the line it would be exactly right.
      </figcaption>
      <details>
        <summary>As a table</summary>
        <table className="table table-sm">
          <thead>
            <tr>
              <NumberHeads names={['Said', 'Happened', 'Times']} />
            </tr>
          </thead>
          <tbody>
            {points.map(({ said, happened, count }) => (
              <tr key={said}>
                <td className="number">{numberText(said, 0)} %</td>
                <td className="number">{numberText(happened, 0)} %</td>
                <td className="number">{count}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    </figure>
  );
}
