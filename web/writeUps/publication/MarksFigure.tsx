import type { MarksFigure as Figure } from '../../../contract/writeUps/writeUp';
import { SCALE_RANGES } from '../../../core/cup';
import { levelTicks } from '../../ui/ticks';
import { linear } from './axis';
import { Drawing } from './Drawing';
import type { Palette } from './palette';

const WIDTH = 560;
const [NAME, ROW, TOP, FOOT, END] = [172, 28, 6, 40, 18];

/** What is there room for beside a row, characters, on a phone too. */
const MOST = 20;

/** A name that fits; what tells it from its namesake stays. */
export function shortName(name: string): string {
  const again = / \((\w+) cup\)$/.exec(name);
  const [head, tail] = again ? [name.slice(0, again.index), ` (${again[1] ?? ''})`] : [name, ''];
  const room = MOST - tail.length;
  return head.length <= room ? head + tail : `${head.slice(0, room - 1)}…${tail}`;
}

/** Every mark that was given at a table, cup by cup, and the mean of each. */
export function MarksFigure({
  figure: { cups, scale },
  palette,
  label,
}: {
  figure: Figure;
  palette: Palette;
  label: string;
}) {
  const { points, max } = SCALE_RANGES[scale];
  const values = cups
    .flatMap(({ marks, mean }) => [...marks, ...(mean === null ? [] : [mean])])
    .map((one) => one / points);
  if (values.length === 0) return null;
  const height = TOP + cups.length * ROW + FOOT;
  const ticks = levelTicks(Math.max(0, Math.min(...values)), Math.min(max, Math.max(...values)));
  const x = linear([ticks[0] ?? 0, ticks.at(-1) ?? 1], [NAME, WIDTH - END]);
  const y = (i: number): number => TOP + i * ROW + ROW / 2;
  return (
    <Drawing width={WIDTH} height={height} label={label} palette={palette}>
      {ticks.map((tick) => (
        <g key={tick}>
          <line x1={x(tick)} x2={x(tick)} y1={TOP} y2={height - FOOT} stroke={palette.rule} />
          <text x={x(tick)} y={height - FOOT + 16} textAnchor="middle">
            {tick}
          </text>
        </g>
      ))}
      <text x={(NAME + WIDTH - END) / 2} y={height - 6} textAnchor="middle">
        marks; upright: their mean
      </text>
      {cups.map(({ name, marks, mean }, i) => (
        <g key={i}>
          <text x={NAME - 10} y={y(i) + 4} textAnchor="end" fill={palette.ink}>
            {shortName(name)}
          </text>
          {marks.map((mark, k) => (
            <circle
              key={k}
              cx={x(mark / points)}
              cy={y(i)}
              r={5}
              fill={palette.fill}
              fillOpacity={0.7}
              stroke={palette.lichen}
            />
          ))}
          {mean !== null && (
            <line
              x1={x(mean / points)}
              x2={x(mean / points)}
              y1={y(i) - 11}
              y2={y(i) + 11}
              stroke={palette.ink}
              strokeWidth={2}
            />
          )}
        </g>
      ))}
    </Drawing>
  );
}
