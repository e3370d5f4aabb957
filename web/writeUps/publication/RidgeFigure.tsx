import type { RidgeFigure as Figure } from '../../../contract/writeUps/writeUp';
import { SCALE_RANGES } from '../../../core/cup';
import { levelTicks } from '../../ui/ticks';
import { linear, pathThrough } from './axis';
import { Drawing } from './Drawing';
import type { Palette } from './palette';

export const RIDGE_SIZE = { width: 720, height: 330 };
const [LEFT, RIGHT, TOP, BOTTOM] = [74, 16, 30, 52];

interface Props {
  figures: readonly Figure[];
  palette: Palette;
  /** Said by whoever reads it aloud. */
  label: string;
}

/** How one of several curves is drawn: none goes by its colour alone. */
const DASHES = ['', '7 4', '2 3', '10 3 2 3'];

/**
 * The ridge: score against rest day at the reference recipe, with its band, window and cups; several, one over another.
 */
export function RidgeFigure({ figures, palette, label }: Props) {
  const { width, height } = RIDGE_SIZE;
  const [first] = figures;
  if (!first) return null;
  const { points: perUnit, max } = SCALE_RANGES[first.scale];
  const isAlone = figures.length === 1;
  const tops = figures.map(({ isOnlyCompared, points }) =>
    isOnlyCompared ? Math.max(...points.map(({ mean }) => mean)) : 0,
  );
  const inScale = (score: number, i: number): number => (score - (tops[i] ?? 0)) / perUnit;
  const values = figures.flatMap(({ points, brews }, i) => [
    ...points.flatMap(({ lo, hi, mean }) => (isAlone ? [inScale(lo, i), inScale(hi, i)] : [inScale(mean, i)])),
    ...(isAlone ? brews.flatMap(({ asScored, atReference }) => [asScored, atReference ?? asScored]) : []).map((score) =>
      inScale(score, i),
    ),
  ]);
  const isBelow = figures.some(({ isOnlyCompared }) => isOnlyCompared);
  const [lowest, highest] = [Math.min(...values), Math.max(...values)];
  const ticks = levelTicks(isBelow ? lowest : Math.max(0, lowest), isBelow ? highest : Math.min(max, highest));
  const lastDay = Math.max(...figures.flatMap(({ points }) => points.map(({ day }) => day)));
  const x = linear([0, lastDay], [LEFT, width - RIGHT]);
  const y = linear([ticks[0] ?? 0, ticks.at(-1) ?? 1], [height - BOTTOM, TOP]);
  const weeks = Array.from({ length: Math.floor(lastDay / 7) + 1 }, (_, i) => i * 7);
  return (
    <Drawing {...{ width, height, label, palette }}>
      {isAlone && <Window figure={first} {...{ x, palette, height }} />}
      {ticks.map((tick) => (
        <g key={tick}>
          <line x1={LEFT} x2={width - RIGHT} y1={y(tick)} y2={y(tick)} stroke={palette.rule} />
          <text x={LEFT - 8} y={y(tick) + 4} textAnchor="end">
            {tick < 0 ? `−${Math.abs(tick)}` : tick}
          </text>
        </g>
      ))}
      {weeks.map((day) => (
        <text key={day} x={x(day)} y={height - BOTTOM + 20} textAnchor="middle">
          {day}
        </text>
      ))}
      <text x={(LEFT + width - RIGHT) / 2} y={height - 6} textAnchor="middle">
        days since roasting
      </text>
      <text transform={`translate(13 ${(TOP + height - BOTTOM) / 2}) rotate(-90)`} textAnchor="middle">
        {isBelow ? 'below its best' : 'score'}
      </text>
      {figures.map((figure, i) => (
        <Curve
          key={figure.name}
          figure={figure}
          dash={DASHES[i % DASHES.length] ?? ''}
          isAlone={isAlone}
          {...{ x, palette }}
          y={(score) => y(inScale(score, i))}
        />
      ))}
      {!isAlone && <Names figures={figures} {...{ palette, width }} />}
    </Drawing>
  );
}

interface WithScale {
  x: (day: number) => number;
  palette: Palette;
}

function Window({
  figure: { window, core, points },
  x,
  palette,
  height,
}: WithScale & { figure: Figure; height: number }) {
  if (!window) return null;
  const last = points.at(-1)?.day ?? window.to;
  const span = ({ from, to }: { from: number; to: number }) => ({
    x: x(from),
    width: Math.max(2, x(Math.min(to, last)) - x(from)),
    y: TOP,
    height: height - TOP - BOTTOM,
  });
  return (
    <g>
      <rect {...span(window)} fill={palette.fill} fillOpacity={0.16} />
      {core && <rect {...span(core)} fill={palette.fill} fillOpacity={0.2} />}
      <text className="pub-wide" x={x(window.from) + 4} y={TOP - 8} fill={palette.soft}>
        probably at its best{core ? '; darker: very likely' : ''}
      </text>
    </g>
  );
}

function Curve({
  figure: { points, brews },
  x,
  y,
  palette,
  dash,
  isAlone,
}: WithScale & { figure: Figure; y: (score: number) => number; dash: string; isAlone: boolean }) {
  const upper = points.map(({ day, hi }) => [x(day), y(hi)] as const);
  const lower = points.map(({ day, lo }) => [x(day), y(lo)] as const).reverse();
  return (
    <g>
      {isAlone && <path d={`${pathThrough([...upper, ...lower])} Z`} fill={palette.fill} fillOpacity={0.3} />}
      <path
        d={pathThrough(points.map(({ day, mean }) => [x(day), y(mean)]))}
        fill="none"
        stroke={palette.lichen}
        strokeWidth={2.5}
        {...(dash !== '' && { strokeDasharray: dash })}
      />
      {isAlone &&
        brews.map(({ day, asScored, atReference }, i) => (
          <g key={i}>
            {atReference !== null && (
              <>
                <line x1={x(day)} x2={x(day)} y1={y(asScored)} y2={y(atReference)} stroke={palette.soft} />
                <circle cx={x(day)} cy={y(atReference)} r={3.5} fill={palette.lichen} />
              </>
            )}
            <circle cx={x(day)} cy={y(asScored)} r={4.5} fill={palette.paper} fillOpacity={0} stroke={palette.ink} />
          </g>
        ))}
    </g>
  );
}

/** Which line is which, above them. */
function Names({ figures, palette, width }: { figures: readonly Figure[]; palette: Palette; width: number }) {
  const room = (width - LEFT - RIGHT) / figures.length;
  return figures.map(({ name }, i) => (
    <g key={name} transform={`translate(${LEFT + i * room} ${TOP - 12})`}>
      <line
        x1={0}
        x2={26}
        y1={-4}
        y2={-4}
        stroke={palette.lichen}
        strokeWidth={2.5}
        {...(DASHES[i % DASHES.length] !== '' && { strokeDasharray: DASHES[i % DASHES.length] })}
      />
      <text x={32}>{name.length > room / 7 - 5 ? `${name.slice(0, Math.floor(room / 7) - 6)}…` : name}</text>
    </g>
  ));
}
