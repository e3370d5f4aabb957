import type { LevelsFigure as Figure } from '../../../contract/writeUps/writeUp';
import { levelText, nearestLevel } from '../../../core/cup';
import { linear } from './axis';
import { Drawing } from './Drawing';
import type { Palette } from './palette';

const WIDTH = 340;
const [NAME, ROW, TOP, FOOT] = [96, 22, 4, 22];

/** How much of what, 1 to 5: a bar a level, and beside it where it went over the days. */
export function LevelsFigure({
  figure: { levels },
  palette,
  label,
}: {
  figure: Figure;
  palette: Palette;
  label: string;
}) {
  const height = TOP + levels.length * ROW + FOOT;
  const days = levels.flatMap(({ points }) => points.map(({ day }) => day));
  const [first, last] = [Math.min(...days), Math.max(...days)];
  const overDays = last - first >= 3;
  const barEnd = overDays ? 218 : 290;
  const x = linear([1, 5], [NAME, barEnd]);
  const dayX = linear([first, last], [barEnd + 34, WIDTH - 8]);
  const y = (i: number): number => TOP + i * ROW + ROW / 2;
  return (
    <Drawing width={WIDTH} height={height} label={label} palette={palette} fontSize={11.5}>
      {[1, 2, 3, 4, 5].map((level) => (
        <g key={level}>
          <line x1={x(level)} x2={x(level)} y1={TOP} y2={height - FOOT} stroke={palette.rule} />
          <text x={x(level)} y={height - 6} textAnchor="middle">
            {level}
          </text>
        </g>
      ))}
      {overDays && (
        <text x={(barEnd + 34 + WIDTH - 8) / 2} y={height - 6} textAnchor="middle">
          day {first} to {last}
        </text>
      )}
      {levels.map(({ name, value, points }, i) => (
        <g key={name}>
          <text x={NAME - 8} y={y(i) + 4} textAnchor="end" fill={palette.ink}>
            {name.length > 14 ? `${name.slice(0, 13)}…` : name}
          </text>
          <line x1={x(1)} x2={x(value)} y1={y(i)} y2={y(i)} stroke={palette.fill} strokeWidth={9} />
          <text x={x(value) + 6} y={y(i) + 4}>
            {levelText(nearestLevel(value))}
          </text>
          {overDays && points.length > 1 && (
            <polyline
              points={points.map((point) => `${dayX(point.day)},${y(i) + 8 - ((point.value - 1) / 4) * 16}`).join(' ')}
              fill="none"
              stroke={palette.lichen}
              strokeWidth={1.5}
            />
          )}
        </g>
      ))}
    </Drawing>
  );
}
